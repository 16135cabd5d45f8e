/** Takes the picture: each frame through the pipeline, in the quality that the machine can do, and pictures of any size for saving. */
import { useFrame, useThree } from '@react-three/fiber';
import { useEffect, useMemo, useRef } from 'react';
import * as THREE from 'three';
import { placedTags } from '#core/draw/space-tags';
import { channelText } from '#core/fields/texts';
import { whiteBalance } from '#core/light/exposure';
import { present } from '#core/measure/list';
import type { Vec3 } from '#core/model/records';
import { all, get, type Show } from '#core/model/show';
import type { Eye } from '#core/space/eyes';
import { place as placeOf } from '#core/space/hanging';
import { type TagKind, usePicture } from '../../../state/picture';
import { v } from './dragging';
import { fitted, setEye } from './eye';
import { type Taking as How, Pipeline, type Quality, qualities } from './pipeline';
import type { PictureLight } from './usePicture';

/** Share of light that a metre of the thickest haze scatters. */
const THICKEST = 0.25;
export const scatterOf = (haze: number): number => THICKEST * haze * haze;

/** What others ask of the picture. */
export interface Pictured {
  /** Whether the view is moving: it is then drawn as rough as it must be. */
  move(moving: boolean): void;
  /** What stands there or lights it has changed: the next frame is drawn anew. */
  touch(): void;
  /** The picture from an eye, of a size, with its tags: on a canvas of its own. `again` says that more of that size will be taken. */
  take(size: Size, eye: Eye | null, again?: boolean): HTMLCanvasElement;
  /** Milliseconds that a frame takes until the machine has really drawn it. */
  time(quality: Quality): number;
  /** The same triangles in one plain colour, straight onto the canvas: what a frame costs at least. */
  bare(): { readonly ms: number; readonly triangles: number };
  /** Where a point of the stage is seen, pixels of the window; null behind the eye. */
  seenAt(point: Vec3): readonly [number, number] | null;
  /** How much stands in memory for the stage. */
  readonly memory: () => { readonly textures: number; readonly geometries: number };
}
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Shares of the size that a moving picture is drawn in, from fine to rough. */
const SCALES = [1, 0.7, 0.5, 0.35] as const;
const SLOW = 45;
const FAST = 15;
/** Frames in a row that say so before it changes. */
const SURE = { slow: 2, fast: 12 } as const;
class Pace {
  private at = 0;
  private slow = 0;
  private fast = 0;
  /** Takes the time between two frames of a movement, ms. */
  frame(ms: number): void {
    if (ms > 500) return;
    this.slow = ms > SLOW ? this.slow + 1 : 0;
    this.fast = ms < FAST ? this.fast + 1 : 0;
    if (this.slow >= SURE.slow) {
      this.at = Math.min(SCALES.length - 1, this.at + 1);
      this.slow = 0;
    }
    if (this.fast >= SURE.fast) {
      this.at = Math.max(0, this.at - 1);
      this.fast = 0;
    }
  }
  get quality(): Quality {
    const scale = SCALES[this.at] ?? 0.5;
    return { scale, samples: 0, hazeScale: 0.5 };
  }
}

const said: Readonly<Record<Exclude<TagKind, 'none'>, (show: Show, id: string) => string>> = {
  channel: (show, id) => channelText(get(show, 'fixture', id)),
  purpose: (show, id) => get(show, 'fixture', id).purpose,
  name: (show, id) => {
    const { name, type, unit } = get(show, 'fixture', id);
    return name ?? `${unit} ${get(show, 'type', type).name}`.trim();
  },
};
const SIZE = 12;
/** Draws the tags of a picture upright onto a canvas. */
function drawTags(
  show: Show,
  kind: TagKind,
  camera: THREE.PerspectiveCamera,
  ctx: CanvasRenderingContext2D,
  size: Size,
  k: number,
): void {
  if (kind === 'none') return;
  ctx.font = `${SIZE * k}px B612, sans-serif`;
  ctx.textBaseline = 'middle';
  const tags = all(show, 'fixture').flatMap((fixture) => {
    const text = said[kind](show, fixture.id);
    if (!text) return [];
    const at = v(placeOf(show, fixture).axis);
    const far = at.distanceTo(camera.position);
    at.project(camera);
    if (at.z > 1 || Math.abs(at.x) > 1 || Math.abs(at.y) > 1) return [];
    return [
      {
        id: fixture.id,
        text,
        far,
        x: ((at.x + 1) / 2) * size.width,
        y: ((1 - at.y) / 2) * size.height,
        wide: ctx.measureText(text).width + 6 * k,
        high: (SIZE + 4) * k,
      },
    ];
  });
  for (const { text, left, top, wide, high, x, y } of placedTags(tags, size.width, size.height)) {
    ctx.strokeStyle = 'rgba(240,236,225,0.45)';
    ctx.lineWidth = k;
    ctx.beginPath();
    ctx.moveTo(x, y);
    ctx.lineTo(Math.min(left + wide, Math.max(left, x)), Math.min(top + high, Math.max(top, y)));
    ctx.stroke();
    ctx.fillStyle = 'rgba(12,12,14,0.75)';
    ctx.fillRect(left, top, wide, high);
    ctx.fillStyle = '#f0ece1';
    ctx.fillText(text, left + 3 * k, top + high / 2 + k);
  }
}

export function Taking({
  show,
  light,
  exposure,
  pictured,
  place,
}: {
  readonly show: Show;
  readonly light: PictureLight;
  readonly exposure: number;
  readonly pictured: React.RefObject<Pictured | null>;
  readonly place: string;
}) {
  const gl = useThree((state) => state.gl);
  const scene = useThree((state) => state.scene);
  const camera = useThree((state) => state.camera) as THREE.PerspectiveCamera;
  const raycaster = useThree((state) => state.raycaster);
  const invalidate = useThree((state) => state.invalidate);
  const haze = usePicture((state) => state.haze);
  const white = usePicture((state) => state.white);
  const tags = usePicture((state) => state.tags);
  const pipeline = useMemo(() => new Pipeline(), []);
  const pace = useMemo(() => new Pace(), []);
  const moving = useRef(false);
  const before = useRef(0);
  const stale = useRef(true);
  const drawn = useRef('');
  const over = useRef<HTMLCanvasElement | null>(null);
  const balance = useMemo(() => whiteBalance(white), [white]);
  const how = useRef<How>({ exposure, balance, scatter: 0, over: true });
  how.current = { exposure, balance, scatter: light.beams.length ? scatterOf(haze) : 0, over: true };
  const latest = useRef({ show, tags });
  latest.current = { show, tags };
  useEffect(() => raycaster.layers.enableAll(), [raycaster]);
  useEffect(() => () => pipeline.dispose(), [pipeline]);
  useEffect(() => pipeline.setBeams(light.beams), [pipeline, light.beams]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another way of taking it is another picture
  useEffect(() => invalidate(), [exposure, tags, place, invalidate]);
  const work = usePicture((state) => state.work);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is lit otherwise is drawn anew
  useEffect(() => {
    stale.current = true;
    invalidate();
  }, [haze, white, work, light.beams, light.of, invalidate]);
  useEffect(() => {
    const host = gl.domElement.parentElement;
    const canvas = document.createElement('canvas');
    canvas.style.cssText = 'position:absolute;inset:0;width:100%;height:100%;pointer-events:none';
    host?.append(canvas);
    over.current = canvas;
    return () => {
      canvas.remove();
      over.current = null;
    };
  }, [gl]);
  useEffect(() => {
    const plain = (): Size => ({ width: gl.domElement.width, height: gl.domElement.height });
    pictured.current = {
      touch() {
        stale.current = true;
        invalidate();
      },
      move(now) {
        stale.current = true;
        moving.current = now;
        before.current = 0;
      },
      take(size, eye, again = false) {
        const own = camera.clone();
        own.aspect = size.width / size.height;
        if (eye) setEye(own, eye);
        fitted(own);
        own.updateProjectionMatrix();
        const bytes = pipeline.take(gl, scene, own, size, { ...how.current, over: false });
        if (!again) pipeline.forget(`${size.width} ${size.height}`);
        stale.current = true;
        const canvas = document.createElement('canvas');
        canvas.width = size.width;
        canvas.height = size.height;
        const ctx = present(canvas.getContext('2d'));
        ctx.putImageData(new ImageData(bytes, size.width, size.height), 0, 0);
        drawTags(latest.current.show, latest.current.tags, own, ctx, size, size.height / 800);
        invalidate();
        return canvas;
      },
      time(quality) {
        const began = performance.now();
        pipeline.draw(gl, scene, camera, plain(), quality, how.current, 'screen');
        const context = gl.getContext();
        context.readPixels(0, 0, 1, 1, context.RGBA, context.UNSIGNED_BYTE, new Uint8Array(4));
        return performance.now() - began;
      },
      bare() {
        const plain = new THREE.MeshBasicMaterial();
        const began = performance.now();
        scene.overrideMaterial = plain;
        gl.setRenderTarget(null);
        gl.render(scene, camera);
        const { triangles } = gl.info.render;
        const context = gl.getContext();
        context.readPixels(0, 0, 1, 1, context.RGBA, context.UNSIGNED_BYTE, new Uint8Array(4));
        scene.overrideMaterial = null;
        plain.dispose();
        stale.current = true;
        return { ms: performance.now() - began, triangles };
      },
      seenAt(point) {
        const box = gl.domElement.getBoundingClientRect();
        const at = v(point).project(camera);
        return at.z > 1 ? null : [box.left + ((at.x + 1) / 2) * box.width, box.top + ((1 - at.y) / 2) * box.height];
      },
      memory: () => ({ textures: gl.info.memory.textures, geometries: gl.info.memory.geometries }),
    };
    // The bench measures frames by it, and stories find their way in space.
    Object.assign(window, { dessinSpace: pictured.current });
    return () => {
      pictured.current = null;
    };
  }, [pictured, pipeline, gl, scene, camera, invalidate]);
  const busy = useRef(false);
  busy.current = light.busy !== null;
  useFrame(() => {
    // What is saved has the machine for itself.
    if (usePicture.getState().saving) return;
    const now = performance.now();
    if (moving.current && before.current) pace.frame(now - before.current);
    before.current = now;
    const size: Size = { width: gl.domElement.width, height: gl.domElement.height };
    fitted(camera);
    // While light is still coming the picture will change soon.
    const rough = moving.current || busy.current;
    const name = rough ? 'moving' : 'rest';
    const form = `${name} ${size.width} ${size.height}`;
    // Marks and exposure lie over the last picture: it stands as it is.
    if (stale.current || moving.current || drawn.current !== form)
      pipeline.draw(gl, scene, camera, size, rough ? pace.quality : qualities.rest, how.current, name);
    else pipeline.again(gl, scene, camera, how.current);
    stale.current = moving.current;
    drawn.current = form;
    const canvas = over.current;
    if (canvas) {
      if (canvas.width !== size.width || canvas.height !== size.height) Object.assign(canvas, size);
      const ctx = present(canvas.getContext('2d'));
      ctx.clearRect(0, 0, size.width, size.height);
      drawTags(latest.current.show, latest.current.tags, camera, ctx, size, size.width / Math.max(1, gl.domElement.clientWidth));
    }
    // Tests and pictures wait for it.
    const host = gl.domElement.closest<HTMLElement>('[data-testid=three]');
    if (host) {
      host.dataset.drawn = place || 'moved';
      host.dataset.quality = rough ? 'moving' : 'rest';
    }
  }, 1);
  return null;
}
