/** Draws a symbol: from a family's outline by its measures, refined by hand, or from a picture. Seen at its true scales beside it. */
import { useReducer, useState } from 'react';
import { boxOf } from '#core/draw/list';
import type { Measures } from '#core/draw/shapes';
import { symbolOf } from '#core/draw/symbols';
import type { Units } from '#core/measure/lengths';
import type { AccessoryForm, FixtureType, SymbolDef } from '#core/model/records';
import { useKeys } from '../../../ui/keys';
import { Line, TextField } from '../../../ui/TextField';
import { BoardBar } from './BoardBar';
import { BoardView } from './BoardView';
import { type Board, type BoardTool, boardReducer, shapesIn } from './board';
import { FromPicture, measuresFor, Outline, plain } from './Outline';
import { ChosenActs, Places } from './Places';
import { Scales } from './Scales';
import { ShapeForm } from './ShapeForm';
import { Variants } from './Variants';

interface Props {
  readonly symbol: SymbolDef;
  /** The type that it is drawn for, where there is one. */
  readonly type?: FixtureType;
  readonly units: Units;
  /** Leaves the editor: with the symbol, or null for without storing. */
  readonly onDone: (symbol: SymbolDef | null) => void;
}

export function SymbolEditor({ symbol: given, type, units, onDone }: Props) {
  const [board, act] = useReducer(boardReducer, {
    symbol: given,
    past: [],
    future: [],
    scope: -1,
    chosen: [],
    open: false,
  } as Board);
  const [tool, setTool] = useState<BoardTool>('select');
  const [anchorForm, setAnchorForm] = useState<AccessoryForm>('barn doors');
  const [measures, setMeasures] = useState<Measures>(() => measuresFor(given, type));
  const { symbol, scope, chosen } = board;
  const shapes = shapesIn(symbol, scope);
  const body = { ...(type ?? plain(symbol.family, measures)), family: symbol.family } as FixtureType;

  const box = boxOf(symbolOf(body, 0, [], { own: symbol }).prims);

  useKeys('symbol', { undo: () => act({ do: 'undo' }), redo: () => act({ do: 'redo' }) });

  return (
    <div className="flex min-h-0 flex-1 flex-col" data-scope="symbol">
      <div className="grid min-h-0 flex-1 grid-cols-[250px_1fr_300px]">
        <div className="min-h-0 overflow-auto px-3 py-2" style={{ borderRight: '1px solid var(--hair)' }}>
          <Line name="Name">
            <TextField
              label="Name of the symbol"
              value={symbol.name}
              onWrite={(text) => {
                if (!text.trim()) return 'A symbol has a name.';
                act({ do: 'change', to: (now) => ({ ...now, name: text.trim().slice(0, 200) }) });
                return null;
              }}
            />
          </Line>
          <Outline symbol={symbol} measures={measures} setMeasures={setMeasures} units={units} act={act} />
          <FromPicture width={measures.width} act={act} taken={() => setTool('clamp')} />
          <Variants board={board} act={act} />
        </div>
        <div className="flex min-h-0 min-w-0 flex-col">
          <BoardBar board={board} act={act} tool={tool} setTool={setTool} anchorForm={anchorForm} setAnchorForm={setAnchorForm} />
          <BoardView board={board} act={act} tool={tool} setTool={setTool} anchorForm={anchorForm} />
        </div>
        <div className="min-h-0 overflow-auto px-3 py-2" style={{ borderLeft: '1px solid var(--hair)' }}>
          <p className="pencil">
            {Math.round(box[2] - box[0])} by {Math.round(box[3] - box[1])} mm, {shapes.length} shapes
            {scope >= 0 ? ' of the variant' : ''}
          </p>
          <ShapeForm board={board} act={act} />
          {chosen.length > 0 && <ChosenActs board={board} act={act} />}
          <Places symbol={symbol} act={act} />
          <Scales symbol={symbol} type={body} />
        </div>
      </div>
      <footer className="flex items-center justify-end gap-3 px-4 py-2" style={{ borderTop: '1px solid var(--hair)' }}>
        {!symbol.shapes.length && !symbol.picture && <span style={{ color: 'var(--doubt)' }}>Nothing is drawn yet.</span>}
        <button type="button" className="act" onClick={() => onDone(null)}>
          {symbol === given ? 'Leave' : 'Leave without storing'}
        </button>
        <button
          type="button"
          className="act act-main"
          disabled={!symbol.shapes.length && !symbol.picture}
          onClick={() => onDone(symbol)}
        >
          {type ? 'Use this symbol' : 'Store the symbol'}
        </button>
      </footer>
    </div>
  );
}
