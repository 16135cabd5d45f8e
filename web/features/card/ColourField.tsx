/** The colour of the chosen fixtures: codes, stacked with "+", or a colour of its own for LED. A code that only the Shelf knows comes along with its filter. */

import { useState } from 'react';
import { HEX, writtenColour } from '#core/light/codes';
import { colourIn, labOfHex, lookOf, nearest } from '#core/light/filter';
import { firstOf } from '#core/measure/list';
import { apply, type Change, compose, updating } from '#core/model/change';
import type { Filter, Fixture } from '#core/model/records';
import { all, get, type Show } from '#core/model/show';
import { taking } from '#core/shelf/copy';
import { useSession, useShow } from '../../state/context';
import { attempt, readItems, shelvedFilters, useShelf } from '../../state/shelf';
import { toast } from '../../state/toast';
import { ColourPick } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';

export function ColourField({ fixtures }: { fixtures: readonly Fixture[] }) {
  const session = useSession();
  const show = useShow();
  const { list } = useShelf();
  const [looking, setLooking] = useState(false);
  const codes = new Set(fixtures.flatMap((fixture) => fixture.parts.map((part) => part.colour)));
  const text = codes.size === 1 ? firstOf([...codes]) : null;
  const colour = text === null ? null : colourIn(show, text);
  const led = fixtures.every((fixture) => get(show, 'type', fixture.type).lamp === 'LED');
  const filters = all(show, 'filter');

  const paint = (now: Show, written: string): Change =>
    updating(
      fixtures.flatMap((old) => {
        const fixture = now.records.get(old.id);
        return fixture?.kind === 'fixture'
          ? [[fixture, { ...fixture, parts: fixture.parts.map((part) => ({ ...part, colour: written })) }] as const]
          : [];
      }),
    );
  const write = (typed: string): string | null => {
    const { unknown } = colourIn(show, typed);
    const shelved = shelvedFilters(list.items, unknown);
    const label = `Colour ${typed.trim() || 'cleared'} for ${plural(fixtures.length)}`;
    if (!shelved.length) {
      session.edit(label, paint(show, writtenColour(filters, typed)));
      return null;
    }
    void attempt(async () => {
      const items = await readItems(shelved.map((item) => item.id));
      const now = session.get().show;
      const take = taking(now, items);
      const after = apply(now, take);
      session.edit(label, compose(take, paint(after, writtenColour(all(after, 'filter'), typed))));
      toast(`${shelved.map((item) => item.summary.name).join(', ')} came along from the Shelf.`);
    });
    return null;
  };
  const direct = text !== null && HEX.test(text) ? text : null;
  const near =
    looking && colour?.rgb
      ? nearest(
          colour.filters[0] && colour.filters.length === 1 ? lookOf(colour.filters[0]).lab : labOfHex(colour.rgb),
          filters.filter((filter) => !colour.filters.includes(filter)),
          'lamp 3200 K',
          4,
        )
      : [];
  return (
    <>
      <Line name="Colour">
        {colour?.rgb && (
          <span
            title={colour.filters.map((filter) => filter.name).join(' + ') || colour.rgb}
            className="inline-block h-3.5 w-5 shrink-0 self-center border"
            style={{ background: colour.rgb, borderColor: 'var(--pencil)' }}
          />
        )}
        <TextField
          label="Colour"
          value={text ?? ''}
          placeholder={text === null ? 'several' : ''}
          list={filters.map((filter) => filter.code)}
          onWrite={write}
        />
        {led && (
          <ColourPick
            label="Colour of the light"
            title="A colour of its own"
            className="h-5 w-6 shrink-0 self-center"
            value={direct ?? colour?.rgb ?? '#ffffff'}
            onText={(value) => {
              if (value !== direct) session.edit(`Colour ${value} for ${plural(fixtures.length)}`, paint(show, value));
            }}
          />
        )}
      </Line>
      {colour && colour.unknown.length > 0 && (
        <p className="text-[11px]" style={{ color: 'var(--doubt)' }}>
          {colour.unknown.join(', ')} stands in no book here or on the Shelf.
        </p>
      )}
      {colour?.rgb && (
        <p className="pencil flex gap-2 text-[11px]">
          <span className="flex-1 truncate">
            {colour.passes !== null && !direct ? `${(colour.passes * 100).toFixed(1)} % ` : ''}
            {colour.filters.map((filter) => filter.name).join(' + ')}
          </span>
          <button
            type="button"
            className="link"
            title="Nearest in my book"
            aria-label="Nearest in my book"
            aria-expanded={looking}
            onClick={() => setLooking(!looking)}
          >
            nearest
          </button>
        </p>
      )}
      {near.length > 0 && (
        <ul aria-label="Nearest in my book" className="pb-1">
          {near.map(({ filter, difference }: { filter: Filter; difference: number }) => (
            <li key={filter.id}>
              <button
                type="button"
                className="flex w-full items-center gap-2 text-left hover:underline"
                onClick={() => write(filter.code)}
              >
                <span className="h-3 w-4 border" style={{ background: filter.rgb, borderColor: 'var(--pencil)' }} />
                <span className="w-14">{filter.code}</span>
                <span className="pencil flex-1 truncate">{filter.name}</span>
                <span className="pencil">{difference.toFixed(1)}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
