/**
 * The drawing's surface: two canvases and a kept picture.
 * Below lies the plot, drawn once into a picture larger than the window; pan and zoom move the picture and draw afresh when they rest.
 * Above lies what moves or is lit: the selection, ghosts, the rubber band.
 */
import type { Box, Chunk, DisplayList, TagBox } from '#core/draw/list';
import { drawLit, type Lit } from './lit';
import { type Palette, readPalette, type ViewBox } from './paint';
import { chunksById, liesOn, pickIn, tagIn, withinBox } from './picking';
import { Picture } from './picture';

export type { Lit } from './lit';

/** ms of rest after which the picture is drawn afresh at another scale. */
const REST = 110;

export interface Surface {
  view: ViewBox;
  /** @param revision  of the show that is drawn: the canvas says it in data-drawn when nothing is left to be drawn */
  readonly setList: (list: DisplayList, denominator: number, revision: number) => void;
  readonly setLit: (lit: Lit) => void;
  readonly setView: (view: ViewBox) => void;
  readonly resize: (width: number, height: number) => void;
  readonly retheme: () => void;
  readonly toWorld: (x: number, y: number) => readonly [number, number];
  readonly pick: (x: number, y: number, kinds: readonly Chunk['kind'][]) => Chunk | null;
  /** Records that lie wholly in a box, or those that it touches. */
  readonly within: (box: Box, kinds: readonly Chunk['kind'][], touching: boolean) => Chunk[];
  /** Whether a point lies on a chunk, and not merely near it. */
  readonly on: (chunk: Chunk, x: number, y: number) => boolean;
  /** The tag under a point. */
  readonly pickTag: (x: number, y: number) => { readonly chunk: Chunk; readonly tag: TagBox } | null;
  readonly fit: (box: Box) => ViewBox;
  /** Where a record is drawn: for tests and for going to it. */
  readonly find: (id: string, kind: Chunk['kind']) => Chunk | null;
  /** Pixels at which a record is drawn, from the corner of the pane. */
  readonly place: (id: string) => readonly [number, number] | null;
  /** Every chunk of a kind, as drawn. */
  readonly all: (kind: Chunk['kind']) => Chunk[];
  readonly drawn: () => { readonly full: number; readonly blits: number; readonly lastMs: number };
  readonly redraw: () => void;
}

/** Pixels: room of the tools, beside what is fitted, and how wide a pane is at least that has both. */
const [TOOLS, MARGIN, NARROW] = [56, 28, 600];

class Canvases implements Surface {
  view: ViewBox = { k: 0.05, tx: 400, ty: 500 };
  private readonly below: CanvasRenderingContext2D;
  private readonly above: CanvasRenderingContext2D;
  private readonly picture = new Picture();
  private list: DisplayList = { chunks: [], box: [0, 0, 1, 1] };
  private byId = new Map<string, Chunk[]>();
  private lit: Lit = { selection: [], figures: false, hover: null, would: [], moving: null, ghosts: [], band: null };
  private palette: Palette = readPalette();
  private window = { width: 1, height: 1, ratio: 1 };
  private denominator = 50;
  private frame = 0;
  private stale = true;
  private rest: ReturnType<typeof setTimeout> | undefined;
  private standing = '';
  private readonly counts = { full: 0, blits: 0, lastMs: 0 };

  constructor(
    private readonly base: HTMLCanvasElement,
    private readonly top: HTMLCanvasElement,
  ) {
    this.below = base.getContext('2d', { alpha: false })!;
    this.above = top.getContext('2d')!;
  }

  private pen = (): number => Math.max(this.view.k * this.denominator, 1.1);

  private wake = (): void => {
    delete this.base.dataset.drawn;
    if (!this.frame) this.frame = requestAnimationFrame(this.render);
  };
  /** Draws the picture afresh with the next frame. */
  private afresh = (): void => {
    this.stale = true;
    this.wake();
  };

  private drawPicture(): void {
    const started = performance.now();
    const { moving } = this.lit;
    const skip = moving ? new Set(moving.map((chunk) => chunk.id ?? '')) : undefined;
    this.picture.draw(this.list, this.view, this.window, this.palette, this.pen(), skip);
    this.stale = false;
    this.counts.full++;
    this.counts.lastMs = performance.now() - started;
  }

  private render = (): void => {
    this.frame = 0;
    const { picture, view } = this;
    const same = picture.fits(view);
    const covered = picture.covers(view, this.window);
    if (this.stale || picture.empty || (!covered && same)) this.drawPicture();
    else if (!same || !covered) {
      clearTimeout(this.rest);
      this.rest = setTimeout(() => {
        this.rest = undefined;
        this.afresh();
      }, REST);
    }
    picture.blit(this.below, view, this.window, this.palette);
    this.counts.blits++;
    const { above, byId, palette } = this;
    drawLit({ above, byId, view, ...this.window, palette, pen: this.pen() }, this.lit);
    // Tests wait for it: nothing is left to be drawn, and this is what stands there.
    if (!this.frame && !this.rest) this.base.dataset.drawn = this.standing;
  };

  setList = (next: DisplayList, scale: number, revision: number): void => {
    this.list = next;
    this.standing = String(revision);
    this.denominator = scale;
    this.byId = chunksById(next);
    this.afresh();
  };
  setLit = (next: Lit): void => {
    if ((next.moving === null) !== (this.lit.moving === null)) this.stale = true;
    this.lit = next;
    this.wake();
  };
  setView = (view: ViewBox): void => {
    this.view = view;
    this.wake();
  };
  resize = (w: number, h: number): void => {
    const { width, height, ratio } = { width: Math.max(1, w), height: Math.max(1, h), ratio: window.devicePixelRatio || 1 };
    this.window = { width, height, ratio };
    for (const canvas of [this.base, this.top]) {
      canvas.width = width * ratio;
      canvas.height = height * ratio;
    }
    this.afresh();
  };
  retheme = (): void => {
    this.palette = readPalette();
    this.afresh();
  };

  toWorld = (x: number, y: number) => [(x - this.view.tx) / this.view.k, (this.view.ty - y) / this.view.k] as const;
  pick = (x: number, y: number, kinds: readonly Chunk['kind'][]) => pickIn(this.list, this.view.k, x, y, kinds);
  within = (box: Box, kinds: readonly Chunk['kind'][], touching: boolean) => withinBox(this.list, box, kinds, touching);
  on = (chunk: Chunk, x: number, y: number) => liesOn(chunk, this.view.k, x, y);
  pickTag = (x: number, y: number) => tagIn(this.list, x, y);
  fit = (box: Box): ViewBox => {
    const { width, height } = this.window;
    const [w, h] = [Math.max(1, box[2] - box[0]), Math.max(1, box[3] - box[1])];
    // The tools stand at the left: what is fitted lies beside them, not under them.
    const left = width > NARROW ? TOOLS : MARGIN;
    const room = width - left - MARGIN;
    const k = Math.min(room / w, (height - 36) / h);
    return { k, tx: left + room / 2 - ((box[0] + box[2]) / 2) * k, ty: height / 2 + ((box[1] + box[3]) / 2) * k };
  };
  find = (id: string, kind: Chunk['kind']) => this.byId.get(id)?.find((chunk) => chunk.kind === kind) ?? null;
  place = (id: string) => {
    const chunk = this.byId.get(id)?.[0];
    if (!chunk) return null;
    const { k, tx, ty } = this.view;
    const [x, y] =
      chunk.hit?.shape === 'box' ? chunk.hit.at : [(chunk.box[0] + chunk.box[2]) / 2, (chunk.box[1] + chunk.box[3]) / 2];
    return [x * k + tx, ty - y * k] as const;
  };
  all = (kind: Chunk['kind']) => this.list.chunks.filter((chunk) => chunk.kind === kind);
  drawn = () => ({ ...this.counts });
  redraw = (): void => {
    this.stale = true;
    this.render();
  };
}

export const makeSurface = (base: HTMLCanvasElement, top: HTMLCanvasElement): Surface => new Canvases(base, top);
