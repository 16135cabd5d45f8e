/** Canvas back end of the display list: batched by pen in each band, culled, with a level of detail. */
import {
  type Box,
  type Chunk,
  CLOSE,
  CUBIC,
  type Fill,
  type Ink,
  LINE,
  MOVE,
  type Pen,
  type Prim,
  pens,
  toned,
} from '#core/draw/list';

/** screen x = X k + tx, screen y = ty - Y k; k in pixels to the mm of the world. */
export interface ViewBox {
  readonly k: number;
  readonly tx: number;
  readonly ty: number;
}
export interface Palette {
  readonly ink: Record<Ink, string>;
  readonly fill: Record<'paper' | 'wall' | 'ink', string>;
  readonly halo: string;
  readonly glow: string;
  readonly hair: string;
  readonly pencil: string;
}

/** Colours of the theme, read from the style sheet: they stand in one place. */
export function readPalette(): Palette {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: {
      ink: of('--ink'),
      faint: of('--pencil'),
      lamp: of('--lamp'),
      stop: of('--stop'),
      blue: of('--pen-blue'),
      plum: of('--pen-plum'),
      green: of('--pen-green'),
    },
    fill: { paper: of('--sheet'), wall: of('--wall'), ink: of('--ink') },
    halo: of('--halo'),
    glow: of('--glow'),
    hair: of('--hair'),
    pencil: of('--pencil'),
  };
}

/** No text under this many pixels. */
const LEAST_TEXT = 5;
/** Pieces in one path. */
const BATCH = 8;
/** World mm that the window shows. */
export const windowBox = (view: ViewBox, width: number, height: number): Box => [
  -view.tx / view.k,
  (view.ty - height) / view.k,
  (width - view.tx) / view.k,
  view.ty / view.k,
];
const apart = (a: Box, b: Box): boolean => a[2] < b[0] || a[0] > b[2] || a[3] < b[1] || a[1] > b[3];

interface Batch {
  readonly pen: Pen;
  readonly ink: Ink;
  readonly fill: Fill;
  readonly prims: Shape[];
}

/** Draws chunks: per order first all bodies, then over everything the tags. `penScale` is pixels to the mm of paper. */
export function paint(
  ctx: CanvasRenderingContext2D,
  chunks: readonly Chunk[],
  view: ViewBox,
  palette: Palette,
  penScale: number,
  width: number,
  height: number,
  skip?: ReadonlySet<string>,
): void {
  const window = windowBox(view, width, height);
  const seen: Chunk[] = [];
  for (const chunk of chunks) if (!apart(chunk.box, window) && !(chunk.id !== null && skip?.has(chunk.id))) seen.push(chunk);
  let band: (readonly Prim[])[] = [];
  let order = Number.NaN;
  for (const chunk of seen) {
    if (chunk.order !== order) {
      paintGroups(ctx, band, view, palette, penScale);
      band = [];
      order = chunk.order;
    }
    band.push(chunk.body);
  }
  paintGroups(ctx, band, view, palette, penScale);
  paintGroups(
    ctx,
    seen.map((chunk) => chunk.tags),
    view,
    palette,
    penScale,
  );
}

/** Lines of a drawing that was read: zoomed out, points that fall on the pixel of the one before are left out. */
function traceLines(ctx: CanvasRenderingContext2D, d: readonly number[], k: number, tx: number, ty: number): void {
  let [px, py] = [0, 0];
  for (let i = 0; i < d.length; i += 3) {
    const [x, y] = [d[i + 1]! * k + tx, ty - d[i + 2]! * k];
    if (d[i] === MOVE) ctx.moveTo(x, y);
    else {
      // The last point of a polyline stands, or it would seem open.
      const ends = d[i + 3] !== LINE;
      if (!ends && Math.abs(x - px) < 0.8 && Math.abs(y - py) < 0.8) continue;
      ctx.lineTo(x, y);
    }
    px = x;
    py = y;
  }
}

const pictures = new Map<string, HTMLImageElement>();
/** A picture that has been decoded; while it has not, the drawing is asked to come again. */
function pictureOf(png: string): HTMLImageElement | null {
  let picture = pictures.get(png);
  if (!picture) {
    picture = new Image();
    picture.onload = () => window.dispatchEvent(new Event('dessin-redraw'));
    picture.src = `data:image/png;base64,${png}`;
    pictures.set(png, picture);
  }
  return picture.complete && picture.naturalWidth > 0 ? picture : null;
}

/** One run of primitives in their order. */
export const paintPrims = (
  ctx: CanvasRenderingContext2D,
  prims: readonly Prim[],
  view: ViewBox,
  palette: Palette,
  penScale: number,
): void => paintGroups(ctx, [prims], view, palette, penScale);

type Text = Extract<Prim, { op: 'text' }>;
type Image = Extract<Prim, { op: 'image' }>;
type Shape = Exclude<Prim, { op: 'text' | 'image' }>;

/** Without what encloses a text that is too small to be read: fewer things, and no empty bubbles. An enclosure stands before its text. */
function readable(group: readonly Prim[], k: number): readonly Prim[] {
  if (!group.some((prim) => prim.op === 'text' && prim.size * k < LEAST_TEXT)) return group;
  const out: Prim[] = [];
  let text = Number.POSITIVE_INFINITY;
  for (let i = group.length - 1; i >= 0; i--) {
    const prim = group[i]!;
    if (prim.op === 'text') text = prim.size;
    else if (prim.op === 'path' && prim.pen === 'tag' && text * k < LEAST_TEXT) continue;
    out.push(prim);
  }
  return out.reverse();
}

/** Shapes of one pen together, in an order in which nothing comes below what it lay on. */
function batched(groups: readonly (readonly Prim[])[], k: number): { batches: Batch[]; texts: Text[]; images: Image[] } {
  const batches: Batch[] = [];
  const open = new Map<string, number>();
  const texts: Text[] = [];
  const images: Image[] = [];
  for (const group of groups) {
    let last = 0;
    for (const prim of readable(group, k)) {
      if (prim.op === 'text') {
        if (prim.size * k >= LEAST_TEXT) texts.push(prim);
        continue;
      }
      if (prim.op === 'image') {
        images.push(prim);
        continue;
      }
      const key = `${prim.pen} ${prim.ink} ${prim.fill}`;
      let index = open.get(key) ?? -1;
      // A path of thousands of pieces is filled far slower than many small ones (measured: 10 times at 3000 fixtures).
      if (index < last || batches[index]!.prims.length >= BATCH) {
        index = batches.push({ pen: prim.pen, ink: prim.ink, fill: prim.fill, prims: [] }) - 1;
        open.set(key, index);
      }
      batches[index]!.prims.push(prim);
      last = index;
    }
  }
  return { batches, texts, images };
}

function trace(ctx: CanvasRenderingContext2D, prim: Shape, { k, tx, ty }: ViewBox): void {
  if (prim.op === 'circle') {
    const [x, y, r] = [prim.x * k + tx, ty - prim.y * k, prim.r * k];
    ctx.moveTo(x + r, y);
    ctx.arc(x, y, r, 0, 2 * Math.PI);
    return;
  }
  const { d } = prim;
  if (prim.pen === 'backdrop') {
    traceLines(ctx, d, k, tx, ty);
    return;
  }
  for (let i = 0; i < d.length; ) {
    const op = d[i]!;
    if (op === CLOSE) {
      ctx.closePath();
      i += 1;
    } else if (op === CUBIC) {
      ctx.bezierCurveTo(
        d[i + 1]! * k + tx,
        ty - d[i + 2]! * k,
        d[i + 3]! * k + tx,
        ty - d[i + 4]! * k,
        d[i + 5]! * k + tx,
        ty - d[i + 6]! * k,
      );
      i += 7;
    } else {
      if (op === MOVE) ctx.moveTo(d[i + 1]! * k + tx, ty - d[i + 2]! * k);
      else ctx.lineTo(d[i + 1]! * k + tx, ty - d[i + 2]! * k);
      i += 3;
    }
  }
}

function paintBatch(ctx: CanvasRenderingContext2D, batch: Batch, view: ViewBox, palette: Palette, penScale: number): void {
  const { pen, ink, fill, prims } = batch;
  ctx.beginPath();
  for (const prim of prims) trace(ctx, prim, view);
  if (fill !== 'none') {
    ctx.fillStyle = fill.startsWith('#') ? toned(fill, palette.fill.paper) : palette.fill[fill as keyof Palette['fill']];
    ctx.fill();
  }
  const { width, dash } = pens[pen];
  ctx.lineWidth = Math.max(pen === 'fixture' ? 1.1 : 0.75, width * penScale);
  ctx.setLineDash(dash ? dash.map((part) => part * penScale) : []);
  ctx.strokeStyle = palette.ink[ink];
  // Round joins cost much on thousands of thin lines, and cannot be seen there.
  ctx.lineJoin = pen === 'backdrop' ? 'bevel' : 'round';
  ctx.stroke();
}

function paintImage(ctx: CanvasRenderingContext2D, image: Image, { k, tx, ty }: ViewBox): void {
  const picture = pictureOf(image.png);
  if (!picture) return;
  ctx.save();
  ctx.translate(image.x * k + tx, ty - image.y * k);
  ctx.rotate((-image.turn * Math.PI) / 180);
  ctx.drawImage(picture, 0, -image.h * k, image.w * k, image.h * k);
  ctx.restore();
}

/** Setting a font costs more than a text: it is set only where it changes. */
function paintTexts(ctx: CanvasRenderingContext2D, texts: readonly Text[], { k, tx, ty }: ViewBox, palette: Palette): void {
  ctx.textBaseline = 'alphabetic';
  let font = '';
  let align = '';
  for (const text of texts) {
    const wanted = `${text.bold ? '700 ' : ''}${Math.round(text.size * k * 4) / 4}px B612, sans-serif`;
    if (wanted !== font) {
      ctx.font = wanted;
      font = wanted;
    }
    if (text.align !== align) {
      ctx.textAlign = text.align === 'centre' ? 'center' : text.align;
      align = text.align;
    }
    ctx.fillStyle = palette.ink[text.ink];
    if (text.turn) {
      ctx.save();
      ctx.translate(text.x * k + tx, ty - text.y * k);
      ctx.rotate((-text.turn * Math.PI) / 180);
      ctx.fillText(text.text, 0, 0);
      ctx.restore();
    } else ctx.fillText(text.text, text.x * k + tx, ty - text.y * k);
  }
}

/**
 * Groups of primitives: fills and strokes batched by pen, text last.
 * Inside a group the order stands (an outline is filled before its inner lines are drawn); between groups it may not.
 */
export function paintGroups(
  ctx: CanvasRenderingContext2D,
  groups: readonly (readonly Prim[])[],
  view: ViewBox,
  palette: Palette,
  penScale: number,
): void {
  const { batches, texts, images } = batched(groups, view.k);
  for (const batch of batches) paintBatch(ctx, batch, view, palette, penScale);
  ctx.setLineDash([]);
  for (const image of images) paintImage(ctx, image, view);
  paintTexts(ctx, texts, view, palette);
}
