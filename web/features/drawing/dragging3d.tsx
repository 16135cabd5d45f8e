/** Dragging in space: a unit along its position, a position up and down. */

import { useThree } from '@react-three/fiber';
import { useEffect, useRef } from 'react';
import * as THREE from 'three';
import type { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { formatLength } from '#core/measure/lengths';
import { type Change, edit } from '#core/model/change';
import type { Fixture, Position, Vec3 } from '#core/model/records';
import { get, settingsOf } from '#core/model/show';
import { curveLength, frameAlong, fromOrigin, snapAlong, snapTo } from '#core/space/curves';
import { toRenderer } from '#core/space/frames';
import { useShow } from '../../state/context';
import { trimStep } from './section-tool';

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
    const move = (event: PointerEvent) => {
      const { drag: now, show: rig } = latest.current;
      if (!now) return;
      if (!now.change && Math.hypot(event.clientX - now.from[0], event.clientY - now.from[1]) < 5) return;
      const record = rig.records.get(now.id);
      const { units, snap } = settingsOf(rig);
      if (record?.kind === 'fixture') {
        const position = get(rig, 'position', record.position);
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
        setDrag({
          ...now,
          change: edit<Fixture>([record], { along }),
          label: `Move unit ${record.unit || '-'} on ${position.name}`,
          say: `${formatLength(Math.abs(fromOrigin(curve, along)), units)} on ${position.name}`,
        });
      } else if (record?.kind === 'position') {
        // How many pixels a metre up is here.
        const point = frameAlong(record.curve, curveLength(record.curve) / 2).point;
        const [a, b] = [onScreen(point), onScreen([point[0], point[1], point[2] + 1000])];
        const [ux, uy] = [b[0] - a[0], b[1] - a[1]];
        const l2 = ux * ux + uy * uy;
        if (l2 < 4) return;
        const up = (((event.clientX - now.from[0]) * ux + (event.clientY - now.from[1]) * uy) / l2) * 1000;
        const z = event.altKey ? record.curve.z + up : snapTo(record.curve.z + up, trimStep(snap));
        setDrag({
          ...now,
          change: edit<Position>([record], { curve: { ...record.curve, z: Math.max(0, z) } }),
          label: `Trim of ${record.name} to ${formatLength(Math.max(0, z), units)}`,
          say: `${record.name}  +${formatLength(Math.max(0, z), units)}`,
        });
      }
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
