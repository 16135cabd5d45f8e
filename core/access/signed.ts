/** Who said something, where it is known who asks: what people write to each other bears the name of the account, whatever a request says. */
import type { Change } from '../model/change.js';
import { byKind } from '../model/kinds/index.js';
import type { DessinRecord } from '../model/records.js';

interface Signed {
  readonly by: string;
}
type Ended = Signed | undefined;
/** A record under its name; the same object where it bears that already. */
const own = <R extends DessinRecord & Signed>(record: R, name: string): R =>
  record.by === name ? record : { ...record, by: name };
/** What ended something: who ends it now does so under his name; what had ended before stays as it was. */
const ended = <E extends Ended>(before: E, now: E, name: string): E =>
  now && !before && now.by !== name ? { ...now, by: name } : now;

const written = {
  remark: own<Extract<DessinRecord, { kind: 'remark' }>>,
  work: own<Extract<DessinRecord, { kind: 'work' }>>,
  sent: own<Extract<DessinRecord, { kind: 'sent' }>>,
};
/** Whoever wrote it stays who wrote it. */
const changed = {
  remark: (now: Extract<DessinRecord, { kind: 'remark' }>, before: DessinRecord, name: string): DessinRecord => {
    if (before.kind !== 'remark') return now;
    const done = ended(before.done, now.done, name);
    return done === now.done ? own(now, before.by) : { ...own(now, before.by), ...(done && { done }) };
  },
  work: (now: Extract<DessinRecord, { kind: 'work' }>, before: DessinRecord): DessinRecord =>
    before.kind === 'work' ? own(now, before.by) : now,
  sent: (now: Extract<DessinRecord, { kind: 'sent' }>, before: DessinRecord, name: string): DessinRecord => {
    if (before.kind !== 'sent') return now;
    const settled = ended(before.settled, now.settled, name);
    return settled === now.settled ? own(now, before.by) : { ...own(now, before.by), ...(settled && { settled }) };
  },
};

/** A change with what is written in it signed by somebody; '' where nobody is known. The same object where nothing is to be altered. */
export function signed(change: Change, name: string): Change {
  if (!name) return change;
  const added = change.added.map((record) => byKind<readonly [string], DessinRecord>(written, record, name) ?? record);
  const updated = change.updated.map(
    ([from, to]) => [from, byKind<readonly [DessinRecord, string], DessinRecord>(changed, to, from, name) ?? to] as const,
  );
  return added.some((record, i) => record !== change.added[i]) || updated.some(([, to], i) => to !== change.updated[i]?.[1])
    ? { ...change, added, updated }
    : change;
}
