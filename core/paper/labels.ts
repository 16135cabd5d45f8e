/** Labels on sheets of typed measures: for units, for both ends of cables, for the cases that go to a position; each with a code that leads to it in Dessin. */
import { fieldText } from '../fields/index.js';
import { channelText } from '../fields/texts.js';
import { formatLength, lengthUnit } from '../measure/lengths.js';
import type { Id, Position, Settings } from '../model/records.js';
import { all, find, get, type Show, settingsOf } from '../model/show.js';
import { fixturesOn, positionsInOrder } from '../order/order.js';
import { inCheckOrder } from '../wires/check-order.js';
import { cableRuns } from './cables.js';
import { counted } from './schedule.js';
import { toBring } from './windows/card.js';

export const labelKinds = ['units', 'cables', 'cases', 'check'] as const;
export type LabelKind = (typeof labelKinds)[number];
/** How labels lie on their sheet, mm: each label, the first one from the left and upper edge, from one to the next, how many, and how many are gone already. */
export type LabelRules = NonNullable<Settings['labels']>;
/** Twenty-four on a sheet, edge to edge: A4 or letter in three by eight. */
export const plainLabels = ({ units }: Pick<Settings, 'units'>): LabelRules =>
  units === 'metric'
    ? { size: [70, 37], first: [0, 0.5], step: [70, 37], count: [3, 8], gone: 0 }
    : { size: [71.9, 34.9], first: [0, 0], step: [71.9666, 34.925], count: [3, 8], gone: 0 };
export const labelRulesOf = (show: Show): LabelRules => settingsOf(show).labels ?? plainLabels(settingsOf(show));

export interface Label {
  /** What is read from afar: a channel, a name. */
  readonly large: string;
  /** Beside it. */
  readonly beside: string;
  readonly lines: readonly string[];
  /** What its code leads to: a thing on the plan, or the check of a position in the hand. */
  readonly to: Id;
  readonly hand?: true;
}

const words = (...parts: readonly string[]): string => parts.filter(Boolean).join(' · ');
function unitLabels(show: Show): Label[] {
  return counted(show).map((fixture): Label => {
    const said = (field: string) => fieldText(show, fixture, null, field);
    const feed = words(said('circuit'), said('circuitNumber'), said('dimmer') && `dimmer ${said('dimmer')}`);
    const way = said('multicable') && words(said('multicable'), said('way') && `way ${said('way')}`);
    return {
      large: said('channel') || '-',
      beside: words(said('position'), said('unit')),
      lines: [
        said('type'),
        words(said('colour'), said('gobo')),
        feed,
        way,
        said('address') && `address ${said('address')}`,
        said('purpose'),
      ].filter(Boolean),
      to: fixture.id,
    };
  });
}
/** Two labels a cable: one for each end. */
function cableLabels(show: Show): Label[] {
  const { units } = settingsOf(show);
  const unit = lengthUnit(units) && ` ${lengthUnit(units)}`;
  return cableRuns(show).flatMap(({ name, kind, ways, position, units: fed, cables }) => {
    const { name: where } = get(show, 'position', position);
    return cables.flatMap((length, i) =>
      [0, 1].map((k): Label => {
        const pieces = cables.length > 1 ? `piece ${i + 1} of ${cables.length}` : '';
        const ends =
          k === 0
            ? i === 0
              ? 'end at the rack'
              : 'end towards the rack'
            : i === cables.length - 1
              ? `end at ${where}`
              : `end towards ${where}`;
        return {
          large: name,
          beside: where,
          lines: [
            words(
              kind === 'multicable' ? `multicable, ${ways} way${ways === 1 ? '' : 's'}` : 'cable',
              `${formatLength(length, units)}${unit}`,
              pieces,
            ),
            ends,
            `units ${fed
              .map((fixture) => fieldText(show, fixture, null, 'unit'))
              .filter(Boolean)
              .join(', ')}`,
          ],
          to: position,
        };
      }),
    );
  });
}
function caseLabels(show: Show): Label[] {
  return positionsInOrder(show).flatMap((position): Label[] => {
    const hung = fixturesOn(show, position);
    const n = hung.filter(({ spare }) => !spare).length;
    if (!n) return [];
    return [{ large: position.name, beside: `${n} unit${n === 1 ? '' : 's'}`, lines: toBring(show, hung), to: position.id }];
  });
}
/** A label a position, at the foot of its ladder: its code opens the check for the hand there. */
function checkLabels(show: Show): Label[] {
  return positionsInOrder(show).flatMap((position): Label[] => {
    const patched = inCheckOrder(show, 'position').filter((fixture) => fixture.position === position.id);
    const channels = patched.map(channelText).filter(Boolean);
    const lines = ['rig check in the hand', `channels ${channels.join(', ')}`];
    return patched.length
      ? [{ large: position.name, beside: `${patched.length} lights`, lines, to: position.id, hand: true }]
      : [];
  });
}

const made = new WeakMap<Show, Map<LabelKind, readonly Label[]>>();
const makers: Readonly<Record<LabelKind, (show: Show) => Label[]>> = {
  units: unitLabels,
  cables: cableLabels,
  cases: caseLabels,
  check: checkLabels,
};
/** The labels of a kind in the order of the paper. Remembered per show. */
export function labelsOf(show: Show, kind: LabelKind): readonly Label[] {
  const known = made.get(show) ?? new Map<LabelKind, readonly Label[]>();
  made.set(show, known);
  const before = known.get(kind);
  if (before) return before;
  const next = makers[kind](show);
  known.set(kind, next);
  return next;
}

/** How many sheets so many labels take, with those that are gone from the first. */
export const labelPages = (labels: number, { count: [across, down], gone }: LabelRules): number =>
  labels ? Math.ceil((labels + gone) / (across * down)) : 0;
/** The address that a code holds: the fixture or the position, chosen on the plan. @param base  of the house's Dessin, as "http://lighting:4646" */
export const addressOf = (base: string, show: Show, to: Id): string =>
  `${base.replace(/\/+$/, '')}/shows/${show.id}/hang?chosen=${to}`;
/** Letters of an id that tell a position in a code: fewer, and its squares are large enough on a card. */
const SHORT = 8;
/** The position that a code means, by its id or the first letters of it. */
export const positionOf = (show: Show, at: string): Position | null =>
  at.length < SHORT ? null : (find(show, 'position', at) ?? all(show, 'position').find(({ id }) => id.startsWith(at)) ?? null);
/** The work on stage for the hand, at a position where one is said. */
export const stageAddress = (base: string, show: Show, position?: Id): string =>
  `${base.replace(/\/+$/, '')}/shows/${show.id}/on-stage${position ? `?at=${position.slice(0, SHORT)}` : ''}`;
/** Whether an address is of this machine alone: a telephone comes nowhere by it. */
export const isOfThisMachine = (address: string): boolean => /^\w+:\/\/(localhost|127\.|\[::1\])/.test(address);
/** The check for the hand, at a position where one is said. */
export const handAddress = (base: string, show: Show, position?: Id): string =>
  `${base.replace(/\/+$/, '')}/shows/${show.id}/in-hand${position ? `?at=${position}` : ''}`;
