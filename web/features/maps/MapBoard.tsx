/** A map under the hand: tapped it selects, drawn on it moves. Levels are written straight into the picture, once a frame. */
import { memo, useRef, useState } from 'react';
import { shifted } from '#core/maps/arrange';
import { itemPrims } from '#core/maps/draw';
import { isButton, isChannel, lightsOf, nameOf } from '#core/maps/things';
import type { BoardMap, Id, MapItem } from '#core/model/records';
import type { Show } from '#core/model/show';
import { draggedBox } from '#core/paper/edits';
import { useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { useKeys } from '../../ui/keys';
import { PrimMarks } from '../../ui/SymbolMark';
import { useLevels } from './levels';
import { useLooking } from './looking';
import { putItems, tap, useMaps } from './state';

/** Travel that makes a press a drag, pixels. */
const FAR = 4;
const ways: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
type Gesture =
  | { readonly kind: 'move'; readonly from: readonly [number, number]; by: readonly [number, number] }
  | { readonly kind: 'size'; readonly id: string; readonly from: readonly [number, number]; by: readonly [number, number] }
  | { readonly kind: 'box'; readonly from: readonly [number, number]; to: readonly [number, number] };

// Long: what was pressed is read by all its short functions.
export function MapBoard({ map }: { readonly map: BoardMap }) {
  const show = useShow();
  const session = useSession();
  const { drawing, chosen } = useMaps();
  const selection = useSelection((state) => state.selection);
  const svg = useRef<SVGSVGElement>(null);
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const { box, pan, fit } = useLooking(svg, map, drawing);
  useLevels(svg, show, map);
  const [width, height] = map.size;
  /** A place of the window on the board, mm from its lower left. */
  const boardAt = (event: React.PointerEvent): readonly [number, number] => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return [0, 0];
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [at.x, height - at.y];
  };
  const after = (now: Gesture | null): readonly MapItem[] => {
    if (now?.kind === 'move') return shifted(map.items, chosen, now.by, map.snap);
    if (now?.kind === 'size')
      return map.items.map((item) =>
        item.id === now.id
          ? {
              ...item,
              box: draggedBox(item.box, [1, -1], now.by, [[], []], map.snap ? 0.001 : 0, item.what === 'line' ? -1e4 : 3),
            }
          : item,
      );
    return map.items;
  };
  const press = (event: React.PointerEvent, item: MapItem) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    // The keys are the board's, and not the thing's.
    event.preventDefault();
    svg.current?.focus({ preventScroll: true });
    if (!drawing) return tap(show, item, event.shiftKey);
    const next = event.shiftKey ? toggled(chosen, item.id) : chosen.has(item.id) ? chosen : new Set([item.id]);
    useMaps.setState({ chosen: next });
    svg.current?.setPointerCapture(event.pointerId);
    setGesture({ kind: 'move', from: boardAt(event), by: [0, 0] });
  };
  const begin = (event: React.PointerEvent) => {
    svg.current?.focus({ preventScroll: true });
    // Beside the things the board is taken hold of; while it is drawn on, by the middle button.
    if (event.button === 1 || (event.button === 0 && !drawing)) {
      svg.current?.setPointerCapture(event.pointerId);
      pan.begin(event);
      return;
    }
    if (event.button !== 0) return;
    if (!event.shiftKey) useMaps.setState({ chosen: new Set() });
    svg.current?.setPointerCapture(event.pointerId);
    const at = boardAt(event);
    setGesture({ kind: 'box', from: at, to: at });
  };
  const move = (event: React.PointerEvent) => {
    if (pan.move(event) || !gesture) return;
    const at = boardAt(event);
    if (gesture.kind === 'box') return setGesture({ ...gesture, to: at });
    setGesture({ ...gesture, by: [at[0] - gesture.from[0], at[1] - gesture.from[1]] });
  };
  const letGo = () => {
    pan.end();
    const ended = gesture;
    setGesture(null);
    if (!ended) return;
    if (ended.kind === 'box') {
      const [left, right] = [Math.min(ended.from[0], ended.to[0]), Math.max(ended.from[0], ended.to[0])];
      const [low, high] = [Math.min(ended.from[1], ended.to[1]), Math.max(ended.from[1], ended.to[1])];
      if (right - left < 1) return;
      const inside = map.items.filter(({ box: [x, y, w, h] }) => x >= left && x + w <= right && y >= low && y + h <= high);
      useMaps.setState({ chosen: new Set([...chosen, ...inside.map(({ id }) => id)]) });
      return;
    }
    const scale = svg.current?.getScreenCTM()?.a ?? 1;
    if (Math.hypot(...ended.by) * scale < FAR) return;
    putItems(session, map, ended.kind === 'move' ? 'Places' : 'Size', after(ended));
  };
  useKeys('map', {
    'move things': (event) => {
      const way = ways[event.key];
      if (!drawing || !chosen.size || !way) return false;
      const by = Math.max(1, map.snap) * (event.shiftKey ? 10 : 1);
      putItems(session, map, 'Places', shifted(map.items, chosen, [way[0] * by, way[1] * by], map.snap));
      return true;
    },
    'drop things': () => {
      if (!drawing || !chosen.size) return false;
      putItems(
        session,
        map,
        'Things out',
        map.items.filter(({ id }) => !chosen.has(id)),
      );
      useMaps.setState({ chosen: new Set() });
      return true;
    },
    'leave things': () => {
      if (!chosen.size) return false;
      useMaps.setState({ chosen: new Set() });
      return true;
    },
  });
  const seen = after(gesture);
  const only = chosen.size === 1 ? seen.find(({ id }) => chosen.has(id)) : undefined;
  return (
    <svg
      ref={svg}
      viewBox={box}
      onDoubleClick={fit}
      className="h-full w-full touch-none outline-none"
      data-scope="map"
      data-testid="map board"
      role="application"
      aria-label={`The map ${map.name}. ${drawing ? 'Arrow keys move what is chosen.' : 'What is tapped is selected everywhere.'}`}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
      tabIndex={0}
      onPointerDown={begin}
      onPointerMove={move}
      onPointerUp={letGo}
      onPointerCancel={() => setGesture(null)}
    >
      <rect width={width} height={height} fill="var(--sheet)" stroke="var(--hair)" strokeWidth={0.4} />
      {map.background && (
        <image
          href={`data:image/png;base64,${map.background}`}
          width={width}
          height={height}
          preserveAspectRatio="xMinYMax meet"
          opacity={0.6}
        />
      )}
      {seen.map((item) => (
        <Thing
          key={item.id}
          show={show}
          map={map}
          item={item}
          lit={isLit(show, item, selection)}
          chosen={chosen.has(item.id)}
          onPress={press}
        />
      ))}
      {drawing && only && (
        <rect
          data-testid="map handle"
          x={only.box[0] + only.box[2] - 2}
          y={height - only.box[1] - 2}
          width={4}
          height={4}
          fill="var(--lamp)"
          style={{ cursor: 'nwse-resize' }}
          onPointerDown={(event) => {
            event.stopPropagation();
            svg.current?.setPointerCapture(event.pointerId);
            setGesture({ kind: 'size', id: only.id, from: boardAt(event), by: [0, 0] });
          }}
        />
      )}
      {gesture?.kind === 'box' && (
        <rect
          x={Math.min(gesture.from[0], gesture.to[0])}
          y={height - Math.max(gesture.from[1], gesture.to[1])}
          width={Math.abs(gesture.to[0] - gesture.from[0])}
          height={Math.abs(gesture.to[1] - gesture.from[1])}
          fill="var(--halo)"
          stroke="var(--lamp)"
          strokeWidth={0.3}
        />
      )}
    </svg>
  );
}
const toggled = (chosen: ReadonlySet<string>, id: string): ReadonlySet<string> => {
  const next = new Set(chosen);
  if (!next.delete(id)) next.add(id);
  return next;
};
const isLit = (show: Show, item: MapItem, selection: readonly Id[]): boolean =>
  selection.length > 0 && (isChannel(item) || isButton(item)) && lightsOf(show, item).some(({ id }) => selection.includes(id));

interface ThingProps {
  readonly show: Show;
  readonly map: BoardMap;
  readonly item: MapItem;
  readonly lit: boolean;
  readonly chosen: boolean;
  readonly onPress: (event: React.PointerEvent, item: MapItem) => void;
}
/** Drawn anew where it changed, and not with every step of a drag of others. */
const Thing = memo(
  function Thing({ show, map, item, lit, chosen, onPress }: ThingProps) {
    const [x, y, w, h] = item.box;
    const height = map.size[1];
    const tappable = isChannel(item) || isButton(item);
    return (
      // biome-ignore lint/a11y/useSemanticElements: a drawing has no buttons of its own; the table of maps has them for the keys
      <g
        data-item={item.id}
        data-what={item.what}
        data-lit={tappable && lit ? '' : undefined}
        role="button"
        tabIndex={-1}
        aria-pressed={tappable ? lit : chosen}
        aria-label={nameOf(show, item) || item.what}
        transform={`translate(${x} ${height - y})`}
        style={{ cursor: 'pointer' }}
        onPointerDown={(event) => onPress(event, item)}
      >
        {tappable && <rect className="glow" y={-h} width={Math.max(0, w)} height={Math.max(0, h)} rx={1} fill="transparent" />}
        {!tappable && (
          <rect x={Math.min(0, w)} y={-Math.max(0, h)} width={Math.abs(w)} height={Math.max(2, Math.abs(h))} fill="transparent" />
        )}
        <g style={{ color: 'var(--ink)', pointerEvents: 'none' }}>
          <PrimMarks prims={itemPrims(show, map, item)} pen={0.4} />
        </g>
        {isChannel(item) && (
          <text
            className="level"
            x={w - 1}
            y={-h / 2 + Math.min(6.5, h * 0.46) * 0.2}
            fontSize={Math.min(6.5, h * 0.46, w * 0.24)}
            textAnchor="end"
            fontWeight={700}
            fill="var(--ink)"
            style={{ pointerEvents: 'none' }}
          />
        )}
        {(lit || chosen) && (
          <rect
            x={Math.min(0, w) - 0.6}
            y={-Math.max(0, h) - 0.6}
            width={Math.abs(w) + 1.2}
            height={Math.abs(h) + 1.2}
            fill="none"
            stroke="var(--lamp)"
            strokeWidth={chosen ? 0.9 : 0.6}
            strokeDasharray={chosen && !lit ? '2 1' : undefined}
            style={{ pointerEvents: 'none' }}
          />
        )}
      </g>
    );
  },
  (a, b) =>
    a.show === b.show &&
    a.item === b.item &&
    a.lit === b.lit &&
    a.chosen === b.chosen &&
    sameLook(a.map, b.map) &&
    a.onPress === b.onPress,
);
const sameLook = (a: BoardMap, b: BoardMap): boolean => a.fields === b.fields && a.fill === b.fill && a.size === b.size;
