/** Draws a symbol: from a family's outline by its measures, refined by hand, or from a picture. Seen at its true scales beside it. */

import { Anchor, Circle, Crosshair, Hash, ImageUp, MousePointer2, PenLine, Redo2, Type, Undo2 } from 'lucide-react';
import { useReducer, useRef, useState } from 'react';
import { boxOf } from '#core/draw/list';
import { familyShapes, type Measures, measuresOf, mirroredShape } from '#core/draw/shapes';
import { symbolOf } from '#core/draw/symbols';
import { endsOf } from '#core/formats/index';
import { parseLength, type Units } from '#core/measure/lengths';
import { type AccessoryForm, accessoryForms, type Family, type FixtureType, families, type SymbolDef } from '#core/model/records';
import { Choice, FileField } from '../../../ui/Field';
import { useKeys } from '../../../ui/keys';
import { Line, TextField } from '../../../ui/TextField';
import { BoardView } from './BoardView';
import {
  alignChosen,
  type Board,
  type BoardTool,
  boardReducer,
  mirrorCopies,
  onShapes,
  shapesIn,
  withAnchor,
  withShapes,
} from './board';
import { PointText } from './PointText';
import { Scales } from './Scales';
import { ShapeForm } from './ShapeForm';
import { TakePicture } from './TakePicture';
import { Variants } from './Variants';

interface Props {
  readonly symbol: SymbolDef;
  /** The type that it is drawn for, where there is one. */
  readonly type?: FixtureType;
  readonly units: Units;
  /** Leaves the editor: with the symbol, or null for without storing. */
  readonly onDone: (symbol: SymbolDef | null) => void;
}

const tools: readonly (readonly [BoardTool, string, typeof PenLine])[] = [
  ['select', 'Choose and move', MousePointer2],
  ['line', 'Line: click points; Enter ends, the first point closes', PenLine],
  ['circle', 'Circle: press at the middle and drag', Circle],
  ['text', 'Text zone', Type],
  ['clamp', 'Where the clamp is', Crosshair],
  ['unit', 'Where the unit number stands', Hash],
  ['anchor', 'Where an accessory sits', Anchor],
];

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
  const [picture, setPicture] = useState<File | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const { symbol, scope, chosen } = board;
  const shapes = shapesIn(symbol, scope);
  const body = { ...(type ?? plain(symbol.family, measures)), family: symbol.family } as FixtureType;

  const redraw = (family: Family, next: Measures) => {
    setMeasures(next);
    const drawn = familyShapes(family, next);
    act({
      do: 'change',
      to: ({ picture: _, ...now }) => ({ ...now, family, shapes: drawn.shapes, unitAt: drawn.unitAt, origin: [0, 0], nose: 90 }),
    });
  };
  const measure = (key: 'length' | 'width' | 'nose' | 'yoke' | 'cells') => (text: string) => {
    if (key === 'cells') {
      const cells = Number(text);
      if (!Number.isInteger(cells) || cells < 1 || cells > 64) return 'A whole number from 1 to 64.';
      redraw(symbol.family, { ...measures, cells });
      return null;
    }
    const mm = /^\d+([.,]\d*)?$/.test(text.trim()) ? Number(text.replace(',', '.')) : parsed(text, units);
    if (typeof mm === 'string') return mm;
    const most = key === 'nose' ? measures.length - 1 : key === 'yoke' ? measures.length : 20000;
    if (!(mm >= (key === 'yoke' ? 0 : 1) && mm <= most)) return `At most ${Math.round(most)} mm.`;
    const next = { ...measures, [key]: mm };
    redraw(symbol.family, { ...next, nose: Math.min(next.nose, next.length - 1), yoke: Math.min(next.yoke, next.length) });
    return null;
  };
  const remove = () =>
    act({
      do: 'change',
      to: (now) =>
        withShapes(
          now,
          scope,
          shapesIn(now, scope).filter((_, i) => !chosen.includes(i)),
        ),
    });
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
          <h3 className="pt-2 font-bold">From a family's outline</h3>
          <Line name="Family">
            <Choice
              label="Family of the outline"
              value={symbol.family}
              options={families.map((family) => family)}
              onChoose={(value) => redraw(value as Family, measures)}
            />
          </Line>
          {(['length', 'width', 'nose', 'yoke'] as const).map((key) => (
            <div
              key={key}
              title={key === 'yoke' ? 'From the back to the clamp' : key === 'nose' ? 'Length of the front part' : undefined}
            >
              <Line name={key === 'yoke' ? 'Yoke at' : key[0]!.toUpperCase() + key.slice(1)} unit="mm">
                <TextField label={`Measure ${key}`} value={String(Math.round(measures[key] * 10) / 10)} onWrite={measure(key)} />
              </Line>
            </div>
          ))}
          <Line name="Cells">
            <TextField label="Measure cells" value={String(measures.cells)} onWrite={measure('cells')} />
          </Line>
          <button type="button" className="act mt-1 w-full" onClick={() => redraw(symbol.family, measures)}>
            Draw it from these measures
          </button>
          <h3 className="pt-3 font-bold">From a picture</h3>
          <button
            type="button"
            className="act mt-1 flex w-full items-center justify-center gap-2"
            onClick={() => file.current?.click()}
          >
            <ImageUp size={14} /> PNG, JPEG, WebP, SVG or DXF
          </button>
          <FileField
            ref={file}
            testId="symbol-picture"
            accept={`${endsOf('picture')},image/*`}
            onFile={(file) => {
              setPicture(file);
            }}
          />
          {picture && (
            <TakePicture
              key={`${picture.name} ${picture.size}`}
              file={picture}
              width={measures.width}
              close={() => setPicture(null)}
              onTake={(change) => {
                act({ do: 'change', to: change });
                setTool('clamp');
              }}
            />
          )}
          <Variants board={board} act={act} />
        </div>
        <div className="flex min-h-0 min-w-0 flex-col">
          <div
            className="flex flex-wrap items-center gap-1 px-2 py-1"
            style={{ borderBottom: '1px solid var(--hair)' }}
            role="toolbar"
            aria-label="Tools"
          >
            {tools.map(([name, text, Icon]) => (
              <button
                key={name}
                type="button"
                className="tool"
                aria-label={text}
                title={text}
                aria-pressed={tool === name}
                onClick={() => setTool(name)}
              >
                <Icon size={15} />
              </button>
            ))}
            {tool === 'anchor' && (
              <Choice
                label="Accessory of the anchor"
                className="!w-auto"
                value={anchorForm}
                options={accessoryForms.map((form) => form)}
                onChoose={(value) => setAnchorForm(value as AccessoryForm)}
              />
            )}
            <span className="flex-1" />
            <button
              type="button"
              className="tool"
              aria-label="Undo in the symbol"
              title="Undo (Ctrl Z)"
              disabled={!board.past.length}
              onClick={() => act({ do: 'undo' })}
            >
              <Undo2 size={14} />
            </button>
            <button
              type="button"
              className="tool"
              aria-label="Redo in the symbol"
              title="Redo (Ctrl Shift Z)"
              disabled={!board.future.length}
              onClick={() => act({ do: 'redo' })}
            >
              <Redo2 size={14} />
            </button>
          </div>
          <BoardView board={board} act={act} tool={tool} setTool={setTool} anchorForm={anchorForm} />
        </div>
        <div className="min-h-0 overflow-auto px-3 py-2" style={{ borderLeft: '1px solid var(--hair)' }}>
          <p className="pencil">
            {Math.round(box[2] - box[0])} by {Math.round(box[3] - box[1])} mm, {shapes.length} shapes
            {scope >= 0 ? ' of the variant' : ''}
          </p>
          <ShapeForm board={board} act={act} />
          {chosen.length > 0 && (
            <div className="flex flex-wrap gap-1 py-1">
              <button
                type="button"
                className="act act-small"
                onClick={() => act({ do: 'change', to: onShapes(scope, chosen, mirroredShape) })}
              >
                Mirror
              </button>
              <button
                type="button"
                className="act act-small"
                onClick={() => act({ do: 'change', to: mirrorCopies(scope, chosen) })}
              >
                Mirrored copy
              </button>
              {(['left', 'centre', 'right', 'front', 'back'] as const).map((how) => (
                <button
                  key={how}
                  type="button"
                  className="act act-small"
                  title={how === 'centre' ? 'Middle onto the centre line' : `Align at the ${how}`}
                  onClick={() => act({ do: 'change', to: alignChosen(scope, chosen, how) })}
                >
                  {how}
                </button>
              ))}
              <button type="button" className="act act-small" onClick={remove}>
                Delete
              </button>
            </div>
          )}
          <div className="pt-2">
            <Line name="Clamp" unit="mm">
              <PointText
                label="Clamp"
                at={symbol.origin}
                onPoint={(origin) => act({ do: 'change', to: (now) => ({ ...now, origin }) })}
              />
            </Line>
            <Line name="Unit number" unit="mm">
              <PointText
                label="Place of the unit number"
                at={symbol.unitAt}
                onPoint={(unitAt) => act({ do: 'change', to: (now) => ({ ...now, unitAt }) })}
              />
            </Line>
            <Line name="Nose" unit="deg">
              <TextField
                label="Direction of the nose"
                value={String(symbol.nose)}
                onWrite={(text) => {
                  const nose = Number(text.replace(',', '.'));
                  if (!Number.isFinite(nose) || Math.abs(nose) > 360) return 'Degrees; 90 is up.';
                  act({ do: 'change', to: (now) => ({ ...now, nose }) });
                  return null;
                }}
              />
            </Line>
            {symbol.anchors.map((anchor) => (
              <Line key={anchor.form} name={anchor.form} unit="mm">
                <PointText
                  label={`Anchor of ${anchor.form}`}
                  at={anchor.at}
                  onPoint={(at) => act({ do: 'change', to: withAnchor(anchor.form, at) })}
                />
                <button
                  type="button"
                  className="link text-[11px]"
                  onClick={() => act({ do: 'change', to: withAnchor(anchor.form, null) })}
                >
                  away
                </button>
              </Line>
            ))}
          </div>
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

function parsed(text: string, units: Units): number | string {
  const length = parseLength(text, units);
  return length.ok ? length.mm : length.why;
}
const plain = (family: Family, { length, width, cells, field }: Measures) =>
  ({
    kind: 'type',
    family,
    length,
    width,
    height: 300,
    cells,
    field,
    watts: 0,
    lamp: 'Halogen',
    modes: [],
  }) as unknown as FixtureType;
function measuresFor(symbol: SymbolDef, type: FixtureType | undefined): Measures {
  if (type) return measuresOf(symbol.family, type);
  const box = boxOf(
    symbolOf(plain(symbol.family, { length: 400, width: 300, nose: 200, yoke: 180, cells: 1, field: 26 }), 0, [], { own: symbol })
      .prims,
  );
  const [length, width] = [Math.max(20, Math.round(box[3] - box[1])), Math.max(20, Math.round(box[2] - box[0]))];
  return { ...measuresOf(symbol.family, { length, width, cells: 1, field: 26 }), yoke: Math.max(0, Math.round(-box[1])) };
}
