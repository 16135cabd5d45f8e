/** Where a symbol comes from: a family's outline by its measures, or a picture. */
import { ImageUp } from 'lucide-react';
import { type Dispatch, useRef, useState } from 'react';
import { boxOf } from '#core/draw/list';
import { familyShapes, type Measures, measuresOf } from '#core/draw/shapes';
import { symbolOf } from '#core/draw/symbols';
import { endsOf } from '#core/formats/index';
import { parseLength, type Units } from '#core/measure/lengths';
import { type Family, type FixtureType, families, type SymbolDef } from '#core/model/records';
import { Choice, FileField } from '../../../ui/Field';
import { Line, TextField } from '../../../ui/TextField';
import type { Act } from './board';
import { TakePicture } from './TakePicture';

type Measure = 'length' | 'width' | 'nose' | 'yoke' | 'cells';
/** The measures with one that was typed, or why it cannot be. */
function measured(measures: Measures, key: Measure, text: string, units: Units): Measures | string {
  if (key === 'cells') {
    const cells = Number(text);
    return Number.isInteger(cells) && cells >= 1 && cells <= 64 ? { ...measures, cells } : 'A whole number from 1 to 64.';
  }
  const mm = /^\d+([.,]\d*)?$/.test(text.trim()) ? Number(text.replace(',', '.')) : parsed(text, units);
  if (typeof mm === 'string') return mm;
  const most = key === 'nose' ? measures.length - 1 : key === 'yoke' ? measures.length : 20000;
  if (!(mm >= (key === 'yoke' ? 0 : 1) && mm <= most)) return `At most ${Math.round(most)} mm.`;
  const next = { ...measures, [key]: mm };
  return { ...next, nose: Math.min(next.nose, next.length - 1), yoke: Math.min(next.yoke, next.length) };
}
const rows: readonly (readonly [Exclude<Measure, 'cells'>, string, string?])[] = [
  ['length', 'Length'],
  ['width', 'Width'],
  ['nose', 'Nose', 'Length of the front part'],
  ['yoke', 'Yoke at', 'From the back to the clamp'],
];

interface Props {
  readonly symbol: SymbolDef;
  readonly measures: Measures;
  readonly setMeasures: (measures: Measures) => void;
  readonly units: Units;
  readonly act: Dispatch<Act>;
}
/** The family's outline, drawn anew whenever a measure is written. */
export function Outline({ symbol, measures, setMeasures, units, act }: Props) {
  const redraw = (family: Family, next: Measures) => {
    setMeasures(next);
    const drawn = familyShapes(family, next);
    act({
      do: 'change',
      to: ({ picture: _, ...now }) => ({ ...now, family, shapes: drawn.shapes, unitAt: drawn.unitAt, origin: [0, 0], nose: 90 }),
    });
  };
  const write = (key: Measure) => (text: string) => {
    const next = measured(measures, key, text, units);
    if (typeof next === 'string') return next;
    redraw(symbol.family, next);
    return null;
  };
  return (
    <>
      <h3 className="pt-2 font-bold">From a family's outline</h3>
      <Line name="Family">
        <Choice
          label="Family of the outline"
          value={symbol.family}
          options={families.map((family) => family)}
          onChoose={(value) => redraw(value as Family, measures)}
        />
      </Line>
      {rows.map(([key, name, title]) => (
        <div key={key} title={title}>
          <Line name={name} unit="mm">
            <TextField label={`Measure ${key}`} value={String(Math.round(measures[key] * 10) / 10)} onWrite={write(key)} />
          </Line>
        </div>
      ))}
      <Line name="Cells">
        <TextField label="Measure cells" value={String(measures.cells)} onWrite={write('cells')} />
      </Line>
      <button type="button" className="act mt-1 w-full" onClick={() => redraw(symbol.family, measures)}>
        Draw it from these measures
      </button>
    </>
  );
}

/** A picture as the symbol, or as what is drawn over. */
export function FromPicture({ width, act, taken }: { width: number; act: Dispatch<Act>; taken: () => void }) {
  const [picture, setPicture] = useState<File | null>(null);
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <h3 className="pt-3 font-bold">From a picture</h3>
      <button
        type="button"
        className="act mt-1 flex w-full items-center justify-center gap-2"
        onClick={() => file.current?.click()}
      >
        <ImageUp size={14} /> PNG, JPEG, WebP, SVG or DXF
      </button>
      <FileField ref={file} testId="symbol-picture" accept={`${endsOf('picture')},image/*`} onFile={setPicture} />
      {picture && (
        <TakePicture
          key={`${picture.name} ${picture.size}`}
          file={picture}
          width={width}
          close={() => setPicture(null)}
          onTake={(change) => {
            act({ do: 'change', to: change });
            taken();
          }}
        />
      )}
    </>
  );
}

function parsed(text: string, units: Units): number | string {
  const length = parseLength(text, units);
  return length.ok ? length.mm : length.why;
}
/** A type that has no more than a symbol needs. */
export const plain = (family: Family, { length, width, cells, field }: Measures) =>
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
/** The measures that a symbol is drawn by: its type's, or its own size. */
export function measuresFor(symbol: SymbolDef, type: FixtureType | undefined): Measures {
  if (type) return measuresOf(symbol.family, type);
  const box = boxOf(
    symbolOf(plain(symbol.family, { length: 400, width: 300, nose: 200, yoke: 180, cells: 1, field: 26 }), 0, [], { own: symbol })
      .prims,
  );
  const [length, width] = [Math.max(20, Math.round(box[3] - box[1])), Math.max(20, Math.round(box[2] - box[0]))];
  return { ...measuresOf(symbol.family, { length, width, cells: 1, field: 26 }), yoke: Math.max(0, Math.round(-box[1])) };
}
