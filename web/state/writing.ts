/** Fields of the chosen fixtures, written in one line; types and filters that only the Shelf has come along, as in the Card. */
import { apply, compose } from '#core/model/change';
import type { Id } from '#core/model/records';
import { wantedBy, written } from '#core/number/writing';
import { taking } from '#core/shelf/copy';
import type { Listed } from '#core/shelf/search';
import { chosenFixtures } from './chosen';
import type { Session } from './session/session';
import { attempt, readItems, shelvedFilters } from './shelf';
import { toast } from './toast';

/** Items of the Shelf that a line needs and the show lacks. */
export function neededOfShelf(session: Session, text: string, items: readonly Listed[]): Listed[] {
  const { types, codes } = wantedBy(session.get().show, text);
  const called = (item: Listed) =>
    [item.summary.name, `${item.summary.maker} ${item.summary.name}`].map((name) => name.toLowerCase());
  return [
    ...types.flatMap((type) => items.find((item) => item.kind === 'type' && called(item).includes(type.toLowerCase())) ?? []),
    ...shelvedFilters(items, codes),
  ];
}

/** Writes it as one step of undo. What cannot be is said, and nothing is changed. */
export function writeLine(session: Session, ids: readonly Id[], text: string, items: readonly Listed[]): Promise<boolean> {
  const needed = neededOfShelf(session, text, items);
  return attempt(async () => {
    const fresh = needed.length ? await readItems(needed.map((item) => item.id)) : [];
    const { show } = session.get();
    const take = taking(show, fresh);
    const after = apply(show, take);
    const line = written(after, chosenFixtures(after, ids), text);
    if (!line.ok) throw new Error(line.why);
    session.edit(`Write ${line.said}`, compose(take, line.change));
    if (line.losses.length) toast(`Written. ${line.losses.join(' ')}`, { duration: 9000 });
    if (needed.length) toast(`${needed.map((item) => item.summary.name).join(', ')} came along from the Shelf.`);
  });
}
