/** Keeps the field of light up with the show, while one is looked at. */
import { useEffect, useRef } from 'react';
import { AIM_HEIGHT } from '#core/fields/aim';
import { type Blocker, blockersOf } from '#core/light/blockers';
import { litBy } from '#core/light/looks';
import { areaPlane, stagePlane } from '#core/light/planes';
import { type Source, sourceOf } from '#core/light/source';
import { parseLength } from '#core/measure/lengths';
import { gathered } from '#core/measure/list';
import { equal } from '#core/model/equal';
import type { Fixture, Id } from '#core/model/records';
import { all, find, type Show, settingsOf } from '#core/model/show';
import { type LightState, useLight } from '../../../state/light';
import { useSelection } from '../../../state/selection';
import { toast } from '../../../state/toast';
import type { LightAnswer, LightAsk } from './light.worker';

/** Step of the plane, mm: finer than any edge that one reads off a plan. */
const STEP = 100;

export type Lit = readonly (readonly [Fixture, number])[];
/**
 * Fixtures whose light is looked at, each with the share of its light that it gives; those that are kept lit are with them.
 * @param levels  levels of the moment, and those that are tried in a look
 */
export function litFixtures(
  show: Show,
  of: string,
  selection: readonly Id[],
  kept: ReadonlySet<Id>,
  { trial, live, liveStates }: Pick<LightState, 'trial' | 'live' | 'liveStates'>,
): Lit {
  const look = of.startsWith('look: ') ? find(show, 'look', of.slice(6)) : undefined;
  if (look) return litBy(show, trial?.look === look.id ? { ...look, levels: { ...look.levels, ...trial.levels } } : look);
  if (of === 'live') return litBy(show, { levels: live, ...(liveStates ? { states: liveStates } : {}) });
  const chosen = new Set(selection);
  const purpose = of.replace(/^purpose: /, '');
  const wanted = (fixture: Fixture): boolean =>
    of === 'all' ||
    kept.has(fixture.id) ||
    (of === 'selection' ? chosen.has(fixture.id) : of.startsWith('purpose: ') && fixture.purpose === purpose);
  return all(show, 'fixture').flatMap((fixture) => (!fixture.spare && wanted(fixture) ? [[fixture, 1] as const] : []));
}
/** Height of the plane, mm; a face where nothing that can be read is typed. */
export function planeHeight(show: Show, text: string): number {
  const parsed = text.trim() ? parseLength(text, settingsOf(show).units) : null;
  return parsed?.ok ? parsed.mm : AIM_HEIGHT;
}

interface Sent {
  readonly sources: ReadonlyMap<Id, Source>;
  readonly blockers: readonly Blocker[] | null;
}
const nothing: Sent = { sources: new Map(), blockers: null };
const none: readonly Blocker[] = [];

const others = new WeakMap<Source, Source>();
/** A source that stands otherwise in what is compared with goes by a name of its own. */
function otherSource(source: Source): Source {
  const known = others.get(source) ?? { ...source, id: `${source.id} other` };
  others.set(source, known);
  return known;
}
/** What the light is compared with; its sources are put to the others. */
function againstOf(
  show: Show,
  against: string,
  held: LightState['held'],
  plane: LightAsk['plane'],
  sources: Map<Id, Source>,
): LightAsk['against'] {
  if (against === 'held') return held && equal(held.surface, plane) ? held.total : null;
  const look = against.startsWith('look: ') ? find(show, 'look', against.slice(6)) : undefined;
  if (!look) return null;
  return litBy(show, look).flatMap(([fixture, output]) => {
    const own = sourceOf(show, fixture);
    if (!own) return [];
    const before = sources.get(own.id);
    const source = before && before !== own ? otherSource(own) : own;
    sources.set(source.id, source);
    return [[source.id, output] as const];
  });
}

/** What the worker does not know yet, and what it is asked. */
function askFor(show: Show, of: string, selection: readonly Id[], stamp: number, sent: Sent): { ask: LightAsk; sent: Sent } {
  const { height, facing, unit, blocked, kept, against, held, ...levels } = useLight.getState();
  const lit = litFixtures(show, of, selection, kept, levels);
  const outputs = new Map(lit.map(([{ id }, output]) => [id, output]));
  const fixtures = lit.map(([fixture]) => fixture);
  const sources = new Map<Id, Source>();
  for (const fixture of fixtures) {
    const source = sourceOf(show, fixture);
    if (source) sources.set(fixture.id, source);
  }
  const plane = stagePlane(show, planeHeight(show, height), facing, STEP);
  const compared = againstOf(show, against, held, plane, sources);
  const way = blocked ? blockersOf(show) : none;
  const ask: LightAsk = {
    stamp,
    fresh: [...sources.values()].filter((source) => sent.sources.get(source.id) !== source),
    gone: [...sent.sources.keys()].filter((id) => !sources.has(id)),
    blockers: way === sent.blockers ? null : way,
    plane,
    areas: all(show, 'area').map((area) => ({ area, surface: areaPlane(area, facing) })),
    lit: [...sources.keys()].flatMap((id) => {
      const output = outputs.get(id);
      return output === undefined ? [] : [[id, output] as const];
    }),
    against: compared,
    sets: [
      ...gathered(
        fixtures.filter(({ purpose }) => purpose),
        ({ purpose }) => purpose,
      ),
    ].map(([name, list]) => ({
      name,
      ids: list.map(({ id }) => id),
    })),
    unit,
    denominator: settingsOf(show).scale,
  };
  return { ask, sent: { sources, blockers: way } };
}

export function useField(show: Show, of: string): void {
  const [height, facing, unit, blocked, kept, trial, live, liveStates, against, held] = [
    useLight((state) => state.height),
    useLight((state) => state.facing),
    useLight((state) => state.unit),
    useLight((state) => state.blocked),
    useLight((state) => state.kept),
    useLight((state) => state.trial),
    useLight((state) => state.live),
    useLight((state) => state.liveStates),
    useLight((state) => state.against),
    useLight((state) => state.held),
  ];
  const selection = useSelection((state) => (of === 'selection' ? state.selection : null));
  const worker = useRef<Worker | null>(null);
  const sent = useRef(nothing);
  const stamp = useRef(0);
  const last = useRef<LightAsk | null>(null);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
      sent.current = nothing;
      useLight.setState({ field: null, figures: new Map(), progress: null });
    },
    [],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is wished is read where it is asked for
  useEffect(() => {
    if (of === 'nothing') {
      useLight.setState({ field: null, figures: new Map(), progress: null });
      return;
    }
    if (!worker.current) {
      const made = new Worker(new URL('./light.worker.ts', import.meta.url), { type: 'module' });
      made.onmessage = (event: MessageEvent<LightAnswer>) => hear(event.data, stamp.current, last.current);
      made.onerror = () =>
        toast.error('The light could not be computed: what computes it stopped. Reload the window to try again.');
      worker.current = made;
      sent.current = nothing;
    }
    const made = askFor(show, of, selection ?? [], ++stamp.current, sent.current);
    sent.current = made.sent;
    last.current = made.ask;
    worker.current.postMessage(made.ask);
  }, [show, of, height, facing, unit, blocked, kept, trial, live, liveStates, against, held, selection]);
}

function hear(answer: LightAnswer, stamp: number, ask: LightAsk | null): void {
  // What was asked before the last question is of no use any more.
  if (answer.stamp !== stamp || !ask) return;
  if (answer.kind === 'progress') return void useLight.setState({ progress: answer.share });
  if (answer.kind === 'failed') {
    useLight.setState({ progress: null });
    toast.error(`The light could not be computed: ${answer.message}`);
    return;
  }
  const { chunk, levels, most, took, figures, total } = answer;
  useLight.setState({
    field: { surface: ask.plane, total, compared: ask.against !== null, chunk, levels, most, took },
    figures: new Map(figures.map(({ area, all: of, purposes }) => [area, { all: of, purposes: new Map(purposes) }])),
    progress: null,
  });
}
