/** What the show has of the Shelf: newer versions with their differences, what was changed here, what is no longer used. */

import { ArrowDownToLine, ArrowUpFromLine, Brush, Pencil } from 'lucide-react';
import { useMemo, useState } from 'react';
import useSWR from 'swr';
import { firstOf, present } from '#core/measure/list';
import { apply, type Change, compose, isEmpty, nothing } from '#core/model/change';
import type { FixtureType, Id, ShelfRecord } from '#core/model/records';
import { type Family, families } from '#core/model/records';
import type { Show } from '#core/model/show';
import { differences, isShelfRecord, type ShelfItem, type Standing, standing, updatingFrom } from '#core/shelf/copy';
import { type Listed, summaryOf } from '#core/shelf/search';
import { gathered, gathering, sweeping, type Unused, unused } from '#core/shelf/sweep';
import type { Session } from '../../state/session/session';
import { attempt, putItems, readItems, type Stored } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Tick } from '../../ui/Field';
import { plural } from '../../ui/words';

interface Props {
  readonly session: Session;
  readonly show: Show;
  readonly items: readonly Listed[];
  readonly edit: (type: FixtureType) => void;
}

const itemOf = (record: ShelfRecord): Id => record.shelf?.item ?? record.id;
const nameOf = (record: ShelfRecord): string => {
  const { name, of } = summaryOf(record);
  return record.kind === 'filter' || record.kind === 'gobo' ? `${name} ${of}`.trim() : name;
};
const order = (record: ShelfRecord): number => (record.kind === 'type' ? families.indexOf(record.family as Family) : 100);

export function Copies({ session, show, items, edit }: Props) {
  const records = useMemo(
    () =>
      [...show.records.values()].filter(isShelfRecord).sort((a, b) => order(a) - order(b) || (nameOf(a) < nameOf(b) ? -1 : 1)),
    [show],
  );
  const listed = useMemo(() => new Map(items.map((item) => [item.id, item])), [items]);
  const wanted = records.map(itemOf).filter((id) => listed.has(id));
  const key = wanted.map((id) => `${id} ${present(listed.get(id)).version}`).join();
  const { data } = useSWR<readonly Stored[]>(['copies', key], () => readItems(wanted), { keepPreviousData: true });
  const shelf = useMemo(() => new Map<Id, ShelfItem>((data ?? []).map((item) => [item.record.id, item])), [data]);
  const rows = useMemo(() => {
    const out: { record: ShelfRecord; item: ShelfItem | undefined; how: Standing }[] = [];
    if (data)
      for (const record of records)
        out.push({ record, item: shelf.get(itemOf(record)), how: standing(record, shelf.get(itemOf(record))) });
    return out;
  }, [records, shelf, data]);
  const newer = rows.filter((row) => row.how === 'newer on the Shelf' || row.how === 'both changed');
  const own = rows.filter((row) => row.how === 'changed here' || row.how === 'not on the Shelf' || row.how === 'both changed');
  const same = rows.filter((row) => row.how === 'same');

  const take = (list: readonly { record: ShelfRecord; item: ShelfItem | undefined }[]) => {
    let now = show;
    let all: Change = nothing;
    for (const { record, item } of list) {
      if (!item) continue;
      const copy = now.records.get(record.id) as ShelfRecord;
      const symbol = item.record.kind === 'type' && item.record.symbol ? shelf.get(item.record.symbol) : undefined;
      const change = updatingFrom(now, copy, item, symbol ? [symbol] : []);
      now = apply(now, change);
      all = compose(all, change);
    }
    session.edit(
      list.length === 1 ? `Take the newer ${nameOf(firstOf(list).record)}` : `Take ${list.length} newer versions from the Shelf`,
      all,
    );
  };
  const put = (list: readonly ShelfRecord[]) =>
    attempt(async () => {
      const back = gathering(show, list, shelf);
      const stored = back.length
        ? await putItems(
            back
              .map(({ record, base }) => ({ record, base, folder: base === null ? 'From shows' : undefined }))
              .map(({ folder, ...rest }) => (folder ? { ...rest, folder } : rest)),
          )
        : new Map<Id, number>();
      const now = session.get().show;
      const change = gathered(
        now,
        new Map([
          ...stored,
          ...list.flatMap((record) =>
            shelf.has(itemOf(record)) && !stored.has(itemOf(record))
              ? [[itemOf(record), present(shelf.get(itemOf(record))).version] as const]
              : [],
          ),
        ]),
      );
      if (!isEmpty(change))
        session.edit(
          list.length === 1 ? `Put ${nameOf(firstOf(list))} on the Shelf` : `Put ${list.length} things on the Shelf`,
          change,
        );
      toast(back.length ? `${plural(back.length, 'item')} put on the Shelf.` : 'The Shelf has all of it already.');
    });

  return (
    <div className="col-span-2 min-h-0 overflow-auto px-5 py-3">
      {!data && wanted.length > 0 && <p className="pencil">Comparing with the Shelf...</p>}
      <Section
        name={newer.length ? `${newer.length} newer on the Shelf` : 'Nothing newer on the Shelf'}
        action={newer.length > 1 ? { text: 'Take all', run: () => take(newer), icon: <ArrowDownToLine size={13} /> } : undefined}
      >
        {newer.map(({ record, item, how }) => (
          <div key={record.id} className="py-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
            <div className="flex items-center gap-3">
              <b>{nameOf(record)}</b>
              <span className="pencil flex-1">
                {how === 'both changed'
                  ? 'other on the Shelf, and without a mark of where it came from'
                  : `version ${record.shelf?.version ?? '?'} here, ${item!.version} on the Shelf`}
              </span>
              <button type="button" className="act flex items-center gap-1" onClick={() => take([{ record, item }])}>
                <ArrowDownToLine size={13} /> Take {nameOf(record)}
              </button>
            </div>
            <table className="mt-1 w-full max-w-[720px]" aria-label={`Differences of ${nameOf(record)}`}>
              <thead className="pencil text-left">
                <tr>
                  <th className="w-40 font-normal">field</th>
                  <th className="font-normal">in this show</th>
                  <th className="font-normal">on the Shelf</th>
                </tr>
              </thead>
              <tbody>
                {differences(record, item!.record).map((row) => (
                  <tr key={row.field}>
                    <td>{row.field}</td>
                    <td>{row.here}</td>
                    <td style={{ color: 'var(--lamp)' }}>{row.there}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        ))}
      </Section>
      <Section
        name={own.length ? `${own.length} changed here, or not on the Shelf` : 'Nothing was changed here'}
        action={
          own.length > 1
            ? {
                text: 'Put all on the Shelf',
                run: () => void put(own.map((row) => row.record)),
                icon: <ArrowUpFromLine size={13} />,
              }
            : undefined
        }
      >
        {own.map(({ record, how }) => (
          <div key={record.id} className="flex items-center gap-3 py-0.5" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
            <span className="w-56 truncate">{nameOf(record)}</span>
            <span className="pencil flex-1">{how}</span>
            {record.kind === 'type' && <EditButton name={record.name} run={() => edit(record)} />}
            <button type="button" className="act act-small flex items-center gap-1" onClick={() => void put([record])}>
              <ArrowUpFromLine size={12} /> Put {nameOf(record)} on the Shelf
            </button>
          </div>
        ))}
      </Section>
      <Sweep session={session} show={show} />
      <Section name={`${same.length} the same as on the Shelf`}>
        <ul className="columns-3 gap-6">
          {same.map(({ record }) => (
            <li key={record.id} className="flex items-center gap-1">
              <span className="min-w-0 flex-1 truncate">{nameOf(record)}</span>
              {record.kind === 'type' && <EditButton name={record.name} run={() => edit(record)} />}
            </li>
          ))}
        </ul>
      </Section>
    </div>
  );
}

const EditButton = ({ name, run }: { name: string; run: () => void }) => (
  <button type="button" aria-label={`Edit ${name} in this show`} title="Edit in this show" onClick={run}>
    <Pencil size={12} />
  </button>
);

function Section({
  name,
  action,
  children,
}: {
  name: string;
  action?: { text: string; run: () => void; icon: React.ReactNode } | undefined;
  children: React.ReactNode;
}) {
  return (
    <section aria-label={name} className="pb-5">
      <h3 className="rule-b mb-1 flex items-center justify-between pb-1 font-bold">
        {name}
        {action && (
          <button type="button" className="act flex items-center gap-1 font-normal" onClick={action.run}>
            {action.icon} {action.text}
          </button>
        )}
      </h3>
      {children}
    </section>
  );
}

/** What the show no longer uses, with reasons. What the Shelf has goes unless a tick is taken away; what is only here goes when it is ticked. */
function Sweep({ session, show }: { session: Session; show: Show }) {
  const list = useMemo(() => unused(show), [show]);
  /** Ticks that somebody turned. */
  const [turned, setTurned] = useState<ReadonlySet<Id>>(new Set());
  const goes = ({ record, easily }: Unused): boolean => easily !== turned.has(record.id);
  const going = list.filter(goes);
  if (!list.length) return <Section name="Everything in the show is used">{null}</Section>;
  return (
    <Section
      name={`${list.length} no longer used`}
      action={{
        text: `Sweep out ${going.length}`,
        icon: <Brush size={13} />,
        run: () => {
          if (!going.length) return;
          session.edit(
            `Sweep out ${plural(going.length, 'thing')}`,
            sweeping(
              show,
              going.map(({ record }) => record),
            ),
          );
          toast(`${plural(going.length, 'thing')} swept out. Undo brings everything back.`);
        },
      }}
    >
      <ul className="grid grid-cols-2 gap-x-8">
        {list.map((item) => {
          const { record, name, reason } = item;
          return (
            <li key={record.id}>
              <label className="flex items-baseline gap-2 py-0.5">
                <Tick
                  className="self-center"
                  checked={goes(item)}
                  onTick={() => {
                    const next = new Set(turned);
                    if (!next.delete(record.id)) next.add(record.id);
                    setTurned(next);
                  }}
                />
                <span className="truncate">{name}</span>
                <span className="pencil flex-1 text-right text-[12px]">{reason}</span>
              </label>
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
