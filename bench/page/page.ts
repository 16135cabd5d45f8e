/** What is measured in the browser: drawing, panning, dragging. */

import { type DisplayList, pens } from '#core/draw/list';
import { allTags, fixtureChunks, planList } from '#core/draw/plan';
import { apply } from '#core/model/change';
import { all, find } from '#core/model/show';
import { dragFixtures } from '#core/setout/hang';
import { paint, readPalette, type ViewBox } from '../../web/drawing/paint';
import { makeSurface } from '../../web/drawing/surface';
import { makeRig, median, percentile } from '../rig';

const [WIDTH, HEIGHT] = [1280, 800];
const options = { denominator: 50, tags: allTags, snags: true };

/** The same primitives by plain calls, one after the other, with nothing behind them. */
function plain(ctx: CanvasRenderingContext2D, list: DisplayList, { k, tx, ty }: ViewBox): void {
  const palette = readPalette();
  const draw = (prim: DisplayList['chunks'][number]['body'][number]) => {
    if (prim.op === 'text') {
      if (prim.size * k < 5) return;
      ctx.font = `${prim.bold ? '700 ' : ''}${prim.size * k}px sans-serif`;
      ctx.textAlign = prim.align === 'centre' ? 'center' : prim.align;
      ctx.fillStyle = palette.ink[prim.ink];
      ctx.fillText(prim.text, prim.x * k + tx, ty - prim.y * k);
      return;
    }
    ctx.beginPath();
    if (prim.op === 'circle') ctx.arc(prim.x * k + tx, ty - prim.y * k, prim.r * k, 0, 7);
    else
      for (let i = 0; i < prim.d.length; ) {
        const op = prim.d[i]!;
        const at = (j: number) => prim.d[i + j]! * k + tx;
        const up = (j: number) => ty - prim.d[i + j]! * k;
        if (op === 0) ctx.moveTo(at(1), up(2));
        else if (op === 1) ctx.lineTo(at(1), up(2));
        else if (op === 2) ctx.bezierCurveTo(at(1), up(2), at(3), up(4), at(5), up(6));
        else ctx.closePath();
        i += op === 2 ? 7 : op === 3 ? 1 : 3;
      }
    if (prim.fill !== 'none') {
      ctx.fillStyle = prim.fill.startsWith('#') ? prim.fill : palette.fill[prim.fill as 'paper'];
      ctx.fill();
    }
    ctx.lineWidth = Math.max(0.75, pens[prim.pen].width * k * 50);
    ctx.setLineDash(pens[prim.pen].dash?.map((part) => part * k * 50) ?? []);
    ctx.strokeStyle = palette.ink[prim.ink];
    ctx.stroke();
  };
  for (const chunk of list.chunks) for (const prim of chunk.body) draw(prim);
  for (const chunk of list.chunks) for (const prim of chunk.tags) draw(prim);
}

/** Time of work with its raster: reading a pixel waits for the canvas. */
function timed(ctx: CanvasRenderingContext2D, work: () => void, runs: number): number {
  const times: number[] = [];
  // Two runs to warm up, not counted.
  for (let i = -2; i < runs; i++) {
    const started = performance.now();
    work();
    ctx.getImageData(0, 0, 1, 1);
    if (i >= 0) times.push(performance.now() - started);
  }
  return median(times);
}

const frames = (n: number, step: (i: number) => void): Promise<number[]> =>
  new Promise((done) => {
    const times: number[] = [];
    let last = 0;
    let i = 0;
    const tick = (now: number) => {
      if (last) times.push(now - last);
      last = now;
      if (i >= n) return done(times);
      step(i++);
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });

export async function run(count: number) {
  let show = makeRig(count);
  const started = performance.now();
  const list = planList(show, options);
  const first = performance.now() - started;
  const base = document.querySelector<HTMLCanvasElement>('#base')!;
  const top = document.querySelector<HTMLCanvasElement>('#top')!;

  const canvas = document.createElement('canvas');
  canvas.width = WIDTH;
  canvas.height = HEIGHT;
  const ctx = canvas.getContext('2d', { alpha: false })!;
  const [bx, by] = [list.box[2] - list.box[0], list.box[3] - list.box[1]];
  const k = Math.min(WIDTH / bx, HEIGHT / by);
  const whole: ViewBox = { k, tx: -list.box[0] * k, ty: list.box[3] * k };
  const near: ViewBox = { k: 0.06, tx: 640, ty: 700 };
  const palette = readPalette();
  const clear = () => {
    ctx.fillStyle = '#fff';
    ctx.fillRect(0, 0, WIDTH, HEIGHT);
  };
  const draws = [];
  for (const [name, view] of [
    ['whole', whole],
    ['near', near],
  ] as const) {
    const ours = timed(
      ctx,
      () => {
        clear();
        paint(ctx, list.chunks, view, palette, Math.max(view.k * 50, 1.1), WIDTH, HEIGHT);
      },
      9,
    );
    const bare = timed(
      ctx,
      () => {
        clear();
        plain(ctx, list, view);
      },
      9,
    );
    draws.push({ name, ours, bare });
  }

  const surface = makeSurface(base, top);
  surface.resize(WIDTH, HEIGHT);
  surface.setList(list, 50);
  surface.setView(near);
  await new Promise((done) => setTimeout(done, 600));
  const pan = await frames(60, (i) => surface.setView({ ...near, tx: near.tx - i * 12, ty: near.ty + i * 3 }));
  await new Promise((done) => setTimeout(done, 400));
  const zoom = await frames(60, (i) => surface.setView({ k: near.k * 1.02 ** (i - 30), tx: near.tx, ty: near.ty }));
  await new Promise((done) => setTimeout(done, 400));

  const fixtures = all(show, 'fixture').slice(0, 50);
  const lead = fixtures[0]!;
  const position = find(show, 'position', lead.position)!;
  const ids = new Set(fixtures.map((fixture) => fixture.id));
  const steps: number[] = [];
  const dragFrames = await frames(40, (i) => {
    const from = performance.now();
    const draft = apply(show, dragFixtures(show, fixtures, lead, { position, along: lead.along + (i + 1) * 10 }));
    const moving = fixtureChunks(draft, ids, { ...options, snags: false });
    surface.setLit({ selection: [...ids], figures: true, hover: null, moving, ghosts: [], band: null });
    steps.push(performance.now() - from);
  });
  const edits: number[] = [];
  for (let i = 0; i < 10; i++) {
    const from = performance.now();
    show = apply(
      show,
      dragFixtures(show, all(show, 'fixture').slice(0, 50), all(show, 'fixture')[0]!, { position, along: 300 + i * 10 }),
    );
    planList(show, options);
    edits.push(performance.now() - from);
  }
  return {
    count,
    first,
    rebuild: median(edits),
    draws,
    pan: [median(pan), percentile(pan, 0.95)],
    zoom: [median(zoom), percentile(zoom, 0.95)],
    drag: [median(steps), percentile(steps, 0.95)],
    dragFrame: median(dragFrames),
    full: surface.drawn().lastMs,
  };
}

(window as unknown as { runBench: typeof run }).runBench = run;
