/** The stage as a place: rig, house, scenery and people, in the light that was computed for them. Drawn when something changed, never in a running loop. */
import { Canvas, type ThreeEvent, useFrame, useThree } from '@react-three/fiber';
import { Suspense, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import * as THREE from 'three';
import { type Scene3D, sceneOf } from '#core/draw/scene';
import { blockersOf } from '#core/light/blockers';
import { lampColour, workExposure } from '#core/light/exposure';
import { facesOf } from '#core/light/faces';
import { standingAs } from '#core/light/looks';
import { type Reading, readAt } from '#core/light/reading';
import { apply, isEmpty } from '#core/model/change';
import type { Id, Vec3 } from '#core/model/records';
import { find, type Show } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { namedEye } from '#core/space/eyes';
import { fromRenderer } from '#core/space/frames';
import { mayNow, useSession, useShow } from '../../../state/context';
import { useLight } from '../../../state/light';
import { usePicture } from '../../../state/picture';
import { usePreferences } from '../../../state/preferences';
import { select, useSelection } from '../../../state/selection';
import { useView } from '../../../state/view';
import { NoWebGl } from '../../../ui/Fault';
import { lazily } from '../../../ui/registry';
import { LightSaid } from '../light/LightSaid';
import type { Lit } from '../light/useField';
import { useAiming } from './aiming';
import { type Drag, Dragging } from './dragging';
import { EyeControls } from './eye';
import { onMesh } from './meshes';
import { PictureBar } from './PictureBar';
import { Beams, Bodies, Holding, Label, Lenses, type Marked, Marks, Panels, Tubes } from './rig';
import type { Studio } from './saving';
import { StageScene } from './stage-scene';
import { type Pictured, Taking } from './taking';
import { type PictureLight, useLit, usePictureLight } from './usePicture';

const LiveInSpace = lazily(async () => (await import('../live/LiveInSpace')).LiveInSpace);
/** Whether anything in 3D can be drawn here; asked once. */
let able: boolean | null = null;
function hasWebGl(): boolean {
  able ??= (() => {
    const canvas = document.createElement('canvas');
    const context = canvas.getContext('webgl2');
    context?.getExtension('WEBGL_lose_context')?.loseContext();
    return context !== null;
  })();
  return able;
}

export function SpaceView() {
  if (!hasWebGl()) {
    // It may come back: another try asks again.
    able = null;
    throw new NoWebGl();
  }
  return <Space />;
}

/** A scene without what is hidden. */
function inSight(scene: Scene3D, hidden: ReadonlySet<string>): Scene3D {
  if (!hidden.size) return scene;
  const seen = <T extends { readonly id: string }>(list: readonly T[]) => list.filter(({ id }) => !hidden.has(id));
  return {
    ...scene,
    texts: seen(scene.texts),
    bodies: seen(scene.bodies),
    hardware: seen(scene.hardware),
    beams: seen(scene.beams),
    tubes: seen(scene.tubes),
    panels: seen(scene.panels),
    areas: seen(scene.areas),
  };
}

/** The show as it would be while something is dragged or aimed. */
function useSeen(show: Show, drag: Pick<Drag, 'change'> | null): Show {
  return useMemo(() => {
    if (!drag?.change) return show;
    try {
      return apply(show, drag.change);
    } catch {
      return show;
    }
  }, [show, drag]);
}
/** Colours of the window by which things are marked. */
function useMarked(): Marked {
  const theme = usePreferences((state) => state.theme);
  const selection = useSelection((state) => state.selection);
  const hover = useSelection((state) => state.hover);
  const colours = useMemo(() => {
    void theme;
    const style = getComputedStyle(document.documentElement);
    return { glow: style.getPropertyValue('--glow').trim(), lamp: style.getPropertyValue('--lamp').trim() };
  }, [theme]);
  return useMemo(() => ({ chosen: new Set(selection), hover, ...colours }), [selection, hover, colours]);
}

/** While light is coming in the picture is drawn anew so often at most, ms. */
const BETWEEN = 300;
function Space() {
  const show = useShow();
  const session = useSession();
  const hidden = useView((state) => state.hidden);
  const marked = useMarked();
  const { step } = useParams();
  const [focusing, checking] = [step === 'focus', step === 'rig-check'];
  const [drag, setDrag] = useState<Drag | null>(null);
  const pictured = useRef<Pictured | null>(null);
  const aiming = useAiming();
  const seen = useSeen(show, drag ?? aiming.trial);
  const stage = useMemo(() => new StageScene(), []);
  useEffect(() => () => stage.dispose(), [stage]);
  const own = useLit(seen);
  // What is saved may ask for a light of its own.
  const [other, setOther] = useState<Lit | null>(null);
  const lit = other ?? own;
  // Heads stand as they do in the look that is shown.
  const standing = useMemo(
    () =>
      standingAs(
        seen,
        lit.map(([fixture]) => fixture),
      ),
    [seen, lit],
  );
  const scene = useMemo(() => inSight(sceneOf(standing), hidden), [standing, hidden]);
  const coming = useRef<number | undefined>(undefined);
  useEffect(() => () => window.clearTimeout(coming.current), []);
  const light = usePictureLight(seen, lit, (message) => {
    stage.light(message);
    // No part of the window is made anew for it: one of the next frames has it.
    coming.current ??= window.setTimeout(() => {
      coming.current = undefined;
      pictured.current?.touch();
    }, BETWEEN);
  });
  const waiting = useRef<((exposure: number | null) => void) | null>(null);
  const borrowed = useRef(false);
  useEffect(() => {
    if (light.lit !== lit || light.of !== lit) return;
    waiting.current?.(light.exposure);
    waiting.current = null;
  }, [light, lit]);
  const studio = (): Studio | null =>
    pictured.current && {
      show,
      pictured: pictured.current,
      light: (next) =>
        new Promise((done) => {
          // Nothing was borrowed, and nothing is to be given back.
          if (!next && !borrowed.current) return done(null);
          borrowed.current = next !== null;
          waiting.current = done;
          setOther(next);
        }),
    };
  useLayoutEffect(() => stage.take(seen, facesOf(seen)), [stage, seen]);
  const isDark = !lit.length;
  useEffect(() => {
    if (isDark) stage.darken();
    pictured.current?.touch();
  }, [isDark, stage]);
  const candelas = useMemo(() => new Map(light.beams.map(({ id, rgb }): [Id, Vec3] => [id, rgb])), [light.beams]);
  const rings = useMemo(
    () => scene.areas.map((area) => ({ ...area, points: [...area.points, ...area.points.slice(0, 1)] })),
    [scene],
  );
  // A body with a mesh is drawn plainly until the mesh has come, and when it cannot be read.
  const [meshes, setMeshes] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => onMesh((file) => setMeshes((now) => new Set(now).add(file))), []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each of them stands in the picture
  useEffect(() => pictured.current?.touch(), [scene, candelas, meshes, isDark]);
  const beams = usePicture((state) => state.beams);
  const cones = useMemo(
    () => (isDark ? scene.beams.filter((beam) => beams === 'all' || marked.chosen.has(beam.id)) : []),
    [scene, beams, marked, isDark],
  );
  const [place, setPlace] = useState('');
  const told = useRef<(reading: Reading | null) => void>(() => undefined);
  /** Whatever is pressed is selected, and may be dragged. */
  const press = (id: string, addTo: boolean, from: Drag['from']) => {
    const area = aiming.on ? find(show, 'area', id) : undefined;
    if (area) return aiming.takeArea(area);
    const now = useSelection.getState().selection;
    select(addTo ? [...now.filter((other) => other !== id), id] : now.includes(id) ? now : [id]);
    // Whoever may not draft chooses, and moves nothing.
    if (mayNow(session, 'draft')) setDrag({ id, from, change: null, label: '', say: '' });
  };
  const done = () => {
    if (drag?.change && drag.label && !isEmpty(drag.change)) session.edit(drag.label, withUnits(show, drag.change));
    setDrag(null);
  };
  return (
    <div
      className="relative h-full w-full"
      data-testid="three"
      data-keys="rig"
      data-scope="space"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
      tabIndex={0}
      role="application"
      aria-label="3D. The Ledger below lists the same fixtures. Arrow keys walk, with Shift they turn."
      data-bodies={scene.bodies.length}
      data-beams={cones.length}
      data-lit={lit.length}
      data-busy={light.busy === null ? '' : 'light'}
      data-dragging={drag?.say || aiming.trial?.say || ''}
      style={{ background: '#050506', cursor: aiming.on ? 'crosshair' : undefined }}
    >
      <Canvas
        frameloop="demand"
        dpr={Math.min(2, globalThis.devicePixelRatio || 1)}
        gl={{ antialias: false, powerPreference: 'high-performance', toneMapping: THREE.NoToneMapping }}
        camera={{ near: 0.1, far: 300 }}
        onPointerMissed={(event) => event.type === 'click' && !aiming.on && select([])}
        onPointerLeave={() => {
          told.current(null);
          aiming.leave();
        }}
        // A layer of its own: behind an opaque sheet browsers leave a picture out, and have been seen to leave out the part that mirrors it.
        style={{ filter: 'brightness(1)' }}
      >
        <WorkLight lit={!isDark} />
        <Stage
          stage={stage}
          onPress={press}
          onPoint={(point, normal, free) => {
            told.current(isDark ? null : readAt(seen, lit, point, normal, useLight.getState().blocked ? blockersOf(seen) : []));
            if (aiming.on && !drag) aiming.point(point, normal, free);
          }}
          onTake={aiming.on ? aiming.take : null}
        />
        <Tubes tubes={scene.tubes} marked={marked} onPress={press} />
        {focusing && isDark && <Tubes tubes={rings} marked={marked} onPress={press} flat="#cfc8b8" />}
        <Bodies bodies={scene.bodies} silver={scene.silver} meshes={meshes} onPress={press} />
        <Holding hardware={scene.hardware} silver={scene.silver} />
        <Lenses hardware={scene.hardware} lit={candelas} />
        <Panels panels={scene.panels} onPress={press} />
        <Marks bodies={scene.bodies} marked={marked} />
        <Beams beams={cones} />
        <Dragging drag={drag} setDrag={setDrag} onDone={done} />
        {scene.texts.map((text) => (
          <Label key={text.id} text={text} />
        ))}
        <Eyes show={show} onArrive={setPlace} pictured={pictured} />
        <Taking show={standing} light={light} exposure={useExposure(light)} pictured={pictured} place={place} />
        <Refresh on={[cones, marked, focusing]} />
      </Canvas>
      {(drag?.say || aiming.trial?.say) && (
        <output
          className="absolute bottom-3 left-4 border px-2 text-[12px]"
          style={{ background: 'var(--sheet)', borderColor: 'var(--lamp)' }}
        >
          {drag?.say || aiming.trial?.say}
        </output>
      )}
      <Suspense>{checking && <LiveInSpace pictured={pictured} />}</Suspense>
      <Said told={told} />
      <PictureBar place={place} light={light} studio={studio} inLook={!isDark} />
    </div>
  );
}

/** What is read at the pointer. It is told from outside, so that pointing makes nothing else of the view anew. */
function Said({ told }: { readonly told: React.RefObject<(reading: Reading | null) => void> }) {
  const [reading, setReading] = useState<Reading | null>(null);
  told.current = setReading;
  const unit = useLight((state) => state.unit);
  return reading && <LightSaid reading={reading} unit={unit} />;
}

/** Exposure of the picture, 1 / (cd/m2): held, or as suits the light; the last one while the next is computed. */
function useExposure(light: PictureLight): number {
  const held = usePicture((state) => state.held);
  const stops = usePicture((state) => state.stops);
  const last = useRef(workExposure);
  last.current = light.exposure ?? (light.lit.length ? last.current : workExposure);
  return (held ?? last.current) * 2 ** stops;
}

/** Work light, lx: from above and from the house, so that forms are told apart. */
const WORK = 220;
function WorkLight({ lit }: { readonly lit: boolean }) {
  const work = usePicture((state) => state.work);
  const white = usePicture((state) => state.white);
  // It is what counts as white.
  const colour = useMemo(() => new THREE.Color(...lampColour(white)), [white]);
  const share = work ?? (lit ? 0 : 1);
  const invalidate = useThree((state) => state.invalidate);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another light is another picture
  useEffect(() => invalidate(), [share, white, invalidate]);
  return (
    <>
      <ambientLight color={colour} intensity={WORK * 0.45 * share} />
      <directionalLight color={colour} position={[5, 12, 10]} intensity={WORK * share} />
      <directionalLight color={colour} position={[-8, 6, -6]} intensity={WORK * 0.3 * share} />
    </>
  );
}

/** Where a pointer meets the stage, where that faces, and whether Alt is held. */
type Met = readonly [point: Vec3, normal: Vec3, free: boolean];
function metBy(event: ThreeEvent<MouseEvent>): Met | null {
  const normal = event.face?.normal.clone().transformDirection(event.object.matrixWorld);
  if (!normal) return null;
  const { x, y, z } = event.point;
  return [fromRenderer([x, y, z]), [normal.x, -normal.z, normal.y], event.nativeEvent.altKey];
}
/** The stage, with what is pressed and pointed at on it. */
function Stage({
  stage,
  onPress,
  onPoint,
  onTake,
}: {
  readonly stage: StageScene;
  readonly onPress: (id: string, addTo: boolean, from: readonly [number, number]) => void;
  readonly onPoint: (...met: Met) => void;
  /** Takes a click on the stage for its own. */
  readonly onTake: ((...met: Met) => void) | null;
}) {
  const show = useShow();
  const step = useParams().step;
  /** Things of the stage are taken while the stage is drawn; people and furniture always. */
  const taken = (id: unknown): string | null => {
    if (typeof id !== 'string') return null;
    const kind = show.records.get(id)?.kind;
    return kind === 'scenic' || (step === 'stage' && kind !== undefined) ? id : null;
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what stands on the stage is pressed and pointed at; the Card and the list of layers have it for the keys
    <primitive
      object={stage.group}
      onPointerDown={(event: ThreeEvent<PointerEvent>) => {
        // What lies behind the point that is aimed at is not pressed.
        if (onTake) event.stopPropagation();
        const id = event.button === 0 && !onTake ? taken(event.object.userData.id) : null;
        if (!id) return;
        event.stopPropagation();
        onPress(id, event.shiftKey, [event.clientX, event.clientY]);
      }}
      onClick={(event: ThreeEvent<MouseEvent>) => {
        if (onTake) {
          event.stopPropagation();
          const met = event.delta < 4 ? metBy(event) : null;
          if (met) onTake(...met);
        } else if (taken(event.object.userData.id)) event.stopPropagation();
        else if (event.delta < 4) select([]);
      }}
      onPointerMove={(event: ThreeEvent<PointerEvent>) => {
        event.stopPropagation();
        const met = metBy(event);
        if (met) onPoint(...met);
      }}
    />
  );
}

function Eyes({
  show,
  onArrive,
  pictured,
}: {
  readonly show: Show;
  readonly onArrive: (name: string) => void;
  readonly pictured: React.RefObject<Pictured | null>;
}) {
  const first = useMemo(() => namedEye(show, 'from the house'), [show]);
  useEffect(() => onArrive('from the house'), [onArrive]);
  return <EyeControls first={first} onArrive={onArrive} onMove={(moving) => pictured.current?.move(moving)} />;
}

/** Asks for one frame when any of these changed. */
function Refresh({ on }: { readonly on: readonly unknown[] }) {
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => invalidate(), [...on, invalidate]);
  useFrame(() => undefined);
  return null;
}
