/** What a check of the audit is: one file says what it looks at, its sentence, its advice and its repair. */
import type { Served } from '../light/served.js';
import { firstOf } from '../measure/list.js';
import type { Change } from '../model/change.js';
import type { Feed, Fixture, Id, NewId, Position, Power, Purpose, Settings } from '../model/records.js';
import { find, get, type Show } from '../model/show.js';
import type { Occupied } from '../patch/spans.js';

/** Stop: the rig cannot work so. Doubt: look at it. Open: not done yet. */
export const weights = ['stop', 'doubt', 'open'] as const;
export type Weight = (typeof weights)[number];
/** The step in which a snag is mended, by the name that the step gives its snags. */
export type SnagStep = string;
/** Id of the field that a snag is about (fields/index.ts). */
export type SnagField = string;

/** A position with its fixtures in the order of its numbering; `counted` are those that are no spares. */
export interface OnPosition {
  readonly show: Show;
  readonly settings: Settings;
  readonly position: Position;
  readonly fixtures: readonly Fixture[];
  readonly counted: readonly Fixture[];
}
/**
 * What a check looks at. A group is looked at again only when something in it changed, so a check may read nothing that is not of its group, its types, or the settings.
 */
export interface Groups {
  readonly position: OnPosition;
  /** What hangs nowhere yet: nothing that asks for a place looks at it. */
  readonly tray: OnPosition;
  /** A purpose of which something is wished, with its fixtures that are no spares and the areas that they serve; none where no light is wished. */
  readonly purpose: {
    readonly show: Show;
    readonly purpose: Purpose;
    readonly fixtures: readonly Fixture[];
    readonly served: readonly Served[];
  };
  readonly universe: { readonly show: Show; readonly universe: number; readonly spans: readonly Occupied[] };
  /** A channel with the fixtures on it that are no spares; there are two or more. */
  readonly channel: { readonly show: Show; readonly channel: string; readonly fixtures: readonly Fixture[] };
  /** A dimmer or a circuit with what it carries. */
  readonly feed: {
    readonly show: Show;
    readonly of: Feed['of'];
    readonly name: string;
    readonly on: readonly Fixture[];
    readonly channels: ReadonlySet<string>;
    readonly watts: number;
    readonly amps: number;
    readonly limit: number;
    readonly power: Power;
  };
  /** The three phases, A; who is on one is asked only when it is too much. */
  readonly phases: {
    readonly amps: readonly [number, number, number];
    readonly fixturesOn: (phase: number) => readonly Id[];
    readonly power: Power;
  };
}
export type GroupKind = keyof Groups;

export interface Found {
  readonly fixtures: readonly Id[];
  /** What tells it from others of its code: the same snag keeps its key. */
  readonly key: string;
  /** What is, in a sentence. */
  readonly text: string;
  /** What to do, in a sentence. */
  readonly todo: string;
  /** What belongs to its state beside its text: when it changes, an accepted snag is back. */
  readonly state?: string;
  /** Where it is about another field than the check says. */
  readonly field?: SnagField;
}
/** What a repair is told of a snag. */
export interface Mending {
  readonly show: Show;
  readonly fixtures: readonly Fixture[];
  /** The key that the check gave. */
  readonly key: string;
  readonly newId: NewId;
}
export interface Repair {
  readonly text: string;
  readonly change: Change;
}
export interface Check {
  /** Its name, for people too. */
  readonly code: string;
  /** Its place among checks of one weight, counted in tens so that another fits between. */
  readonly order: number;
  readonly weight: Weight;
  /** The step in which it is mended. */
  readonly step: SnagStep;
  readonly field: SnagField;
  readonly find: { readonly [K in GroupKind]?: (group: Groups[K]) => readonly Found[] };
  /** A repair that is safe; null, or left out, where a person must decide. */
  readonly repair?: (mending: Mending) => Repair | null;
}

export const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** "channel 25", or "LX 1 unit 3" where there is none. */
export const nameOf = (show: Show, fixture: Fixture, channel = firstOf(fixture.parts).channel): string =>
  channel ? `channel ${channel}` : `${get(show, 'position', fixture.position).name} unit ${fixture.unit || '-'}`;
/** What lies on a span of slots: a part of a fixture, or a wall. */
export const calledOn = (show: Show, span: Occupied): string => {
  const fixture = find(show, 'fixture', span.id);
  return fixture
    ? nameOf(show, fixture, fixture.parts[span.part]?.channel ?? '')
    : (find(show, 'wall', span.id)?.name ?? 'a wall');
};
