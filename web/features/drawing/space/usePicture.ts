/** Keeps the light of the picture up with the show, and hands it to the stage in 3D. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { meshOf } from '#core/draw/mesh';
import { type Blocker, blockersOf, castBlockers } from '#core/light/blockers';
import type { Cloud } from '#core/light/cloud';
import { facesOf, type Round, type StageFaces } from '#core/light/faces';
import { type HazeBeam, hazeBeam } from '#core/light/haze';
import { type Source, sourceOf } from '#core/light/source';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import { litOf, useLight } from '../../../state/light';
import { useSelection } from '../../../state/selection';
import { toast } from '../../../state/toast';
import { type Lit, litFixtures } from '../light/useField';
import type { LitMessage, PictureAnswer, PictureAsk } from './picture.worker';
import { STEP_OF_ROUNDS } from './stage-scene';

const clouds = new WeakMap<Round, Cloud>();
function cloudOf(round: Round): Cloud {
  const known = clouds.get(round);
  if (known) return known;
  const { places, normals } = meshOf(round.bodies, STEP_OF_ROUNDS);
  const made = { id: round.id, places, normals };
  clouds.set(round, made);
  return made;
}
let lastWay: { readonly still: readonly Blocker[]; readonly cast: readonly Blocker[]; readonly all: readonly Blocker[] } | null =
  null;
/** What stands in the way of light in a picture: the stage, and the people on it. */
function wayOf(show: Show): readonly Blocker[] {
  const [still, cast] = [blockersOf(show), castBlockers(show)];
  if (lastWay?.still !== still || lastWay.cast !== cast) lastWay = { still, cast, all: [...still, ...cast] };
  return lastWay.all;
}

interface Sent {
  readonly sources: ReadonlyMap<Id, Source>;
  readonly blockers: readonly Blocker[] | null;
  readonly faces: StageFaces | null;
}
/** Shorter work is not told, ms. */
const LONG = 300;
const nothing: Sent = { sources: new Map(), blockers: null, faces: null };

export interface PictureLight {
  readonly lit: Lit;
  readonly beams: readonly HazeBeam[];
  /** Exposure that suits the light, 1 / (cd/m2); null while nothing is lit. */
  readonly exposure: number | null;
  /** The one whose light is computed and shown, wholly; null before. */
  readonly of: Lit | null;
  /** Under way for so long, ms; null when it is done. */
  readonly busy: number | null;
  /** How long the last one took, ms. */
  readonly took: number;
}
const empty: Lit = [];
const noIds: readonly Id[] = [];

/** Who is lit in the picture. */
export function useLit(show: Show): Lit {
  const of = litOf(
    show,
    useLight((state) => state.of),
  );
  const kept = useLight((state) => state.kept);
  const selection = useSelection((state) => (of === 'selection' ? state.selection : noIds));
  const trial = useLight((state) => state.trial);
  const live = useLight((state) => state.live);
  const liveStates = useLight((state) => state.liveStates);
  return useMemo(
    () => (of === 'nothing' ? empty : litFixtures(show, of, selection, kept, { trial, live, liveStates })),
    [show, of, selection, kept, trial, live, liveStates],
  );
}

/** What the worker does not know yet, and what it is asked. */
function askFor(show: Show, lit: Lit, stamp: number, before: Sent): { readonly ask: PictureAsk; readonly sent: Sent } {
  const sources = new Map<Id, Source>();
  const outputs: [Id, number][] = [];
  for (const [fixture, output] of lit) {
    const source = sourceOf(show, fixture);
    if (!source) continue;
    sources.set(fixture.id, source);
    outputs.push([fixture.id, output]);
  }
  const blockers = wayOf(show);
  const faces = facesOf(show);
  const ask: PictureAsk = {
    stamp: stamp,
    fresh: [...sources.values()].filter((source) => before.sources.get(source.id) !== source),
    gone: [],
    blockers: blockers === before.blockers ? null : blockers,
    faces: faces.faces === before.faces?.faces ? null : faces.faces,
    clouds: faces.rounds === before.faces?.rounds ? null : faces.rounds.map(cloudOf),
    lit: outputs,
    fine: true,
  };
  // What was lit before keeps its shares: it may be lit again.
  return { ask, sent: { sources: new Map([...before.sources, ...sources]), blockers, faces } };
}

function begun(hear: (answer: PictureAnswer) => void): Worker {
  const made = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' });
  made.onmessage = ({ data }: MessageEvent<PictureAnswer>) => hear(data);
  made.onerror = () =>
    toast.error('The light of the picture could not be computed: what computes it stopped. Reload the window to try again.');
  return made;
}

/**
 * @param lit  who is lit, each with the share of its light that it gives
 * @param onLit  takes the light of a face or a body as it comes
 */
export function usePictureLight(show: Show, lit: Lit, onLit: (message: LitMessage) => void): PictureLight {
  const worker = useRef<Worker | null>(null);
  const sent = useRef(nothing);
  const stamp = useRef(0);
  const asked = useRef<Lit | null>(null);
  const hear = useRef(onLit);
  hear.current = onLit;
  const [state, setState] = useState<Pick<PictureLight, 'exposure' | 'of' | 'busy' | 'took'>>({
    exposure: null,
    of: null,
    busy: null,
    took: 0,
  });
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
      sent.current = nothing;
    },
    [],
  );
  useEffect(() => {
    if (!lit.length) {
      stamp.current++;
      setState({ exposure: null, of: lit, busy: null, took: 0 });
      return;
    }
    if (!worker.current) {
      worker.current = begun((answer) => {
        if (answer.stamp !== stamp.current) return;
        if (answer.kind === 'lit') hear.current(answer);
        else if (answer.kind === 'progress') setState((now) => (answer.done > LONG ? { ...now, busy: answer.done } : now));
        else if (answer.kind === 'done')
          setState({ exposure: answer.exposure, of: asked.current, busy: null, took: answer.took });
        else {
          setState((now) => ({ ...now, busy: null }));
          toast.error(`The light of the picture could not be computed: ${answer.message}`);
        }
      });
      sent.current = nothing;
    }
    asked.current = lit;
    const made = askFor(show, lit, ++stamp.current, sent.current);
    sent.current = made.sent;
    setState((now) => (now.busy === null ? { ...now, busy: 0 } : now));
    worker.current.postMessage(made.ask);
  }, [show, lit]);
  const beams = useMemo(() => {
    const way = wayOf(show);
    return lit.flatMap(([fixture, output]) => {
      const source = output > 0 ? sourceOf(show, fixture) : null;
      return source ? [hazeBeam(show, fixture, source, output, way)] : [];
    });
  }, [show, lit]);
  return useMemo(() => ({ lit, beams, ...state }), [lit, beams, state]);
}
