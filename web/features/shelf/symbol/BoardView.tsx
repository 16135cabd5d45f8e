/** The drawing board: the symbol at a large scale over a grid, with handles. Pointer and wheel; the arrow keys nudge. */
import { Draft, Ground, Marks, Nodes, Shapes } from './BoardMarks';
import { shapesIn, tidy } from './board';
import { type Hands, useHands } from './board-hands';
import { useBoardView } from './board-view';

export function BoardView(props: Hands) {
  const { board, tool } = props;
  const { symbol, scope, chosen } = board;
  const screen = useBoardView(symbol);
  const { view, h, px } = screen;
  const { draft, pointer, ...hands } = useHands(props, screen);
  const [first, ...others] = chosen;
  const only = first !== undefined && !others.length ? shapesIn(symbol, scope)[first] : undefined;
  return (
    <div className="relative min-h-0 flex-1">
      <svg
        ref={screen.svg}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
        tabIndex={0}
        role="application"
        aria-label="Drawing board"
        className="h-full w-full touch-none"
        style={{ background: 'var(--sheet)', cursor: tool === 'select' ? 'default' : 'crosshair' }}
        viewBox={`${view.x - view.w / 2} ${-view.y - h / 2} ${view.w} ${h}`}
        preserveAspectRatio="none"
        onPointerDown={hands.down}
        onPointerMove={hands.move}
        onPointerUp={hands.up}
        onPointerLeave={hands.leave}
        onDoubleClick={hands.end}
        onWheel={screen.zoom}
        data-scope="board"
      >
        <Ground screen={screen} symbol={symbol} />
        <Shapes board={board} px={px} />
        <Draft tool={tool} draft={draft} pointer={pointer} px={px} />
        {only && <Nodes shape={only} px={px} />}
        <Marks symbol={symbol} px={px} />
      </svg>
      <output className="pencil pointer-events-none absolute right-2 bottom-1 text-[11px]" style={{ background: 'var(--sheet)' }}>
        {pointer ? `${tidy(pointer[0])}, ${tidy(pointer[1])} mm` : ''} grid {screen.grid} mm, snaps to {screen.step} mm; Alt
        leaves the snap
      </output>
    </div>
  );
}
