/** What narrows a search: family, angle, power, maker or book. */
import { type Family, families, type ShelfRecord } from '#core/model/records';
import { Narrow } from './Narrow';
import { angleRanges, type Search, wattRanges } from './search';
import { type ShelfEntry, shelfEntries } from './shelf-kinds';

const everything: ShelfEntry<ShelfRecord>['narrowed'] = { maker: 'Maker' };

export function Narrowings({ search }: { search: Search }) {
  const { kind, makers, found, narrow } = search;
  const { family, maker, angle, watts, favourites } = search.narrowing;
  const { family: byFamily, light, maker: word } = kind ? shelfEntries[kind].narrowed : everything;
  const filtered = family || maker || angle >= 0 || watts >= 0 || favourites;
  return (
    <div className="flex items-center gap-2 px-3 pb-2 text-[12px]" style={{ borderBottom: '1px solid var(--hair)' }}>
      {byFamily && (
        <Narrow
          label="Family"
          value={family ?? ''}
          onChange={(value) => narrow({ family: (value || undefined) as Family | undefined })}
          options={families.map((item) => [item, item])}
        />
      )}
      {light && (
        <>
          <Narrow
            label="Beam angle"
            value={angle < 0 ? '' : String(angle)}
            onChange={(value) => narrow({ angle: value === '' ? -1 : Number(value) })}
            options={angleRanges.map(([name], i) => [String(i), name])}
          />
          <Narrow
            label="Power"
            value={watts < 0 ? '' : String(watts)}
            onChange={(value) => narrow({ watts: value === '' ? -1 : Number(value) })}
            options={wattRanges.map(([name], i) => [String(i), name])}
          />
        </>
      )}
      {makers.length > 0 && word && (
        <Narrow
          label={word}
          value={maker ?? ''}
          onChange={(value) => narrow({ maker: value || undefined })}
          options={makers.map((item) => [item, item])}
        />
      )}
      <span className="flex-1" />
      {filtered && (
        <button type="button" className="link" onClick={search.widen}>
          No filters
        </button>
      )}
      <output className="pencil whitespace-nowrap">{found.length} found</output>
    </div>
  );
}
