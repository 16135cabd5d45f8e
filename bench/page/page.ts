/** What is measured in the browser: drawing, panning, dragging. */

import { snagMarks } from '#core/audit/marks';
import { type DisplayList, pens, transformed } from '#core/draw/list';
import { allTags, fixtureChunks, planList, recordChunks } from '#core/draw/plan';
import { onScreen } from '#core/draw/tag-set';
import { firstOf, itemAt, present } from '#core/measure/list';
import { adding, apply } from '#core/model/change';
import { all, find } from '#core/model/show';
import { dragFixtures } from '#core/setout/hang';
import { setOut } from '#core/setout/rules';
import type { DxfAnswer, DxfAsk } from '../../web/features/dxf/dxf.worker.js';
import { paint, readPalette, type ViewBox } from '../../web/ui/canvas/paint';
import { makeSurface } from '../../web/ui/canvas/surface';
import { makeRig, median, percentile } from '../rig';
import { makeDxf, makeVenue } from '../venue.js';

const [WIDTH, HEIGHT] = [1280, 800];
const options = { denominator: 50, tags: onScreen(allTags), marks: snagMarks, memory: new Map() };

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
    if (prim.op === 'image') return;
    ctx.beginPath();
    if (prim.op === 'circle') ctx.arc(prim.x * k + tx, ty - prim.y * k, prim.r * k, 0, 7);
    else
      for (let i = 0; i < prim.d.length; ) {
        const op = itemAt(prim.d, i);
        const at = (j: number) => itemAt(prim.d, i + j) * k + tx;
        const up = (j: number) => ty - itemAt(prim.d, i + j) * k;
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
  // As the window draws it: at first without the marks of the audit, which come when it has looked.
  planList(show, { ...options, marks: null });
  const first = performance.now() - started;
  const again = performance.now();
  const list = planList(show, options);
  const marked = performance.now() - again;
  const base = present(document.querySelector<HTMLCanvasElement>('#base'));
  const top = present(document.querySelector<HTMLCanvasElement>('#top'));

  const canvas = document.createElement('canvas');
  canvas.width = WIDTH;
  canvas.height = HEIGHT;
  const ctx = present(canvas.getContext('2d', { alpha: false }));
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
  surface.setList(list, 50, 0);
  surface.setView(near);
  await new Promise((done) => setTimeout(done, 600));
  const pan = await frames(60, (i) => surface.setView({ ...near, tx: near.tx - i * 12, ty: near.ty + i * 3 }));
  await new Promise((done) => setTimeout(done, 400));
  const zoom = await frames(60, (i) => surface.setView({ k: near.k * 1.02 ** (i - 30), tx: near.tx, ty: near.ty }));
  await new Promise((done) => setTimeout(done, 400));

  const fixtures = all(show, 'fixture').slice(0, 50);
  const lead = firstOf(fixtures);
  const position = present(find(show, 'position', lead.position));
  const ids = new Set(fixtures.map((fixture) => fixture.id));
  const steps: number[] = [];
  const dragFrames = await frames(40, (i) => {
    const from = performance.now();
    const draft = apply(show, dragFixtures(show, fixtures, lead, { position, along: lead.along + (i + 1) * 10 }));
    const moving = fixtureChunks(draft, ids, { ...options, marks: null });
    surface.setLit({ selection: [...ids], figures: true, hover: null, would: [], moving, ghosts: [], band: null });
    steps.push(performance.now() - from);
  });
  const edits: number[] = [];
  for (let i = 0; i < 10; i++) {
    const from = performance.now();
    show = apply(
      show,
      dragFixtures(show, all(show, 'fixture').slice(0, 50), firstOf(all(show, 'fixture')), { position, along: 300 + i * 10 }),
    );
    planList(show, options);
    edits.push(performance.now() - from);
  }
  return {
    count,
    first,
    marked,
    rebuild: median(edits),
    draws,
    pan: [median(pan), percentile(pan, 0.95)],
    zoom: [median(zoom), percentile(zoom, 0.95)],
    drag: [median(steps), percentile(steps, 0.95)],
    dragFrame: median(dragFrames),
    full: surface.drawn().lastMs,
  };
}

/** A rig in a venue of many lines: pan; and a set-out of half the rig as its ghosts follow the figures. */
export async function runVenue(count: number, segments: number) {
  const rig = makeRig(count);
  const venue = makeVenue(rig, segments);
  const show = apply(rig, venue);
  const own = { ...options, memory: new Map() };
  const list = planList(show, own);
  const surface = makeSurface(
    present(document.querySelector<HTMLCanvasElement>('#base')),
    present(document.querySelector<HTMLCanvasElement>('#top')),
  );
  surface.resize(WIDTH, HEIGHT);
  surface.setList(list, 50, 0);
  const near: ViewBox = { k: 0.06, tx: 640, ty: 700 };
  surface.setView(near);
  await new Promise((done) => setTimeout(done, 600));
  const pan = await frames(60, (i) => surface.setView({ ...near, tx: near.tx - i * 12, ty: near.ty + i * 3 }));
  await new Promise((done) => setTimeout(done, 400));
  const fixtures = all(show, 'fixture').slice(0, 500);
  const ids = fixtures.map((fixture) => fixture.id);
  const script: number[] = [];
  const live = await frames(40, (i) => {
    const from = performance.now();
    const { change } = setOut(show, fixtures, { kind: 'spacing', axis: 'along', centre: 0, spacing: 500 + i });
    const chunks = recordChunks(apply(show, change), ids, { ...own, tags: null, marks: null });
    const ghosts = chunks.flatMap((chunk) => chunk.body);
    surface.setLit({ selection: [], figures: false, hover: null, would: [], moving: null, ghosts, band: null });
    script.push(performance.now() - from);
  });
  // The plain baseline: the same symbols moved by plain arithmetic, and drawn the same way.
  const plainBodies = recordChunks(show, ids, { ...own, marks: null }).map((chunk) => chunk.body);
  const baseline = await frames(40, (i) => {
    const ghosts = plainBodies.flatMap((body) =>
      body.map((prim) => (prim.op === 'path' ? { ...prim, d: transformed(prim.d, i, 0, 0) } : prim)),
    );
    surface.setLit({ selection: [], figures: false, hover: null, would: [], moving: null, ghosts, band: null });
  });
  return {
    segments: all(show, 'backdrop').reduce((sum, item) => sum + item.paths.reduce((n, path) => n + path.length / 2 - 1, 0), 0),
    pan: [median(pan), percentile(pan, 0.95)],
    setOut: [median(script), percentile(script, 0.95)],
    frame: [median(live), percentile(live, 0.95)],
    baseline: [median(baseline), percentile(baseline, 0.95)],
  };
}

/** A DXF of so many entities, read beside the window: how long, and how long the longest frame of the window meanwhile. */
export async function runDxf(entities: number) {
  const text = makeDxf(entities);
  const bytes = new TextEncoder().encode(text).buffer as ArrayBuffer;
  const size = bytes.byteLength;
  let from = performance.now();
  text.split('\n');
  const bare = performance.now() - from;
  const worker = new Worker(new URL('../../web/features/dxf/dxf.worker.ts', import.meta.url), { type: 'module' });
  from = performance.now();
  let ticking = true;
  const gaps: number[] = [];
  let last = performance.now();
  const tick = () => {
    const now = performance.now();
    gaps.push(now - last);
    last = now;
    if (ticking) requestAnimationFrame(tick);
  };
  requestAnimationFrame(tick);
  const ask = <K extends DxfAnswer['kind']>(kind: K, what: DxfAsk, transfer: Transferable[] = []) =>
    new Promise<Extract<DxfAnswer, { kind: K }>>((done, fail) => {
      worker.onmessage = (event: MessageEvent<DxfAnswer>) => {
        if (event.data.kind === kind) done(event.data as Extract<DxfAnswer, { kind: K }>);
        if (event.data.kind === 'failed') fail(new Error(event.data.message));
      };
      worker.onerror = () => fail(new Error('the worker stopped'));
      worker.postMessage(what, transfer);
    });
  const answer = await ask('done', { kind: 'read', bytes }, [bytes]);
  const read = performance.now() - from;
  const layers = new Set(answer.drawing.layers.map((layer) => layer.name));
  from = performance.now();
  const placed = await ask('placed', {
    kind: 'place',
    lowest: 0,
    placing: { layers, unit: 1, origin: [0, 0], rotation: 0 },
  });
  const place = performance.now() - from;
  ticking = false;
  worker.terminate();
  const rig = makeRig(300);
  const surface = makeSurface(
    present(document.querySelector<HTMLCanvasElement>('#base')),
    present(document.querySelector<HTMLCanvasElement>('#top')),
  );
  surface.resize(WIDTH, HEIGHT);
  surface.setView({ k: 0.03, tx: 640, ty: 700 });
  from = performance.now();
  const show = apply(rig, adding(...placed.added));
  surface.setList(planList(show, { ...options, memory: new Map() }), 50, 0);
  surface.redraw();
  const shown = performance.now() - from;
  return {
    size,
    bare,
    read,
    place,
    shown,
    lines: answer.drawing.segments,
    longest: Math.max(...gaps.slice(1)),
    frames: median(gaps),
  };
}

Object.assign(window, { runBench: run, runVenue, runDxf });
