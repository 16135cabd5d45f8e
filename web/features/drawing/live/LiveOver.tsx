/** What is alive, over the plan: each light as a glow of its own colour with its level below, what is lost in red. Drawn on a canvas of its own, once a frame where something changed. */
import { type RefObject, useEffect, useRef } from 'react';
import { all } from '#core/model/show';
import { axesOfBase } from '#core/space/axes';
import { beamOfPose } from '#core/space/heads';
import type { LightLive } from '#core/wires/lives';
import { useShow } from '../../../state/context';
import { useUp } from '../../../state/wires/up';
import { followLives, liveOf } from '../../../state/wires/wires';
import type { Surface } from '../../../ui/canvas/surface';
import { colourOf, makeRoom, type Pen, penOver, writeFigure } from './pen';

/** Rings of a glow: how far each reaches, and its share of light. */
const rings = [
  [1.9, 0.22],
  [1.25, 0.35],
  [0.7, 0.6],
] as const;
const REACH = rings[0][0];
/** Pictures of glows by colour and radius: a thousand of them are put down in a frame, and not drawn anew. */
const pictures = new Map<string, HTMLCanvasElement>();
const MOST_PICTURES = 400;
/** Colours of a glow are told apart by so much of each of red, green and blue: an eye sees no finer step in it. */
const STEP = 8;
const coarse = (colour: string): string =>
  `rgb(${[1, 3, 5].map((at) => Math.min(255, Math.round(Number.parseInt(colour.slice(at, at + 2), 16) / STEP) * STEP)).join(' ')})`;
function pictureOf(colour: string, radius: number): HTMLCanvasElement {
  const seen = coarse(colour);
  const key = `${seen} ${radius}`;
  const known = pictures.get(key);
  if (known) return known;
  if (pictures.size >= MOST_PICTURES) pictures.clear();
  const made = document.createElement('canvas');
  const half = Math.ceil(radius * REACH) + 1;
  made.width = 2 * half;
  made.height = 2 * half;
  const pen = made.getContext('2d');
  if (pen) {
    pen.fillStyle = seen;
    for (const [size, share] of rings) {
      pen.globalAlpha = share;
      pen.beginPath();
      pen.arc(half, half, radius * size, 0, 2 * Math.PI);
      pen.fill();
    }
  }
  pictures.set(key, made);
  return made;
}
function glow(
  { canvas, stop, k }: Pen,
  x: number,
  y: number,
  live: LightLive,
  colour: string,
  aim: readonly [number, number] | null,
): void {
  // Half a pixel makes no other picture.
  const radius = Math.round(Math.max(7, 320 * k) * 2) / 2;
  const { level, lost } = live;
  if (level > 0) {
    const picture = pictureOf(colour, radius);
    canvas.globalAlpha = 0.25 + 0.75 * level;
    canvas.drawImage(picture, x - picture.width / 2, y - picture.height / 2);
    if (aim) {
      canvas.globalAlpha = 0.4 + 0.6 * level;
      canvas.strokeStyle = colour;
      canvas.lineWidth = 2;
      canvas.beginPath();
      canvas.moveTo(x, y);
      canvas.lineTo(x + aim[0] * radius * 4, y - aim[1] * radius * 4);
      canvas.stroke();
    }
    canvas.globalAlpha = 1;
  }
  if (lost) {
    canvas.strokeStyle = stop;
    canvas.lineWidth = 1.5;
    canvas.setLineDash([3, 3]);
    canvas.beginPath();
    canvas.arc(x, y, radius * 1.25, 0, 2 * Math.PI);
    canvas.stroke();
    canvas.setLineDash([]);
  }
}

/** Rings that are drawn at most: of more nobody sees which. */
const MOST_RINGS = 60;

export function LiveOver({ surface }: { readonly surface: RefObject<Surface | null> }) {
  const show = useShow();
  const top = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = top.current;
    const canvas = element?.getContext('2d');
    if (!element || !canvas) return;
    let [stale, frame] = [true, 0];
    let drawn = '';
    const off = followLives(() => {
      stale = true;
    });
    const offUp = useUp.subscribe(() => {
      stale = true;
    });
    const fixtures = all(show, 'fixture');
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const made = surface.current;
      if (!made) return;
      const { k, tx, ty } = made.view;
      const [width, height, ratio] = [element.clientWidth, element.clientHeight, window.devicePixelRatio || 1];
      const now = `${k} ${tx} ${ty} ${width} ${height} ${ratio}`;
      if (!stale && now === drawn) return;
      [stale, drawn] = [false, now];
      const pen = penOver(element, canvas, k);
      const seen: { readonly x: number; readonly y: number; readonly live: LightLive }[] = [];
      let [lit, lost] = [0, 0];
      for (const fixture of fixtures) {
        const live = liveOf(fixture.id);
        if (!live || (live.level <= 0 && !live.lost)) continue;
        if (live.level > 0) lit++;
        if (live.lost) lost++;
        const at = made.place(fixture.id);
        if (!at || at[0] < -80 || at[1] < -80 || at[0] > width + 80 || at[1] > height + 80) continue;
        const beam =
          live.pan !== null && live.tilt !== null ? beamOfPose(axesOfBase(fixture), { pan: live.pan, tilt: live.tilt }) : null;
        seen.push({ x: at[0], y: at[1], live });
        glow(pen, at[0], at[1], live, colourOf(show, fixture.id, live), beam && [beam[0], beam[1]]);
      }
      // Figures over all light, the brightest first.
      const room = makeRoom(width, height);
      for (const { x, y, live } of seen.sort((a, b) => b.live.level - a.live.level)) writeFigure(pen, x, y, live, room);
      // What the check has up stands in a ring, lit or not.
      const { up } = useUp.getState();
      for (const id of up.slice(0, MOST_RINGS)) {
        const at = made.place(id);
        if (!at) continue;
        canvas.strokeStyle = pen.lamp;
        canvas.lineWidth = 2;
        canvas.beginPath();
        canvas.arc(at[0], at[1], Math.max(16, 520 * k), 0, 2 * Math.PI);
        canvas.stroke();
      }
      element.dataset.up = String(up.length);
      element.dataset.lit = String(lit);
      element.dataset.lost = String(lost);
    };
    frame = requestAnimationFrame(draw);
    return () => {
      off();
      offUp();
      cancelAnimationFrame(frame);
    };
  }, [show, surface]);
  return <canvas ref={top} data-testid="live plan" className="pointer-events-none absolute inset-0 h-full w-full" />;
}
