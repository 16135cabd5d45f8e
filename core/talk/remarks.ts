/** Notes to each other, as changes of the show, and as people read them: each with its answers. */
import { channelText } from '../fields/texts.js';
import { formatStagePoint } from '../measure/lengths.js';
import { adding, type Change, nothing, updating } from '../model/change.js';
import type { About, Id, Remark, Said, Vec2 } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { cutText } from '../model/text.js';

/** A name as it is kept. */
const named = (text: string): string => cutText(text, 200);

/** A light, or what is wherever the light was. */
export function aboutRecord(show: Show, id: Id): About | null {
  const fixture = find(show, 'fixture', id);
  if (fixture) {
    const position = find(show, 'position', fixture.position)?.name ?? '';
    const channel = channelText(fixture);
    return { fixture: id, name: named(`${position} ${fixture.unit}${channel ? `, channel ${channel}` : ''}`.trim()) };
  }
  const thing = show.records.get(id);
  if (!thing) return null;
  const name = 'name' in thing && typeof thing.name === 'string' ? thing.name : '';
  return { thing: id, name: named(name || thing.kind) };
}
export const aboutPlace = (show: Show, at: Vec2): About => {
  const round = (mm: number) => Math.round(mm / 10) * 10;
  return { at: [at[0], at[1]], name: named(formatStagePoint([round(at[0]), round(at[1])], settingsOf(show).units)) };
};
export const aboutSheet = (sheet: string): About => ({ sheet: named(sheet), name: named(sheet) });
/** Whether two notes are about the same thing. */
export const isSame = (a: About, b: About): boolean =>
  a.fixture === b.fixture && a.thing === b.thing && a.sheet === b.sheet && a.at?.[0] === b.at?.[0] && a.at?.[1] === b.at?.[1];
/** What it is called now; what is gone keeps its name. */
export const aboutNow = (show: Show, on: About): string => {
  const id = on.fixture ?? on.thing;
  return (id !== undefined && aboutRecord(show, id)?.name) || on.name;
};
/** The record that it is about, as far as that is there. */
export const recordOf = (show: Show, { fixture, thing }: About): Id | null => {
  const id = fixture ?? thing;
  return id !== undefined && show.records.has(id) ? id : null;
};

const written = (on: About, text: string, { by, at, newId }: Said): Remark => ({
  id: newId(),
  kind: 'remark',
  on,
  text: cutText(text.trim(), 4000),
  by,
  at,
});
/** A new note. Without a word in it nothing is written. */
export const remarking = (on: About, text: string, said: Said): Change =>
  text.trim() ? adding(written(on, text, said)) : nothing;
/** An answer to a note; to what was ticked off it takes the tick away. */
export function answering(to: Remark, text: string, said: Said): Change {
  if (!text.trim()) return nothing;
  const { added } = adding({ ...written(to.on, text, said), to: to.id });
  return { ...ticking(to, false, said), added };
}
/** Ticks a note off, or takes the tick away. What stands so already stays with who did it. */
export function ticking(remark: Remark, on: boolean, { by, at }: Said): Change {
  const { done, ...open } = remark;
  if (on === (done !== undefined)) return nothing;
  return updating([[remark, on ? { ...remark, done: { by, at } } : open]]);
}

/** A note with its answers, the oldest first. */
export interface Talk {
  readonly remark: Remark;
  readonly answers: readonly Remark[];
  /** When something was last said in it. */
  readonly last: string;
}
const inTime = (a: Remark, b: Remark): number => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1);
const known = new WeakMap<readonly Remark[], readonly Talk[]>();
/** All notes, those first in which something was last said. An answer to what is not there any more stands by itself. */
export function talksOf(show: Show): readonly Talk[] {
  const every = all(show, 'remark');
  const before = known.get(every);
  if (before) return before;
  const first = new Map(every.flatMap((remark) => (remark.to === undefined ? [[remark.id, remark] as const] : [])));
  const answers = new Map<Id, Remark[]>();
  const alone: Remark[] = [];
  for (const remark of [...every].sort(inTime)) {
    if (remark.to === undefined) continue;
    if (!first.has(remark.to)) alone.push(remark);
    else answers.set(remark.to, [...(answers.get(remark.to) ?? []), remark]);
  }
  const talks = [...first.values(), ...alone].map((remark): Talk => {
    const own = answers.get(remark.id) ?? [];
    return { remark, answers: own, last: own.at(-1)?.at ?? remark.at };
  });
  talks.sort((a, b) => (a.last > b.last ? -1 : a.last < b.last ? 1 : inTime(a.remark, b.remark)));
  known.set(every, talks);
  return talks;
}
export const isOpenTalk = ({ remark }: Talk): boolean => remark.done === undefined;
/** Those about a record that nobody has ticked off. */
export const openAbout = (show: Show, id: Id): Talk[] =>
  talksOf(show).filter((talk) => isOpenTalk(talk) && (talk.remark.on.fixture ?? talk.remark.on.thing) === id);
/** Those on a sheet. */
export const openOnSheet = (show: Show, sheet: string): Talk[] =>
  talksOf(show).filter((talk) => isOpenTalk(talk) && talk.remark.on.sheet === sheet);
