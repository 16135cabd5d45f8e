/** What the chosen thing of a title block says, how large it is and where it stands; without one, what there is. */
import { type TitleItem, titleItems } from '#core/model/records';
import { toast } from '../../state/toast';
import { Choice, FileField, LongText, Tick } from '../Field';
import { fittingPng } from '../picture-file';
import { Line, TextField } from '../TextField';
import type { Drawn } from './items';

const names: Readonly<Record<TitleItem['what'], string>> = {
  text: 'Words',
  line: 'Line',
  frame: 'Frame',
  picture: 'Picture',
  issues: 'Table of issues',
  'scale bar': 'Scale bar',
  bearings: 'Centre line and audience',
};
const words = [
  'show',
  'venue',
  'designer',
  'drawn',
  'drawing',
  'sheet',
  'scale',
  'paper',
  'date',
  'issue',
  'units',
  'dimensions',
];

interface Props {
  readonly block: Drawn;
  readonly item: TitleItem | null;
  readonly onChoose: (id: string) => void;
  readonly onAdd: (what: TitleItem['what']) => void;
  readonly onPut: (label: string, patch: Partial<TitleItem>) => void;
  readonly onDrop: () => void;
  readonly onSize: (size: readonly [number, number]) => void;
}
/** Figures in mm, one after the other. */
function Figures({
  names: labels,
  values,
  onWrite,
}: {
  readonly names: readonly string[];
  readonly values: readonly number[];
  readonly onWrite: (i: number, value: number) => string | null;
}) {
  return (
    <div className="flex items-baseline gap-1">
      <span className="pencil">mm</span>
      {labels.map((label, i) => (
        <TextField
          key={label}
          label={label}
          align="right"
          value={String(Math.round((values[i] ?? 0) * 10) / 10)}
          onWrite={(text) => {
            const value = Number(text.replace(',', '.'));
            return Number.isFinite(value) && Math.abs(value) <= 500 ? onWrite(i, value) : 'Millimetres of paper, as in 40.';
          }}
        />
      ))}
    </div>
  );
}

export function ItemLines({ block, item, onChoose, onAdd, onPut, onDrop, onSize }: Props) {
  return (
    <section aria-label="Things of the title block" className="w-56 shrink-0 overflow-y-auto">
      <Choice
        label="Add to the title block"
        value=""
        options={[['', 'Add a thing'], ...titleItems.map((what) => [what, names[what]] as const)]}
        onChoose={(value) => value && onAdd(value)}
      />
      {item ? (
        <>
          <h3 className="pencil pt-2">{names[item.what]}</h3>
          {item.what === 'text' && (
            <>
              <LongText
                key={`${item.id} ${item.text}`}
                label="Words"
                className="field h-16 w-full"
                defaultValue={item.text ?? ''}
                onText={() => {}}
                onBlur={(event) => {
                  const text = event.target.value.slice(0, 2000);
                  if (text !== (item.text ?? '')) onPut('Words of the title block', { text });
                }}
              />
              <p className="pencil text-[11px]">{words.map((word) => `{${word}}`).join(' ')} stand for what they name.</p>
              <Line name="Height">
                <TextField
                  label="Height of the letters"
                  align="right"
                  value={String(item.size ?? 3)}
                  onWrite={(text) => {
                    const size = Number(text.replace(',', '.'));
                    if (!(size >= 2.5 && size <= 50)) return '2.5 to 50 mm; smaller letters cannot be read in one hand.';
                    onPut('Height of letters', { size });
                    return null;
                  }}
                />
              </Line>
              <Line name="Stands">
                <Choice
                  label="How the words stand"
                  value={item.align ?? 'left'}
                  options={['left', 'centre', 'right']}
                  onChoose={(align) => onPut('How words stand', { align: align as NonNullable<TitleItem['align']> })}
                />
              </Line>
              <label className="flex items-center gap-2">
                <Tick checked={item.bold ?? false} onTick={(bold) => onPut('Weight of words', { bold })} />
                heavy
              </label>
            </>
          )}
          {item.what === 'picture' && (
            <label className="link">
              {item.picture ? 'Another picture' : 'Take a picture from a file'}
              <FileField
                testId="title-picture"
                accept="image/*"
                onFile={(file) =>
                  fittingPng(file, file.name, 800).then(
                    (picture) => onPut('Picture in the title block', { picture }),
                    (error: Error) => toast(error.message),
                  )
                }
              />
            </label>
          )}
          <Figures
            names={['Left', 'Bottom', 'Width', 'Height']}
            values={item.box}
            onWrite={(i, value) => {
              if (i > 1 && value < (item.what === 'line' ? 0 : 1)) return 'At least 1 mm.';
              onPut('Place', { box: item.box.map((old, j) => (i === j ? value : old)) as unknown as TitleItem['box'] });
              return null;
            }}
          />
          <button type="button" className="link pt-1" onClick={onDrop}>
            Delete
          </button>
        </>
      ) : (
        <>
          <h3 className="pencil pt-2">The block</h3>
          <Figures
            names={['Width of the block', 'Height of the block']}
            values={block.size}
            onWrite={(i, value) => {
              if (value < 10) return 'At least 10 mm.';
              onSize([i === 0 ? value : block.size[0], i === 1 ? value : block.size[1]]);
              return null;
            }}
          />
          <ul aria-label="Things in the block" className="pt-1">
            {block.items.map((thing) => (
              <li key={thing.id}>
                <button type="button" className="link truncate text-left" onClick={() => onChoose(thing.id)}>
                  {thing.what === 'text' ? thing.text || names.text : names[thing.what]}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
