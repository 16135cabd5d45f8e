/**
 * The drawing's surface: two canvases and a kept picture.
 * Below lies the plot, drawn once into a picture larger than the window; pan and zoom move the picture and draw afresh when they rest.
 * Above lies what moves or is lit: the selection, ghosts, the rubber band.
 */
import { type Box, type Chunk, type DisplayList, type Prim, rect, type TagBox, transformed } from '#core/draw/list';
import { hitDistance } from '#core/draw/plan';
import { type Palette, paint, paintGroups, paintPrims, readPalette, type ViewBox, windowBox } from './paint';

export interface Lit {
  /** Ids in their order; drawn with a halo and, when several, a small figure. */
  readonly selection: readonly string[];
  readonly figures: boolean;
  readonly hover: string | null;
  /** Chunks that stand for the selection while it is dragged; the plot leaves their ids out. */
  readonly moving: readonly Chunk[] | null;
  /** Ghosts and helping lines, in world mm. */
  readonly ghosts: readonly Prim[];
  /** Rubber band in world mm. */
  readonly band: Box | null;
}

/** Share of the window by which the kept picture reaches over each edge. */
const OVER = 0.3;
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
  /** Records in a box: fixtures by their clamp, others when they lie wholly inside. */
  readonly within: (box: Box, kinds: readonly Chunk['kind'][]) => Chunk[];
  /** The tag under a point. */
  readonly pickTag: (x: number, y: number) => { readonly chunk: Chunk; readonly tag: TagBox } | null;
  readonly fit: (box: Box) => ViewBox;
  /** Where a record is drawn: for tests and for going to it. */
  readonly find: (id: string, kind: Chunk['kind']) => Chunk | null;
  /** Every chunk of a kind, as drawn. */
  readonly all: (kind: Chunk['kind']) => Chunk[];
  readonly drawn: () => { readonly full: number; readonly blits: number; readonly lastMs: number };
  readonly redraw: () => void;
}

export function makeSurface(base: HTMLCanvasElement, top: HTMLCanvasElement): Surface {
  const below = base.getContext('2d', { alpha: false })!;
  const above = top.getContext('2d')!;
  const picture = document.createElement('canvas');
  const inPicture = picture.getContext('2d', { alpha: false })!;
  let pictureView: ViewBox | null = null;
  let list: DisplayList = { chunks: [], box: [0, 0, 1, 1] };
  let byId = new Map<string, Chunk[]>();
  let lit: Lit = { selection: [], figures: false, hover: null, moving: null, ghosts: [], band: null };
  let palette: Palette = readPalette();
  let [width, height, ratio, denominator] = [1, 1, 1, 50];
  let frame = 0;
  let stale = true;
  let litStale = true;
  let rest: ReturnType<typeof setTimeout> | undefined;
  let standing = '';
  const counts = { full: 0, blits: 0, lastMs: 0 };

  const penScale = (): number => Math.max(surface.view.k * denominator, 1.1);
  const wake = () => {
    delete base.dataset.drawn;
    if (!frame) frame = requestAnimationFrame(render);
  };

  const drawPicture = () => {
    const started = performance.now();
    const [w, h] = [Math.ceil(width * (1 + 2 * OVER)), Math.ceil(height * (1 + 2 * OVER))];
    if (picture.width !== w * ratio || picture.height !== h * ratio) {
      picture.width = w * ratio;
      picture.height = h * ratio;
    }
    const { k, tx, ty } = surface.view;
    // Whole pixels, or the picture would be blurred where it lies.
    pictureView = { k, tx: tx + Math.round(width * OVER), ty: ty + Math.round(height * OVER) };
    inPicture.setTransform(ratio, 0, 0, ratio, 0, 0);
    inPicture.fillStyle = palette.fill.paper;
    inPicture.fillRect(0, 0, w, h);
    const skip = lit.moving ? new Set(lit.moving.map((chunk) => chunk.id ?? '')) : undefined;
    paint(inPicture, list.chunks, pictureView, palette, penScale(), w, h, skip);
    stale = false;
    counts.full++;
    counts.lastMs = performance.now() - started;
  };

  /** Does the kept picture cover the window at this view? */
  const covered = (): boolean => {
    if (!pictureView) return false;
    const s = surface.view.k / pictureView.k;
    const [left, upper] = [surface.view.tx - pictureView.tx * s, surface.view.ty - pictureView.ty * s];
    return (
      left <= 0.5 &&
      upper <= 0.5 &&
      left + (picture.width / ratio) * s >= width - 0.5 &&
      upper + (picture.height / ratio) * s >= height - 0.5 &&
      s < 3
    );
  };

  const blit = () => {
    if (!pictureView) return;
    const s = surface.view.k / pictureView.k;
    below.setTransform(ratio, 0, 0, ratio, 0, 0);
    if (!covered()) {
      below.fillStyle = palette.fill.paper;
      below.fillRect(0, 0, width, height);
    }
    below.drawImage(
      picture,
      surface.view.tx - pictureView.tx * s,
      surface.view.ty - pictureView.ty * s,
      (picture.width / ratio) * s,
      (picture.height / ratio) * s,
    );
    counts.blits++;
  };

  const render = () => {
    frame = 0;
    const same = pictureView !== null && pictureView.k === surface.view.k;
    if (stale || !pictureView || (!covered() && same)) drawPicture();
    else if (!same || !covered()) {
      clearTimeout(rest);
      rest = setTimeout(() => {
        rest = undefined;
        stale = true;
        wake();
      }, REST);
    }
    blit();
    drawAbove();
    litStale = false;
    // Tests wait for it: nothing is left to be drawn, and this is what stands there.
    if (!frame && !rest) base.dataset.drawn = standing;
  };

  const drawAbove = () => {
    above.setTransform(ratio, 0, 0, ratio, 0, 0);
    above.clearRect(0, 0, width, height);
    // A canvas that is only cleared was seen to keep showing an older picture (Chromium in software): one dot nobody sees makes it new.
    above.fillStyle = 'rgba(128, 128, 128, 0.01)';
    above.fillRect(0, 0, 1, 1);
    const { k, tx, ty } = surface.view;
    const window = windowBox(surface.view, width, height);
    const moving = new Map<string, Chunk[]>();
    for (const chunk of lit.moving ?? []) if (chunk.id !== null) moving.set(chunk.id, [...(moving.get(chunk.id) ?? []), chunk]);
    const ids = lit.moving ? [...new Set([...lit.selection, ...moving.keys()])] : lit.selection;
    const shown = ids.flatMap((id) => moving.get(id) ?? byId.get(id) ?? []);
    // A halo round the body, turned as it is turned.
    above.fillStyle = palette.halo;
    for (const { hit } of shown) {
      if (hit?.shape !== 'box') continue;
      const pad = Math.max(6, 70 * k);
      const [x0, y0, x1, y1] = hit.box;
      above.save();
      above.translate(hit.at[0] * k + tx, ty - hit.at[1] * k);
      above.rotate((-hit.turn * Math.PI) / 180);
      above.beginPath();
      above.roundRect(x0 * k - pad, -y1 * k - pad, (x1 - x0) * k + 2 * pad, (y1 - y0) * k + 2 * pad, pad * 1.4);
      above.fill();
      above.restore();
    }
    const lines = shown.filter((chunk) => chunk.hit?.shape === 'line');
    if (lines.length) {
      above.strokeStyle = palette.glow;
      above.lineWidth = 7;
      above.lineCap = 'round';
      above.globalAlpha = 0.5;
      above.beginPath();
      for (const { hit } of lines)
        if (hit?.shape === 'line')
          for (const [i, [x, y]] of hit.points.entries()) above[i ? 'lineTo' : 'moveTo'](x * k + tx, ty - y * k);
      above.stroke();
      above.globalAlpha = 1;
    }
    const lampPalette: Palette = { ...palette, ink: { ...palette.ink, ink: palette.ink.lamp } };
    const visible = shown.filter(
      (chunk) => chunk.box[0] <= window[2] && chunk.box[2] >= window[0] && chunk.box[1] <= window[3] && chunk.box[3] >= window[1],
    );
    paintGroups(
      above,
      visible.map((chunk) => chunk.body),
      surface.view,
      lampPalette,
      penScale(),
    );
    paintGroups(
      above,
      visible.map((chunk) => chunk.tags),
      surface.view,
      lampPalette,
      penScale(),
    );
    if (lit.figures && lit.selection.length > 1) {
      const at = new Map(lit.selection.map((id, i) => [id, i + 1]));
      above.font = '700 9px B612, sans-serif';
      above.textAlign = 'center';
      above.textBaseline = 'alphabetic';
      for (const chunk of visible) {
        if (chunk.hit?.shape !== 'box') continue;
        // At the lower right of the drawn body.
        const corners = transformed(
          rect(chunk.hit.box[0], chunk.hit.box[1], chunk.hit.box[2] - chunk.hit.box[0], chunk.hit.box[3] - chunk.hit.box[1]),
          chunk.hit.at[0],
          chunk.hit.at[1],
          chunk.hit.turn,
        );
        const [x, y] = [
          Math.max(corners[1]!, corners[4]!, corners[7]!, corners[10]!) * k + tx + 4,
          ty - Math.min(corners[2]!, corners[5]!, corners[8]!, corners[11]!) * k - 2,
        ];
        const text = String(at.get(chunk.id!) ?? '');
        const half = Math.max(7, text.length * 3.4 + 3);
        above.fillStyle = palette.ink.lamp;
        above.beginPath();
        above.roundRect(x - half, y - 7, half * 2, 14, 7);
        above.fill();
        above.fillStyle = palette.fill.paper;
        above.fillText(text, x, y + 3.4);
      }
    }
    for (const hovered of (lit.hover && !lit.selection.includes(lit.hover) ? byId.get(lit.hover) : undefined) ?? [])
      paintPrims(
        above,
        hovered.body.filter((prim) => prim.op !== 'text').map((prim) => ({ ...prim, ink: 'lamp' as const })),
        surface.view,
        palette,
        penScale(),
      );
    if (lit.ghosts.length) paintPrims(above, lit.ghosts, surface.view, palette, penScale());
    if (lit.band) {
      const [x0, y0, x1, y1] = lit.band;
      above.strokeStyle = palette.ink.lamp;
      above.lineWidth = 1;
      above.setLineDash([4, 3]);
      above.strokeRect(x0 * k + tx, ty - y1 * k, (x1 - x0) * k, (y1 - y0) * k);
      above.setLineDash([]);
    }
  };

  const surface: Surface = {
    view: { k: 0.05, tx: 400, ty: 500 },
    setList(next, scale, revision) {
      list = next;
      standing = String(revision);
      denominator = scale;
      byId = new Map();
      for (const chunk of next.chunks) {
        if (chunk.id === null) continue;
        const known = byId.get(chunk.id);
        if (known) known.push(chunk);
        else byId.set(chunk.id, [chunk]);
      }
      stale = true;
      wake();
    },
    setLit(next) {
      if ((next.moving === null) !== (lit.moving === null)) stale = true;
      lit = next;
      litStale = true;
      wake();
    },
    setView(view) {
      surface.view = view;
      wake();
    },
    resize(w, h) {
      [width, height, ratio] = [Math.max(1, w), Math.max(1, h), window.devicePixelRatio || 1];
      for (const canvas of [base, top]) {
        canvas.width = width * ratio;
        canvas.height = height * ratio;
      }
      stale = true;
      wake();
    },
    retheme() {
      palette = readPalette();
      stale = true;
      wake();
    },
    toWorld: (x, y) => [(x - surface.view.tx) / surface.view.k, (surface.view.ty - y) / surface.view.k],
    pick(x, y, kinds) {
      const tolerance = 5 / surface.view.k;
      let best: Chunk | null = null;
      let least = Number.POSITIVE_INFINITY;
      for (const chunk of list.chunks) {
        if (!kinds.includes(chunk.kind) || chunk.locked) continue;
        const { box } = chunk;
        if (x < box[0] - tolerance || x > box[2] + tolerance || y < box[1] - tolerance || y > box[3] + tolerance) continue;
        const distance = hitDistance(chunk, x, y, tolerance);
        if (distance === null) continue;
        // Later chunks lie on top; fixtures go before positions.
        const rank = distance * surface.view.k - chunk.order * 100;
        if (rank <= least) {
          least = rank;
          best = chunk;
        }
      }
      return best;
    },
    within: (box, kinds) =>
      list.chunks.filter((chunk) => {
        if (!kinds.includes(chunk.kind) || chunk.locked || chunk.id === null) return false;
        if (chunk.kind === 'fixture' && chunk.hit?.shape === 'box')
          return chunk.hit.at[0] >= box[0] && chunk.hit.at[0] <= box[2] && chunk.hit.at[1] >= box[1] && chunk.hit.at[1] <= box[3];
        const points =
          chunk.hit?.shape === 'line'
            ? chunk.hit.points
            : [[chunk.box[0], chunk.box[1]] as const, [chunk.box[2], chunk.box[3]] as const];
        return points.every(([x, y]) => x >= box[0] && x <= box[2] && y >= box[1] && y <= box[3]);
      }),
    pickTag(x, y) {
      for (let i = list.chunks.length - 1; i >= 0; i--) {
        const chunk = list.chunks[i]!;
        if (!chunk.tagBoxes?.length || chunk.locked) continue;
        if (x < chunk.box[0] || x > chunk.box[2] || y < chunk.box[1] || y > chunk.box[3]) continue;
        const tag = chunk.tagBoxes.find(({ box }) => x >= box[0] && x <= box[2] && y >= box[1] && y <= box[3]);
        if (tag) return { chunk, tag };
      }
      return null;
    },
    fit(box) {
      const [w, h] = [Math.max(1, box[2] - box[0]), Math.max(1, box[3] - box[1])];
      const k = Math.min((width - 60) / w, (height - 36) / h);
      return { k, tx: width / 2 - ((box[0] + box[2]) / 2) * k, ty: height / 2 + ((box[1] + box[3]) / 2) * k };
    },
    find: (id, kind) => byId.get(id)?.find((chunk) => chunk.kind === kind) ?? null,
    all: (kind) => list.chunks.filter((chunk) => chunk.kind === kind),
    drawn: () => ({ ...counts }),
    redraw() {
      stale = true;
      if (litStale) litStale = true;
      render();
    },
  };
  return surface;
}
