/** What lies over the plot: halo and figures of the selection, what is pointed at, ghosts, the rubber band. */
import { type Box, type Chunk, type Prim, rect, transformed } from '#core/draw/list';
import type { Vec2 } from '#core/model/records';
import { type Palette, paintGroups, paintPrims, type ViewBox, windowBox } from './paint';

export interface Lit {
  /** Ids in their order; drawn with a halo and, when several, a small figure. */
  readonly selection: readonly string[];
  readonly figures: boolean;
  readonly hover: string | null;
  /** What others have chosen, with their names. */
  readonly others?: ReadonlyMap<string, string>;
  /** Where somebody has written a note to the others: at a record, or at a place of the plan, world mm. */
  readonly slips?: readonly (string | Vec2)[];
  /** What a box that is being drawn would take. */
  readonly would: readonly string[];
  /** Chunks that stand for the selection while it is dragged; the plot leaves their ids out. */
  readonly moving: readonly Chunk[] | null;
  /** Ghosts and helping lines, in world mm. */
  readonly ghosts: readonly Prim[];
  /** Rubber band in world mm. */
  readonly band: Box | null;
}

/** What it is drawn with. */
export interface Pane {
  readonly above: CanvasRenderingContext2D;
  readonly byId: ReadonlyMap<string, readonly Chunk[]>;
  readonly view: ViewBox;
  readonly width: number;
  readonly height: number;
  readonly ratio: number;
  readonly palette: Palette;
  /** Pixels of a pen a millimetre of paper. */
  readonly pen: number;
}

export function drawLit(pane: Pane, lit: Lit): void {
  const { above, byId, view, width, height, ratio, palette, pen } = pane;
  above.setTransform(ratio, 0, 0, ratio, 0, 0);
  above.clearRect(0, 0, width, height);
  // A canvas that is only cleared was seen to keep showing an older picture (Chromium in software): one dot nobody sees makes it new.
  above.fillStyle = 'rgba(128, 128, 128, 0.01)';
  above.fillRect(0, 0, 1, 1);
  const shown = shownOf(pane, lit);
  rings(pane, lit.others ?? new Map());
  for (const at of lit.slips ?? []) slip(pane, at);
  halos(pane, shown);
  glow(pane, shown);
  const lamp: Palette = { ...palette, ink: { ...palette.ink, ink: palette.ink.lamp } };
  const window = windowBox(view, width, height);
  const visible = shown.filter(
    ({ box }) => box[0] <= window[2] && box[2] >= window[0] && box[1] <= window[3] && box[3] >= window[1],
  );
  const chosen = new Set(lit.selection);
  const paint = (chunks: readonly Chunk[], inks: Palette) => {
    for (const part of ['body', 'tags'] as const)
      paintGroups(
        above,
        chunks.map((chunk) => chunk[part]),
        view,
        inks,
        pen,
      );
  };
  // What hangs lies over what it hangs on, also when that is chosen.
  const carrying = visible.filter(({ kind }) => kind === 'position' || kind === 'detail');
  paint(carrying, lamp);
  paint(over(byId, carrying, chosen), palette);
  paint(
    visible.filter(({ kind }) => kind !== 'position' && kind !== 'detail'),
    lamp,
  );
  if (lit.figures && lit.selection.length > 1) figures(pane, lit.selection, visible);
  const pointed = (lit.hover === null ? lit.would : [lit.hover, ...lit.would]).filter((id) => !chosen.has(id));
  for (const { body } of pointed.flatMap((id) => byId.get(id) ?? [])) {
    const prims = body.filter((prim) => prim.op !== 'text').map((prim) => ({ ...prim, ink: 'lamp' as const }));
    paintPrims(above, prims, view, palette, pen);
  }
  if (lit.ghosts.length) paintPrims(above, lit.ghosts, view, palette, pen);
  if (lit.band) band(pane, lit.band);
}

/** Fixtures that are not chosen and lie over chosen positions: they are drawn again above them. */
function over(byId: Pane['byId'], carrying: readonly Chunk[], chosen: ReadonlySet<string>): Chunk[] {
  if (!carrying.length) return [];
  const out: Chunk[] = [];
  for (const [id, chunks] of byId) {
    if (chosen.has(id)) continue;
    for (const chunk of chunks) {
      const { box } = chunk;
      if (chunk.kind !== 'fixture') continue;
      if (carrying.some(({ box: on }) => box[0] <= on[2] && box[2] >= on[0] && box[1] <= on[3] && box[3] >= on[1]))
        out.push(chunk);
    }
  }
  return out;
}

/** The chunks of the selection; while it is dragged, those that stand for it. */
function shownOf({ byId }: Pane, lit: Lit): Chunk[] {
  const moving = new Map<string, Chunk[]>();
  for (const chunk of lit.moving ?? []) {
    if (chunk.id === null) continue;
    const list = moving.get(chunk.id);
    if (list) list.push(chunk);
    else moving.set(chunk.id, [chunk]);
  }
  const ids = lit.moving ? [...new Set([...lit.selection, ...moving.keys()])] : lit.selection;
  return ids.flatMap((id) => moving.get(id) ?? byId.get(id) ?? []);
}

/** A faint ring round what somebody else has chosen, with the name at the first of it. */
function rings({ above, byId, palette, view: { k, tx, ty } }: Pane, others: ReadonlyMap<string, string>): void {
  if (!others.size) return;
  const named = new Set<string>();
  above.save();
  above.strokeStyle = palette.ink.lamp;
  above.fillStyle = palette.ink.lamp;
  above.globalAlpha = 0.55;
  above.lineWidth = 1;
  above.setLineDash([3, 3]);
  above.font = '400 9px B612, sans-serif';
  above.textAlign = 'center';
  for (const [id, name] of others)
    for (const { hit } of byId.get(id) ?? []) {
      if (hit?.shape !== 'box') continue;
      const [x0, y0, x1, y1] = hit.box;
      const radius = Math.max(9, (Math.hypot(Math.max(-x0, x1), Math.max(-y0, y1)) + 60) * k);
      const [x, y] = [hit.at[0] * k + tx, ty - hit.at[1] * k];
      above.beginPath();
      above.arc(x, y, radius, 0, 2 * Math.PI);
      above.stroke();
      // Once: names of a whole row would lie on each other.
      if (!named.has(name)) above.fillText(name, x, y - radius - 3);
      named.add(name);
    }
  above.restore();
}

/** A slip of paper on a pin, up and to the right of what the note is about; pixels. */
const [PIN, WIDE, HIGH] = [9, 9, 7];
function slip({ above, byId, palette, view: { k, tx, ty } }: Pane, on: string | Vec2): void {
  const chunks = typeof on === 'string' ? (byId.get(on) ?? []) : [];
  // What is drawn in many pieces bears one slip.
  const chunk = chunks.find(({ hit }) => hit?.shape === 'box') ?? chunks[0];
  const at = typeof on !== 'string' ? on : chunk?.hit?.shape === 'box' ? chunk.hit.at : chunk && [chunk.box[0], chunk.box[3]];
  if (!at) return;
  const [x, y] = [(at[0] as number) * k + tx, ty - (at[1] as number) * k];
  above.save();
  above.strokeStyle = palette.ink.lamp;
  above.fillStyle = palette.fill.paper;
  above.lineWidth = 1.2;
  above.beginPath();
  above.moveTo(x, y);
  above.lineTo(x + PIN, y - PIN);
  above.rect(x + PIN, y - PIN - HIGH, WIDE, HIGH);
  above.fill();
  above.moveTo(x + PIN + 2, y - PIN - HIGH / 2);
  above.lineTo(x + PIN + WIDE - 2, y - PIN - HIGH / 2);
  above.stroke();
  above.restore();
}

/** A halo round each body, turned as it is turned. */
function halos({ above, palette, view: { k, tx, ty } }: Pane, shown: readonly Chunk[]): void {
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
}

/** A broad line under what is a line itself. */
function glow({ above, palette, view: { k, tx, ty } }: Pane, shown: readonly Chunk[]): void {
  const lines = shown.flatMap(({ hit }) => (hit?.shape === 'line' ? [hit.points] : []));
  if (!lines.length) return;
  above.strokeStyle = palette.glow;
  above.lineWidth = 7;
  above.lineCap = 'round';
  above.globalAlpha = 0.5;
  above.beginPath();
  for (const points of lines) for (const [i, [x, y]] of points.entries()) above[i ? 'lineTo' : 'moveTo'](x * k + tx, ty - y * k);
  above.stroke();
  above.globalAlpha = 1;
}

/** The place of each in the selection, at the lower right of the drawn body. */
function figures({ above, palette, view: { k, tx, ty } }: Pane, selection: readonly string[], visible: readonly Chunk[]): void {
  const at = new Map(selection.map((id, i) => [id, i + 1]));
  above.font = '700 9px B612, sans-serif';
  above.textAlign = 'center';
  above.textBaseline = 'alphabetic';
  for (const { id, hit } of visible) {
    if (hit?.shape !== 'box') continue;
    const [x0, y0, x1, y1] = hit.box;
    const corners = transformed(rect(x0, y0, x1 - x0, y1 - y0), hit.at[0], hit.at[1], hit.turn);
    const right = Math.max(corners[1]!, corners[4]!, corners[7]!, corners[10]!);
    const lower = Math.min(corners[2]!, corners[5]!, corners[8]!, corners[11]!);
    const [x, y] = [right * k + tx + 4, ty - lower * k - 2];
    const text = String(at.get(id!) ?? '');
    const half = Math.max(7, text.length * 3.4 + 3);
    above.fillStyle = palette.ink.lamp;
    above.beginPath();
    above.roundRect(x - half, y - 7, half * 2, 14, 7);
    above.fill();
    above.fillStyle = palette.fill.paper;
    above.fillText(text, x, y + 3.4);
  }
}

function band({ above, palette, view: { k, tx, ty } }: Pane, [x0, y0, x1, y1]: Box): void {
  above.strokeStyle = palette.ink.lamp;
  above.lineWidth = 1;
  above.setLineDash([4, 3]);
  above.strokeRect(x0 * k + tx, ty - y1 * k, (x1 - x0) * k, (y1 - y0) * k);
  above.setLineDash([]);
}
