/** A filter under a source: its colour, what passes, its shift, its curve, and what stands nearest to it in a book. */

import { useMemo, useState } from 'react';
import useSWR from 'swr';
import { curveOf, lookOf, nearest } from '#core/light/filter';
import { type SourceName, sample, sources, WAVELENGTHS } from '#core/light/spectrum';
import type { Filter } from '#core/model/records';
import type { Listed } from '#core/shelf/search';
import { attempt, putItems, readItems } from '../../state/shelf';
import { Choice, ColourPick, Tick } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import { Curve } from './Light';

const three = (value: number): string => value.toFixed(3);
const signed = (value: number): string => `${value > 0 ? '+' : ''}${Math.round(value)}`;

interface Props {
  readonly record: Filter;
  readonly version: number;
  readonly items: readonly Listed[];
}

export function FilterPage({ record: filter, version, items }: Props) {
  const [source, setSource] = useState<SourceName>('lamp 3200 K');
  const books = useMemo(
    () => [...new Set(items.flatMap((item) => (item.kind === 'filter' ? [item.summary.maker ?? ''] : [])))].sort(),
    [items],
  );
  const [book, setBook] = useState(filter.book ?? '');
  const [hueFirst, setHueFirst] = useState(false);
  const ids = useMemo(
    () => items.filter((item) => item.kind === 'filter' && (item.summary.maker ?? '') === book).map((item) => item.id),
    [items, book],
  );
  const { data: all } = useSWR(['filters', book, ids.length], async () =>
    (await readItems(ids)).map(({ record }) => record).filter((record): record is Filter => record.kind === 'filter'),
  );
  const look = lookOf(filter, source);
  const close = all
    ? nearest(
        look.lab,
        all.filter((other) => other.id !== filter.id),
        source,
        5,
        hueFirst,
      )
    : [];
  const curve = curveOf(filter);
  const power = sources[source];
  const points = WAVELENGTHS.map((nm) => ({
    nm,
    passes: sample(curve, nm),
    light: sample(power, nm) / Math.max(...power.values),
  }));
  const write = (patch: Partial<Filter>) => {
    void attempt(() => putItems([{ record: { ...filter, ...patch }, base: version }]));
    return null;
  };
  return (
    <div className="flex flex-col gap-2">
      <div className="flex h-24 items-end border p-2" style={{ background: look.rgb, borderColor: 'var(--pencil)' }}>
        <span className="border px-1 text-[11px]" style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}>
          {look.rgb} under the {source}
        </span>
      </div>
      <fieldset className="flex gap-1" aria-label="Source">
        {(Object.keys(sources) as SourceName[]).map((name) => (
          <button
            key={name}
            type="button"
            className="act act-small"
            aria-pressed={source === name}
            onClick={() => setSource(name)}
          >
            {name}
          </button>
        ))}
      </fieldset>
      <dl className="grid grid-cols-[auto_1fr_auto_1fr] gap-x-3 gap-y-0.5">
        <dt className="pencil">Passes</dt>
        <dd className="text-right">{(look.passes * 100).toFixed(1)} %</dd>
        <dt className="pencil">x, y</dt>
        <dd className="text-right">{look.xy ? `${three(look.xy[0])}, ${three(look.xy[1])}` : 'black'}</dd>
        <dt className="pencil">Shift</dt>
        <dd className="text-right">{look.shift === null ? 'no white' : `${signed(look.shift)} mired`}</dd>
        <dt className="pencil">Becomes</dt>
        <dd className="text-right">{look.kelvin === null ? 'a colour' : `${Math.round(look.kelvin / 10) * 10} K`}</dd>
        <dt className="pencil">X, Y, Z</dt>
        <dd className="col-span-3 text-right">{look.xyz.map((value) => value.toFixed(2)).join(', ')}</dd>
      </dl>
      <Curve points={points} label={`Transmission of ${filter.code}`} />
      <p className="pencil text-[11px]">
        {filter.curve
          ? 'Transmission by wavelength; thin: the source.'
          : 'No curve was given: this one is guessed from the display colour.'}
      </p>
      <section aria-label="Nearest">
        <h4 className="flex items-baseline gap-2 font-bold">
          Nearest in
          <Choice
            label="Book to look in"
            className="!w-auto"
            value={book}
            options={books.map((name) => [name, name || 'no book'] as const)}
            onChoose={(value) => setBook(value)}
          />
          <label className="flex items-center gap-1 font-normal">
            <Tick checked={hueFirst} onTick={() => setHueFirst(!hueFirst)} /> hue first
          </label>
        </h4>
        <ol>
          {close.map(({ filter: other, difference }) => (
            <li key={other.id} className="flex items-center gap-2 py-0.5">
              <span className="h-4 w-6 border" style={{ background: lookOf(other, source).rgb, borderColor: 'var(--pencil)' }} />
              <span className="w-16">{other.code}</span>
              <span className="pencil flex-1 truncate">{other.name}</span>
              <span title="Delta E 2000">{difference.toFixed(1)}</span>
            </li>
          ))}
        </ol>
      </section>
      <div>
        <Line name="Code">
          <TextField
            label="Code"
            value={filter.code}
            onWrite={(text) => (text.trim() ? write({ code: text.trim() }) : 'A filter has a code.')}
          />
        </Line>
        <Line name="Name">
          <TextField label="Filter name" value={filter.name} onWrite={(name) => write({ name })} />
        </Line>
        <Line name="Book">
          <TextField label="Book" value={filter.book ?? ''} onWrite={(text) => write({ book: text.trim() })} />
        </Line>
        <Line name="On screen">
          <ColourPick
            label="Display colour"
            value={filter.rgb}
            onText={(value) => {
              const rgb = value;
              if (rgb !== filter.rgb) write({ rgb });
            }}
          />
          <span className="pencil">{filter.rgb}</span>
        </Line>
      </div>
    </div>
  );
}
