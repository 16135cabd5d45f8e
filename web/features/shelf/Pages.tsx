/** Small things of the Shelf, edited where they are shown: accessories, gobos, tag sets, title blocks. */

import { Plus, Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { drawnFrom } from '#core/draw/title-items';
import { usualFields } from '#core/fields/index';
import { stringFrom, stringText } from '#core/light/changers';
import { makeSettings } from '#core/model/make';
import {
  type Accessory,
  type AccessoryForm,
  accessoryForms,
  type Gobo,
  type LedgerView,
  type ShelfRecord,
  type TagSet,
  type TitleBlock,
} from '#core/model/records';
import { showOf } from '#core/model/show';
import { attempt, putItems } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice, FileField } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import { TitleBoard } from '../../ui/title-block/TitleBoard';
import { goboPicture } from './gobo-picture';

interface Props<R extends ShelfRecord> {
  readonly record: R;
  readonly version: number;
}

const store = (record: ShelfRecord, version: number): null => {
  void attempt(() => putItems([{ record, base: version }]));
  return null;
};
const whole = (text: string, most: number): number | null | undefined => {
  if (!text.trim()) return null;
  const value = Number(text);
  return Number.isInteger(value) && value >= 0 && value <= most ? value : undefined;
};

export function TagSetPage({ record }: Props<TagSet>) {
  return (
    <div>
      <ul>
        {record.lines.map((line) => (
          <li key={`${line.field} ${line.place}`} className="flex justify-between">
            <span>{line.field}</span>
            <span className="pencil">
              {line.place}
              {line.enclosure === 'none' ? '' : `, ${line.enclosure}`}, {line.size} mm
            </span>
          </li>
        ))}
      </ul>
      <p className="pencil pt-2">Tag sets are changed in a show, where they are seen, and put back from there.</p>
    </div>
  );
}

export function AccessoryPage({ record, version }: Props<Accessory>) {
  const write = (patch: Partial<Accessory>) => store({ ...record, ...patch }, version);
  return (
    <div>
      <Line name="Name">
        <TextField
          label="Accessory name"
          value={record.name}
          onWrite={(text) => (text.trim() ? write({ name: text.trim() }) : 'An accessory has a name.')}
        />
      </Line>
      <Line name="Drawn as">
        <Choice
          label="Drawn as"
          value={record.form}
          options={accessoryForms.map((form) => form)}
          onChoose={(value) => write({ form: value as AccessoryForm })}
        />
      </Line>
      <Line name="House owns">
        <TextField
          label="The house owns"
          value={record.stock === null ? '' : String(record.stock)}
          placeholder="not counted"
          onWrite={(text) => {
            const stock = whole(text, 100000);
            return stock === undefined ? 'A whole number, or nothing.' : write({ stock });
          }}
        />
      </Line>
      <Line name="Own slots" unit="slots">
        <TextField
          label="Own slots"
          value={record.slots === undefined ? '' : String(record.slots)}
          placeholder="no device"
          onWrite={(text) => {
            const slots = whole(text, 512);
            if (slots === undefined) return 'A whole number up to 512, or nothing.';
            const { slots: _, ...rest } = record;
            return store(slots === null ? rest : { ...rest, slots }, version);
          }}
        />
      </Line>
      {record.form === 'scroller' && (
        <Line name="String">
          <TextField
            label="String"
            value={stringText(record.string ?? [])}
            placeholder="clear, code, code"
            help="Colours in the order of the frames, with commas between"
            onWrite={(text) => {
              const string = stringFrom([], text);
              if (string.length > 60) return 'At most 60 frames.';
              const { string: _, ...rest } = record;
              return store(string.length ? { ...rest, string } : rest, version);
            }}
          />
        </Line>
      )}
      <p className="pencil pt-2">
        With slots of its own an accessory is a device: where it hangs, it becomes a part with channel and address.
      </p>
    </div>
  );
}

export function GoboPage({ record, version }: Props<Gobo>) {
  const write = (patch: Partial<Gobo>) => store({ ...record, ...patch }, version);
  const file = useRef<HTMLInputElement>(null);
  const take = (made: Promise<string>) => {
    made.then((picture) => write({ picture })).catch((error: Error) => toast.error(error.message));
  };
  const { picture } = record;
  return (
    <div>
      {picture ? (
        <div className="mb-2 grid place-items-center border bg-black p-2" style={{ borderColor: 'var(--hair)' }}>
          <img src={`data:image/png;base64,${picture}`} alt={`Gobo ${record.code}`} className="h-48 w-48" />
        </div>
      ) : (
        <p className="pencil pb-2">
          Without a picture its light is as without the gobo. Take one: white lets light through, its longer side is as wide as
          the field.
        </p>
      )}
      <p className="flex gap-2 pb-2">
        <button type="button" className="act act-small" onClick={() => file.current?.click()}>
          {picture ? 'Take another picture' : 'Take a picture'}
        </button>
        {picture && (
          <button
            type="button"
            className="act act-small"
            title="White becomes black, and black white"
            onClick={() => {
              const bytes = Uint8Array.from(atob(picture), (letter) => letter.charCodeAt(0));
              take(goboPicture(new Blob([bytes], { type: 'image/png' }), record.code, true));
            }}
          >
            Swap black and white
          </button>
        )}
        <FileField
          ref={file}
          testId="gobo-picture"
          accept=".png,.jpg,.jpeg,.webp,.gif,.svg,image/*"
          onFile={(chosen) => take(goboPicture(chosen, chosen.name))}
        />
      </p>
      <Line name="Code">
        <TextField
          label="Gobo code"
          value={record.code}
          onWrite={(text) => (text.trim() ? write({ code: text.trim() }) : 'A gobo has a code.')}
        />
      </Line>
      <Line name="Name">
        <TextField label="Gobo name" value={record.name} onWrite={(name) => write({ name })} />
      </Line>
      <Line name="Maker">
        <TextField label="Gobo maker" value={record.maker} onWrite={(maker) => write({ maker })} />
      </Line>
    </div>
  );
}

/** A list: its columns in their order, how it is sorted and grouped, and what it is narrowed to. It is made and changed in the Ledger of a show. */
export function ListPage({ record, version }: Props<LedgerView>) {
  const title = (field: string) => usualFields.find(({ id }) => id === field)?.title ?? 'a column of one show';
  const said = [
    record.groups?.length ? `grouped by ${record.groups.map(title).join(', ')}` : '',
    record.sort ? `sorted by ${title(record.sort.field)}${record.sort.down ? ', last first' : ''}` : '',
    record.breaks ? 'each group on a page of its own' : '',
    record.sums?.length ? `sums of ${record.sums.map(title).join(', ')}` : '',
  ].filter(Boolean);
  return (
    <div>
      <Line name="Name">
        <TextField
          label="Name of the list"
          value={record.name}
          onWrite={(text) => (text.trim() ? store({ ...record, name: text.trim() }, version) : 'A list has a name.')}
        />
      </Line>
      <ol aria-label="Columns">
        {(record.columns ?? []).map(({ field, heading }) => (
          <li key={field}>{heading ? `${heading} (${title(field)})` : title(field)}</li>
        ))}
      </ol>
      {record.sieves
        .filter(({ on, text }) => on && text)
        .map(({ field, text }) => (
          <p key={field}>
            only where {title(field)} is {text}
          </p>
        ))}
      {said.length > 0 && <p className="pencil">{said.join('; ')}.</p>}
    </div>
  );
}

/** What a title block says on the Shelf, where no show is open. */
const standIn = showOf('00000000-0000-4000-8000-000000000000', [
  {
    ...makeSettings('00000000-0000-4000-8000-000000000000', 'Name of the show'),
    venue: 'Venue',
    designer: 'Designer',
    issued: 'A',
  },
  {
    id: '00000000-0000-4000-8000-000000000001',
    kind: 'issue',
    name: 'A',
    day: '2026-11-29',
    order: 1,
    to: 'whom it is for',
    note: 'what it is',
  },
]);
function TitleTextLines({ record, version }: Props<TitleBlock>) {
  const write = (lines: TitleBlock['lines']) => store({ ...record, lines }, version);
  return (
    <>
      {record.lines.map((line, i) => {
        const put = (patch: Partial<TitleBlock['lines'][number]>) =>
          write(record.lines.map((other, j) => (i === j ? { ...other, ...patch } : other)));
        return (
          <div key={`${i} ${line.label} ${line.text}`} className="flex items-center gap-2 py-0.5">
            <TextField label={`Label ${i + 1}`} value={line.label} placeholder="label" onWrite={(label) => put({ label })} />
            <TextField label={`Text ${i + 1}`} value={line.text} placeholder="text" onWrite={(text) => put({ text })} />
            <span className="w-12">
              <TextField
                label={`Size ${i + 1}`}
                value={String(line.size)}
                align="right"
                onWrite={(text) => {
                  const size = Number(text.replace(',', '.'));
                  return size >= 1 && size <= 20 ? put({ size }) : '1 to 20 mm.';
                }}
              />
            </span>
            <button
              type="button"
              aria-label={`Take away line ${i + 1}`}
              onClick={() => write(record.lines.filter((_, j) => j !== i))}
            >
              <Trash2 size={12} />
            </button>
          </div>
        );
      })}
      <button
        type="button"
        className="act mt-1 flex items-center gap-1"
        disabled={record.lines.length >= 20}
        onClick={() => write([...record.lines, { label: '', text: 'Text', size: 2.5 }])}
      >
        <Plus size={12} /> Line
      </button>
      <p className="pencil pt-2">
        {'{show} {venue} {designer} {drawn} {scale} {paper} {date} {issue} {units} stand for what they name.'}
      </p>
    </>
  );
}

export function TitlePage({ record, version }: Props<TitleBlock>) {
  return (
    <div>
      <Line name="Name">
        <TextField
          label="Name of the title block"
          value={record.name}
          onWrite={(text) => (text.trim() ? store({ ...record, name: text.trim() }, version) : 'A title block has a name.')}
        />
      </Line>
      {record.items && record.size ? (
        <>
          <div className="h-[26rem] border" style={{ borderColor: 'var(--hair)' }}>
            <TitleBoard
              block={{ ...record, size: record.size, items: record.items }}
              show={standIn}
              onWrite={(_, next) => void store(next, version)}
            />
          </div>
          <button
            type="button"
            className="link pt-1"
            onClick={() => {
              const { size: _, items: __, ...lined } = record;
              store(lined, version);
            }}
          >
            As lines again
          </button>
        </>
      ) : (
        <>
          <TitleTextLines record={record} version={version} />
          <button type="button" className="link pt-1" onClick={() => store({ ...record, ...drawnFrom(record) }, version)}>
            Draw it instead: move its words about, with lines, a picture and the table of issues
          </button>
        </>
      )}
    </div>
  );
}
