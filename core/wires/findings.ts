/** What the rig check finds: ticks, faults and what became of them, as changes of the show. */
import { typeField } from '../fields/index.js';
import { channelText } from '../fields/texts.js';
import { adding, type Change, compose, nothing, updating } from '../model/change.js';
import { findings } from '../model/kinds/finding.js';
import type { Finding, Fixture, Id, Said } from '../model/records.js';
import { all, find, get, type Show } from '../model/show.js';
import { natural, positionsInOrder } from '../order/order.js';
import { formatAddress } from '../patch/address.js';
import { inMode } from '../patch/parts.js';
import { lightAddress } from './check-order.js';

export { findings };
export type Found = Finding['what'];
/** What is wrong with a light. */
export const faults = findings.filter((what): what is Exclude<Found, 'works'> => what !== 'works');

export const isOpen = ({ what, cleared }: Finding): boolean => what !== 'works' && !cleared;

/** Faults that nobody cleared, as whoever climbs next meets them: by position, and unit by unit. */
export function openFaults(show: Show): Finding[] {
  const order = new Map(positionsInOrder(show).map(({ name }, i) => [name, i]));
  const place = ({ position }: Finding): number => order.get(position) ?? Number.POSITIVE_INFINITY;
  return all(show, 'finding')
    .filter(isOpen)
    .sort((a, b) => place(a) - place(b) || natural(a.position, b.position) || natural(a.unit, b.unit) || (a.at < b.at ? -1 : 1));
}
/** All of a light, the newest first. */
export const findingsOf = (show: Show, fixture: Id): Finding[] =>
  all(show, 'finding')
    .filter((record) => record.fixture === fixture)
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));

/** How a light stands in the check: with a fault that is open, ticked, or not looked at. */
export function standingOf(show: Show, fixture: Id): 'fault' | 'works' | 'open' {
  const own = findingsOf(show, fixture);
  return own.some(isOpen) ? 'fault' : own.some(({ what }) => what === 'works') ? 'works' : 'open';
}

const cleared = (record: Finding, { by, at }: Said, how: string): readonly [Finding, Finding] => [
  record,
  { ...record, cleared: { by, at, how } },
];
/** Sets faults right: what was done stands with them. Those that are cleared already stay as they were. */
export const clearing = (records: readonly Finding[], said: Said, how: string): Change =>
  updating(records.filter(isOpen).map((record) => cleared(record, said, how)));

function noted(show: Show, fixture: Fixture, what: Found, note: string, { by, at, newId }: Said): Finding {
  return {
    id: newId(),
    kind: 'finding',
    fixture: fixture.id,
    position: find(show, 'position', fixture.position)?.name.slice(0, 200) ?? '',
    unit: fixture.unit.slice(0, 200),
    channel: channelText(fixture).slice(0, 200),
    what,
    note,
    by,
    at,
  };
}
/** A fault is noted; the same one that is still open gets the new word instead of a second line. */
export function fault(show: Show, id: Id, what: Exclude<Found, 'works'>, note: string, said: Said): Change {
  const again = findingsOf(show, id).find((record) => record.what === what && isOpen(record) && what !== 'a word');
  if (again) return again.note === note || !note ? nothing : updating([[again, { ...again, note }]]);
  return adding(noted(show, get(show, 'fixture', id), what, note, said));
}
/** A light is ticked: whatever was open with it is cleared; a tick that stands is set anew. */
export function works(show: Show, id: Id, said: Said): Change {
  const own = findingsOf(show, id);
  const before = own.find(({ what }) => what === 'works');
  const tick: Change = before
    ? updating([[before, { ...noted(show, get(show, 'fixture', id), 'works', '', said), id: before.id }]])
    : adding(noted(show, get(show, 'fixture', id), 'works', '', said));
  return compose(clearing(own, said, 'it works'), tick);
}
/** All ticks are taken away, for the next check; faults stay, and what became of them. */
export const anew = (show: Show): Change => ({
  ...nothing,
  removed: all(show, 'finding').filter(({ what }) => what === 'works'),
});

/** What of the plot was wrong is set right, and the fault stands as cleared in the same step. */
function setRight(show: Show, before: Fixture, after: Fixture, what: Exclude<Found, 'works'>, how: string, said: Said): Change {
  const record = noted(show, before, what, '', said);
  const open = findingsOf(show, before.id).filter(
    (own) => own.what === 'dark' || own.what === 'wrong colour' || own.what === what,
  );
  const done = { by: said.by, at: said.at, how };
  return compose(
    compose(updating([[before, after]]), clearing(open, said, how)),
    open.some((own) => own.what === what && isOpen(own)) ? nothing : adding({ ...record, cleared: done }),
  );
}
/** "It is set to another mode": the plot takes the mode that it has. @param mode  of its type */
export function modeIs(show: Show, id: Id, mode: string, said: Said): Change {
  const fixture = get(show, 'fixture', id);
  const after = inMode(fixture, get(show, 'type', fixture.type), mode);
  if (after.mode === fixture.mode) return nothing;
  return setRight(show, fixture, after, 'wrong mode', `the plot says ${mode} now, and said ${fixture.mode}`, said);
}
/** "It is set to another address": the plot takes the one that it has. @param text  as it is typed, "2.101" */
export function addressIs(
  show: Show,
  id: Id,
  text: string,
  said: Said,
): { readonly ok: true; readonly change: Change } | { readonly ok: false; readonly why: string } {
  const fixture = get(show, 'fixture', id);
  const first = fixture.parts.findIndex(({ address, accessory }) => address !== null && accessory === undefined);
  const typed = typeField(show, fixture, fixture.parts.length > 1 ? Math.max(0, first) : null, 'address', text);
  if (!typed.ok) return typed;
  const before = lightAddress(fixture);
  const how = `patched at ${text.trim()} now${before === null ? '' : `, and was at ${formatAddress(before)}`}`;
  return { ok: true, change: setRight(show, fixture, typed.fixture, 'wrong address', how, said) };
}

/**
 * "I see another one instead": the addresses of two lights change places in the patch, so that each answers where it is asked; the fault stands with both and is cleared in the
 * same step. Only plain lights of as many slots can, a part for a part.
 * @returns the change, or why it cannot be
 */
export function exchanged(
  show: Show,
  asked: Id,
  seen: Id,
  said: Said,
): { readonly ok: true; readonly change: Change } | { readonly ok: false; readonly why: string } {
  const [a, b] = [get(show, 'fixture', asked), get(show, 'fixture', seen)];
  const name = (fixture: Fixture): string => channelText(fixture) || `unit ${fixture.unit}`;
  if (a.id === b.id) return { ok: false, why: 'That is the light that was asked for.' };
  if (lightAddress(a) === null || lightAddress(b) === null)
    return { ok: false, why: `${name(lightAddress(a) === null ? a : b)} has no address; patch it first.` };
  if (a.type !== b.type || a.mode !== b.mode || a.parts.length !== b.parts.length)
    return {
      ok: false,
      why: `${name(a)} and ${name(b)} are not alike: their types or modes take other slots, so that their addresses cannot change places. Look whether the wrong unit hangs there.`,
    };
  const withAddresses = (fixture: Fixture, from: Fixture): Fixture => ({
    ...fixture,
    parts: fixture.parts.map((part, i) => ({ ...part, address: from.parts[i]?.address ?? null })),
  });
  const done = 'their addresses changed places';
  const notes = (
    [
      [a, b],
      [b, a],
    ] as const
  ).map(([fixture, other]): Finding => {
    const record = noted(show, fixture, 'wrong address', `${name(other)} came up instead`, said);
    return { ...record, cleared: { by: said.by, at: said.at, how: done } };
  });
  // What was thought of either before it was seen that they are crossed.
  const thought = [a, b].flatMap(({ id }) =>
    findingsOf(show, id).filter(({ what }) => what === 'dark' || what === 'wrong address'),
  );
  const patch = updating([
    [a, withAddresses(a, b)],
    [b, withAddresses(b, a)],
  ]);
  return { ok: true, change: compose(compose(patch, clearing(thought, said, done)), adding(...notes)) };
}
