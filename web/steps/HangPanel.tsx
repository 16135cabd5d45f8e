/** The step Hang: the types of the show, and how many hang in a row. */
import { Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { keyRows } from '#core/draw/key';
import type { FixtureType } from '#core/model/records';
import { all } from '#core/model/show';
import { call } from '../api';
import { useSession, useShow } from '../session/context';
import { useDesk } from '../session/desk';

export function HangPanel() {
  const show = useShow();
  const { type, tool, rowCount, set } = useDesk();
  const [search, setSearch] = useState('');
  const counts = useMemo(() => new Map(keyRows(show).map((row) => [row.type.id, row.count])), [show]);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const types = all(show, 'type').filter((item) =>
    words.every((word) => `${item.family} ${item.maker} ${item.name} ${item.field} ${item.watts} W`.toLowerCase().includes(word)),
  );
  return (
    <section aria-label="Hang">
      <label className="flex items-center gap-2">
        <Search size={14} className="pencil shrink-0" />
        <input
          className="field"
          aria-label="Search the show's types"
          placeholder="Type to search, for example fresnel"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && types[0]) {
              set({ type: types[0].id, tool: 'hang', view: 'plan' });
              event.currentTarget.blur();
            }
          }}
        />
      </label>
      <ul className="mt-1 max-h-40 overflow-auto" aria-label="Types">
        {types.map((item) => (
          <li key={item.id}>
            <button
              type="button"
              aria-pressed={type === item.id && tool === 'hang'}
              className="flex w-full justify-between gap-2 px-1 py-0.5 text-left"
              style={{ background: type === item.id && tool === 'hang' ? 'var(--halo)' : undefined }}
              onClick={() => set({ type: item.id, tool: 'hang', view: 'plan' })}
            >
              <span className="truncate">
                {item.name} <span className="pencil">{item.family}</span>
              </span>
              <span className="pencil shrink-0">
                {item.field ? `${item.field}°` : ''} {counts.get(item.id) ?? 0}
              </span>
            </button>
          </li>
        ))}
        {!types.length && (
          <li className="pencil px-1">
            {all(show, 'type').length ? `No type matches "${search}".` : 'This show has no fixture types yet.'}
          </li>
        )}
      </ul>
      {!all(show, 'type').length && <TakeTypes />}
      <p className="pencil pt-2">
        {tool === 'hang'
          ? 'Click a position to hang one. Press and drag along it for a row of '
          : 'Choose a type, then point at a position. A row has '}
        <input
          className="field !inline-block !w-9 !p-0 text-center"
          aria-label="Units in a row"
          value={rowCount}
          onChange={(event) => {
            const n = Number(event.target.value.replace(/\D/g, ''));
            if (n >= 1 && n <= 200) set({ rowCount: n });
          }}
        />
        ; type a figure or turn the wheel as you drag.
      </p>
    </section>
  );
}

/** A new show has no types: it takes the house stock that ships with Dessin. */
function TakeTypes() {
  const session = useSession();
  const show = useShow();
  const take = async () => {
    const { types } = await call<{ types: FixtureType[] }>('/api/stock');
    session.edit('Take the house stock of types', {
      added: types.filter((type) => !show.records.has(type.id)),
      updated: [],
      removed: [],
    });
  };
  return (
    <button type="button" className="act mt-2 w-full" onClick={() => void take()}>
      Take the house stock of types
    </button>
  );
}
