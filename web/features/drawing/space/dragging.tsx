/** Dragging in space: a unit along its position, a position up and down. */

import { useThree } from '@react-three/fiber';
import { useEffect, useRef } from 'react';
import * as THREE from 'three';
import type { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { formatLength } from '#core/measure/lengths';
import { type Change, edit, updating } from '#core/model/change';
import { type ByKind, byKind } from '#core/model/kinds/index';
import type { Fixture, Position, Vec2, Vec3 } from '#core/model/records';
import { get, type Show, settingsOf } from '#core/model/show';
import { resizedArea } from '#core/setout/areas';
import { curveLength, frameAlong, fromOrigin, snapAlong, snapTo } from '#core/space/curves';
import { fromRenderer, toRenderer } from '#core/space/frames';
import { feetOf } from '#core/space/scenic';
import { movedRecord } from '#core/space/transform';
import { useShow } from '../../../state/context';
import { trimStep } from '../section-tool';

/** World mm to the renderer's metres. */
export const v = (point: Vec3): THREE.Vector3 => new THREE.Vector3(...toRenderer(point));
export const dir = ([x, y, z]: Vec3): THREE.Vector3 => new THREE.Vector3(x, z, -y);

/** Something that was pressed and may be dragged: a fixture along its position, a position up and down. */
export interface Drag {
  readonly id: string;
  readonly from: readonly [number, number];
  readonly change: Change | null;
  readonly label: string;
  readonly say: string;
}

/** Points along a curve for finding the one under the pointer. */
const STEPS = 160;

interface Held {
  readonly show: Show;
  readonly from: readonly [number, number];
  readonly event: PointerEvent;
  /** Where a point of the world is on the screen. */
  readonly onScreen: (point: Vec3) => readonly [number, number];
  /** Where a point of the screen lies on a level plane, mm in plan. */
  readonly onLevel: (at: readonly [number, number], z: number) => Vec2 | null;
}
type Dragged = Pick<Drag, 'change' | 'label' | 'say'>;
/** What can be dragged in space, by kind. */
const drags: ByKind<[held: Held], Dragged | null> = {
  fixture(record, { show, event, onScreen }) {
    const { units, snap } = settingsOf(show);
    const position = get(show, 'position', record.position);
    const { curve } = position;
    const length = curveLength(curve);
    let [best, least] = [record.along, Number.POSITIVE_INFINITY];
    for (let i = 0; i <= STEPS; i++) {
      const along = (length * i) / STEPS;
      const [x, y] = onScreen(frameAlong(curve, along).point);
      const d = Math.hypot(x - event.clientX, y - event.clientY);
      if (d < least) [least, best] = [d, along];
    }
    const along = event.altKey ? best : snapAlong(curve, best, snap);
    return {
      change: edit<Fixture>([record], { along }),
      label: `Move unit ${record.unit || '-'} on ${position.name}`,
      say: `${formatLength(Math.abs(fromOrigin(curve, along)), units)} on ${position.name}`,
    };
  },
  position(record, { show, from, event, onScreen }) {
    const { units, snap } = settingsOf(show);
    // How many pixels a metre up is here.
    const point = frameAlong(record.curve, curveLength(record.curve) / 2).point;
    const [a, b] = [onScreen(point), onScreen([point[0], point[1], point[2] + 1000])];
    const [ux, uy] = [b[0] - a[0], b[1] - a[1]];
    const l2 = ux * ux + uy * uy;
    if (l2 < 4) return null;
    const up = (((event.clientX - from[0]) * ux + (event.clientY - from[1]) * uy) / l2) * 1000;
    const z = Math.max(0, event.altKey ? record.curve.z + up : snapTo(record.curve.z + up, trimStep(snap)));
    return {
      change: edit<Position>([record], { curve: { ...record.curve, z } }),
      label: `Trim of ${record.name} to ${formatLength(z, units)}`,
      say: `${record.name}  +${formatLength(z, units)}`,
    };
  },
  // Over the floor; what it then stands on carries it.
  scenic(record, { show, from, event, onLevel }) {
    const { units, snap } = settingsOf(show);
    const foot = feetOf(show).get(record.id) ?? 0;
    const [start, to] = [onLevel(from, foot), onLevel([event.clientX, event.clientY], foot)];
    if (!start || !to) return null;
    const step = (mm: number) => (event.altKey ? mm : snapTo(mm, snap));
    const by: Vec3 = [step(to[0] - start[0]), step(to[1] - start[1]), 0];
    return {
      change: updating([[record, movedRecord(record, { kind: 'shift', by })]]),
      label: `Move ${record.name}`,
      say: `${record.name}  ${formatLength(record.at[0] + by[0], units)}, ${formatLength(record.at[1] + by[1], units)}`,
    };
  },
  // On its own height; with Ctrl it is made larger or smaller.
  area(record, { show, from, event, onLevel }) {
    const { units, snap } = settingsOf(show);
    const [start, to] = [onLevel(from, record.at[2]), onLevel([event.clientX, event.clientY], record.at[2])];
    if (!start || !to) return null;
    if (event.ctrlKey && record.shape !== 'polygon') {
      const next = resizedArea(record, 'width', to);
      return {
        change: updating([[record, next]]),
        label: `Size of the focus area ${record.name}`,
        say: `${record.name}  ${formatLength(next.size, units)}`,
      };
    }
    const step = (mm: number) => (event.altKey ? mm : snapTo(mm, snap));
    const by: Vec3 = [step(to[0] - start[0]), step(to[1] - start[1]), 0];
    return {
      change: updating([[record, movedRecord(record, { kind: 'shift', by })]]),
      label: `Move the focus area ${record.name}`,
      say: `${record.name}  ${formatLength(by[0], units)}, ${formatLength(by[1], units)}`,
    };
  },
};

/** Follows the pointer while something is held; the view does not turn meanwhile. */
export function Dragging({
  drag,
  setDrag,
  onDone,
}: {
  drag: Drag | null;
  setDrag: (drag: Drag | null) => void;
  onDone: () => void;
}) {
  const { camera, controls, gl } = useThree();
  const show = useShow();
  const held = drag !== null;
  const latest = useRef({ drag, show, onDone });
  latest.current = { drag, show, onDone };
  // biome-ignore lint/correctness/useExhaustiveDependencies: listens from press to release
  useEffect(() => {
    if (!held) return;
    const orbit = controls as OrbitControls | null;
    if (orbit) orbit.enabled = false;
    const box = gl.domElement.getBoundingClientRect();
    const onScreen = (point: Vec3): readonly [number, number] => {
      const at = v(point).project(camera);
      return [box.left + ((at.x + 1) / 2) * box.width, box.top + ((1 - at.y) / 2) * box.height];
    };
    const onLevel = ([x, y]: readonly [number, number], z: number): Vec2 | null => {
      const at = new THREE.Vector2(((x - box.left) / box.width) * 2 - 1, 1 - ((y - box.top) / box.height) * 2);
      const ray = new THREE.Raycaster();
      ray.setFromCamera(at, camera);
      const hit = ray.ray.intersectPlane(new THREE.Plane(new THREE.Vector3(0, 1, 0), -z / 1000), new THREE.Vector3());
      if (!hit) return null;
      const [px, py] = fromRenderer([hit.x, hit.y, hit.z]);
      return [px, py];
    };
    const move = (event: PointerEvent) => {
      const { drag: now, show: rig } = latest.current;
      if (!now) return;
      if (!now.change && Math.hypot(event.clientX - now.from[0], event.clientY - now.from[1]) < 5) return;
      const record = rig.records.get(now.id);
      const dragged = record && byKind(drags, record, { show: rig, from: now.from, event, onScreen, onLevel });
      if (dragged) setDrag({ ...now, ...dragged });
    };
    const up = () => latest.current.onDone();
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    return () => {
      if (orbit) orbit.enabled = true;
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
    };
  }, [held]);
  return null;
}
