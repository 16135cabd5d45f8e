/** Computes the light of the picture beside the window: coarse at once, fine when it has time. */
import type { Blocker } from '#core/light/blockers';
import type { Cloud } from '#core/light/cloud';
import { halfs } from '#core/light/exposure';
import type { Face } from '#core/light/faces';
import { type Lit, Picture } from '#core/light/picture';
import type { Source } from '#core/light/source';
import type { Id } from '#core/model/records';

export interface PictureAsk {
  readonly stamp: number;
  readonly fresh: readonly Source[];
  readonly gone: readonly Id[];
  readonly blockers: readonly Blocker[] | null;
  /** Null where they are as before. */
  readonly faces: readonly Face[] | null;
  readonly clouds: readonly Cloud[] | null;
  readonly lit: readonly (readonly [Id, number])[];
  readonly fine: boolean;
}
export interface LitMessage {
  readonly kind: 'lit';
  readonly stamp: number;
  readonly id: string;
  readonly across: number;
  readonly rows: number;
  /** RGBA in half precision of a face; null of a dark one. */
  readonly halfs: Uint16Array<ArrayBuffer> | null;
  /** Three figures a corner of a body. */
  readonly corners: Float32Array | null;
}
export type PictureAnswer =
  | LitMessage
  | { readonly kind: 'progress'; readonly stamp: number; readonly done: number }
  /** The exposure that suits it; `coarse` stands for the first pass. */
  | { readonly kind: 'done'; readonly stamp: number; readonly exposure: number; readonly took: number }
  | { readonly kind: 'failed'; readonly stamp: number; readonly message: string };

const post = (message: PictureAnswer, transfer: Transferable[] = []) =>
  (self as unknown as Worker).postMessage(message, transfer);
const picture = new Picture();
let latest = 0;
let faces: readonly Face[] = [];
let clouds: readonly Cloud[] = [];
/** So long it computes before it looks whether something newer was asked, ms. */
const SLICE = 30;
/** And so long it says nothing of how far it is. */
const TELL = 200;

const rgba = (rgb: Float32Array): Float32Array => {
  const out = new Float32Array((rgb.length / 3) * 4);
  for (let i = 0, k = 0; k + 2 < rgb.length; i += 4, k += 3) {
    out[i] = rgb[k]!;
    out[i + 1] = rgb[k + 1]!;
    out[i + 2] = rgb[k + 2]!;
    out[i + 3] = 1;
  }
  return out;
};
function send(stamp: number, lit: Lit, isCloud: boolean): void {
  const { id, across, rows, rgb } = lit;
  if (isCloud) {
    post({ kind: 'lit', stamp, id, across, rows, halfs: null, corners: rgb }, [rgb.buffer]);
    return;
  }
  const packed = across ? (halfs(rgba(rgb)) as Uint16Array<ArrayBuffer>) : null;
  post({ kind: 'lit', stamp, id, across, rows, halfs: packed, corners: null }, packed ? [packed.buffer] : []);
}

async function work({ stamp, lit, fine }: PictureAsk): Promise<void> {
  const began = performance.now();
  const bodies = new Set(clouds.map(({ id }) => id));
  const steps = picture.work(lit, fine);
  let [told, said] = [began, began];
  for (;;) {
    const step = steps.next();
    if (step.done) return post({ kind: 'done', stamp, exposure: step.value, took: performance.now() - began });
    if (step.value) send(stamp, step.value, bodies.has(step.value.id));
    if (performance.now() - told < SLICE) continue;
    told = performance.now();
    if (told - said > TELL) {
      said = told;
      post({ kind: 'progress', stamp, done: told - began });
    }
    await new Promise((next) => setTimeout(next, 0));
    // Something newer waits; what is kept so far is of use to it.
    if (latest !== stamp) return;
  }
}
self.onmessage = ({ data: ask }: MessageEvent<PictureAsk>) => {
  latest = ask.stamp;
  if (ask.faces) faces = ask.faces;
  if (ask.clouds) clouds = ask.clouds;
  picture.take({ fresh: ask.fresh, gone: ask.gone, blockers: ask.blockers, faces, clouds });
  work(ask).catch((error: Error) => post({ kind: 'failed', stamp: ask.stamp, message: error.message }));
};
