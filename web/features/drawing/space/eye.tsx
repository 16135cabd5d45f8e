/** The eye in space: turning and moving by the pointer, walking by keys, and going where it is asked to. */
import { useFrame, useThree } from '@react-three/fiber';
import { useEffect, useRef } from 'react';
import * as THREE from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { type Eye, eased, eyeOnPath } from '#core/space/eyes';
import { fromRenderer } from '#core/space/frames';
import { usePicture } from '../../../state/picture';
import { useKeys } from '../../../ui/keys';
import { v } from './dragging';

/** The way to another place takes so long, s; none for those who want no motion. */
const WAY = 0.7;
const still = () => globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches === true;

/** Narrower than this, a picture sees as much from side to side as one of this form, and more up and down. */
const FORM = 1.5;
/** Brings the angle of a camera to the form of its picture. */
export function fitted(camera: THREE.PerspectiveCamera): void {
  const angle = (camera.userData.angle as number | undefined) ?? camera.fov;
  const wider = Math.max(1, FORM / camera.aspect);
  const fov = (2 * Math.atan(Math.tan((angle * Math.PI) / 360) * wider) * 180) / Math.PI;
  if (Math.abs(camera.fov - fov) < 1e-6) return;
  camera.fov = fov;
  camera.updateProjectionMatrix();
}
/** Where a camera is and looks. */
export function eyeOf(camera: THREE.PerspectiveCamera, target: THREE.Vector3): Eye {
  const { x, y, z } = camera.position;
  return {
    at: fromRenderer([x, y, z]),
    to: fromRenderer([target.x, target.y, target.z]),
    angle: camera.userData.angle as number,
  };
}
export function setEye(camera: THREE.PerspectiveCamera, { at, to, angle }: Eye): THREE.Vector3 {
  const target = v(to);
  camera.position.copy(v(at));
  // Straight down there is no up; the house is below.
  const flat = Math.hypot(at[0] - to[0], at[1] - to[1]);
  camera.up.set(0, 1, 0);
  if (flat < 1) camera.position.z += 0.001;
  camera.userData.angle = angle;
  camera.lookAt(target);
  fitted(camera);
  camera.updateMatrixWorld();
  return target;
}

/** Steps of walking, m, and of turning, degrees. */
const STEP = 0.4;
const TURN = 4;
/** Least and greatest angle of view, degrees. */
export const angles = { least: 8, most: 100 } as const;
const walks: Readonly<Record<string, (eye: Walk) => void>> = {
  forward: (walk) => walk.go(0, STEP, 0),
  back: (walk) => walk.go(0, -STEP, 0),
  left: (walk) => walk.go(-STEP, 0, 0),
  right: (walk) => walk.go(STEP, 0, 0),
  up: (walk) => walk.go(0, 0, STEP),
  down: (walk) => walk.go(0, 0, -STEP),
  'turn left': (walk) => walk.turn(TURN, 0),
  'turn right': (walk) => walk.turn(-TURN, 0),
  'look up': (walk) => walk.turn(0, TURN),
  'look down': (walk) => walk.turn(0, -TURN),
};
class Walk {
  constructor(
    private readonly camera: THREE.PerspectiveCamera,
    private readonly target: THREE.Vector3,
  ) {}
  /** To the right, ahead on the level, and up, m. */
  go(right: number, ahead: number, up: number): void {
    const way = this.target.clone().sub(this.camera.position).setY(0);
    if (way.length() < 1e-3) way.set(0, 0, -1);
    way.normalize();
    const step = new THREE.Vector3(-way.z, 0, way.x).multiplyScalar(right).addScaledVector(way, ahead);
    step.y += up;
    this.camera.position.add(step);
    this.target.add(step);
  }
  /** About where one stands, degrees. */
  turn(left: number, up: number): void {
    const way = this.target.clone().sub(this.camera.position);
    const round = new THREE.Spherical().setFromVector3(way);
    round.theta += (left * Math.PI) / 180;
    round.phi = Math.min(Math.PI - 0.05, Math.max(0.05, round.phi - (up * Math.PI) / 180));
    this.target.copy(this.camera.position).add(new THREE.Vector3().setFromSpherical(round));
  }
}

/** From one kept view to the next, s. */
const LEG = 3;

interface Journey {
  readonly eyes: readonly Eye[];
  readonly name: string;
  /** How long it takes, s. */
  readonly length: number;
  share: number;
}
/** Where it is; who wants no motion is taken from view to view. */
function eyeOn({ eyes, share }: Journey): Eye {
  if (!still()) return eyeOnPath(eyes, eased(share));
  const at = Math.min(eyes.length - 1, 1 + Math.floor(share * (eyes.length - 1)));
  return eyes[at] ?? eyeOnPath(eyes, share);
}
/**
 * @param first  where it begins
 * @param onArrive  called with the name of the place where it has come to; '' when it was moved by hand
 * @param onMove  called when it begins to move, and when it has come to rest
 */
export function EyeControls({
  first,
  onArrive,
  onMove,
}: {
  readonly first: Eye;
  readonly onArrive: (name: string) => void;
  readonly onMove: (moving: boolean) => void;
}) {
  const camera = useThree((state) => state.camera) as THREE.PerspectiveCamera;
  const gl = useThree((state) => state.gl);
  const invalidate = useThree((state) => state.invalidate);
  const set = useThree((state) => state.set);
  const asked = usePicture((state) => state.goTo);
  const orbit = useRef<OrbitControls | null>(null);
  const journey = useRef<Journey | null>(null);
  const rest = useRef(0);
  const tell = useRef({ onArrive, onMove });
  tell.current = { onArrive, onMove };
  const moved = useRef<() => void>(() => undefined);
  moved.current = () => {
    tell.current.onMove(true);
    invalidate();
    window.clearTimeout(rest.current);
    rest.current = window.setTimeout(() => {
      const target = orbit.current?.target;
      if (target) usePicture.setState({ now: eyeOf(camera, target) });
      tell.current.onMove(false);
      invalidate();
    }, 180);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: the first place is where it begins, once
  useEffect(() => {
    const controls = new OrbitControls(camera, gl.domElement);
    orbit.current = controls;
    controls.target.copy(setEye(camera, usePicture.getState().now ?? first));
    controls.update();
    usePicture.setState({ now: eyeOf(camera, controls.target) });
    // A click takes hold of it and moves nothing.
    let held = false;
    const changed = () => {
      if (held) tell.current.onArrive('');
      moved.current();
    };
    const begun = () => {
      held = true;
      journey.current = null;
    };
    const ended = () => {
      held = false;
    };
    controls.addEventListener('change', changed);
    controls.addEventListener('start', begun);
    controls.addEventListener('end', ended);
    set({ controls });
    return () => {
      set({ controls: null });
      orbit.current = null;
      window.clearTimeout(rest.current);
      controls.dispose();
    };
  }, [camera, gl, set]);
  const arrive = (eye: Eye, name: string) => {
    const controls = orbit.current;
    if (!controls) return;
    controls.target.copy(setEye(camera, eye));
    controls.update();
    moved.current();
    tell.current.onArrive(name);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: a request is followed once
  useEffect(() => {
    const controls = orbit.current;
    if (!asked || !controls) return;
    const through = asked.through ?? [];
    if (still() && !through.length) return arrive(asked.eye, asked.name);
    journey.current = {
      eyes: [eyeOf(camera, controls.target), ...through, asked.eye],
      name: asked.name,
      length: through.length ? WAY + LEG * through.length : WAY,
      share: 0,
    };
    invalidate();
  }, [asked]);
  useFrame((_, delta) => {
    const way = journey.current;
    const controls = orbit.current;
    if (!way || !controls) return;
    way.share = Math.min(1, way.share + Math.min(delta, 0.1) / way.length);
    if (way.share >= 1) {
      journey.current = null;
      const last = way.eyes.at(-1);
      return last && arrive(last, way.name);
    }
    controls.target.copy(setEye(camera, eyeOn(way)));
    moved.current();
  });
  const walk = (step: (walk: Walk) => void) => {
    const controls = orbit.current;
    if (!controls) return false;
    journey.current = null;
    step(new Walk(camera, controls.target));
    camera.lookAt(controls.target);
    controls.update();
    tell.current.onArrive('');
    moved.current();
    return true;
  };
  const widen = (by: number) => {
    camera.userData.angle = Math.min(angles.most, Math.max(angles.least, (camera.userData.angle as number) * by));
    fitted(camera);
    moved.current();
  };
  useKeys('space', {
    ...Object.fromEntries(Object.entries(walks).map(([id, step]) => [id, () => walk(step)])),
    wider: () => widen(1.1),
    narrower: () => widen(1 / 1.1),
  });
  return null;
}
