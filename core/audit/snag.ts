import type { Id } from '../model/records.js';
import {
  type Check,
  type Found,
  type GroupKind,
  type Groups,
  type SnagField,
  type SnagStep,
  type Weight,
  weights,
} from './check.js';
import { checks } from './checks/index.js';

export type { SnagStep, Weight } from './check.js';

export interface Snag {
  /** Code of its check. */
  readonly code: string;
  readonly weight: Weight;
  /** The step in which it is mended. */
  readonly step: SnagStep;
  readonly fixtures: readonly Id[];
  readonly field: SnagField;
  /** What is, in a sentence. */
  readonly text: string;
  /** What to do, in a sentence. */
  readonly todo: string;
  /** The same snag keeps its key; when what it says changes, its state does. An accepted snag rests while both stand. */
  readonly key: string;
  readonly state: string;
  /** Key of the sheet of paper that it is on, and id of the window. */
  readonly sheet?: { readonly key: string; readonly window: string | null };
}

const snagOf = ({ code, weight, step, field }: Check, found: Found): Snag => ({
  code,
  weight,
  step,
  field: found.field ?? field,
  fixtures: found.fixtures,
  text: found.text,
  todo: found.todo,
  key: `${code}|${found.key}`,
  state: found.state ? `${found.text}|${found.state}` : found.text,
});
/** The key that the check gave. */
export const keyIn = (snag: Snag): string => snag.key.slice(snag.code.length + 1);

/** Checks that look at a kind of group: thousands of groups are asked, and most checks look at one kind. */
const checksOf: Partial<Record<GroupKind, readonly Check[]>> = {};
const looking = (kind: GroupKind): readonly Check[] => (checksOf[kind] ??= checks.filter((check) => check.find[kind]));

/** Everything that is wrong in a group, by all checks that look at such. */
export function snagsIn<K extends GroupKind>(kind: K, group: Groups[K]): Snag[] {
  const out: Snag[] = [];
  for (const check of looking(kind)) for (const found of check.find[kind]?.(group) ?? []) out.push(snagOf(check, found));
  return out;
}

/** Stops first. */
const heavy = Object.fromEntries(weights.map((weight, i) => [weight, i])) as Readonly<Record<Weight, number>>;
const rank = new Map(checks.map(({ code }, i) => [code, i]));
export const checkOf = (code: string): Check | undefined => checks[rank.get(code) ?? -1];

/** Orders snags: stops first, then by their checks, then by key, which does not change while others come and go. */
export function bySeverity(a: Snag, b: Snag): number {
  return (
    heavy[a.weight] - heavy[b.weight] ||
    (a.code === b.code ? 0 : (rank.get(a.code) ?? 0) - (rank.get(b.code) ?? 0)) ||
    (a.key < b.key ? -1 : a.key > b.key ? 1 : 0)
  );
}
