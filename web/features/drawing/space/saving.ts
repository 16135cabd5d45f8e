/** Pictures, films and sheets of the stage, taken one after the other in the light that each asks for. */

import { blended, litBy } from '#core/light/looks';
import { textOfBytes } from '#core/measure/base64';
import type { Look } from '#core/model/records';
import type { Show } from '#core/model/show';
import { type Eye, eased, eyeOnPath, eyeRound } from '#core/space/eyes';
import { fetchFile } from '../../../state/api';
import { usePicture } from '../../../state/picture';
import { toast } from '../../../state/toast';
import { fittedPng } from '../../../ui/picture-file';
import { saveFile } from '../../../ui/save';
import type { Lit } from '../light/useField';
import type { Pictured, Size } from './taking';

/** Lights the stage for what is saved; when all of it is computed it says the exposure that suits it. Null gives it back to the window. */
export type Lighting = (lit: Lit | null) => Promise<number | null>;
export interface Studio {
  readonly show: Show;
  readonly pictured: Pictured;
  readonly light: Lighting;
}
class Stopped extends Error {}

/** Does something that takes time: it can be stopped, says how far it is, and gives the light back whatever happens. */
async function work(what: string, { light }: Studio, make: (told: (share: number) => void) => Promise<void>): Promise<void> {
  if (usePicture.getState().saving) return;
  let stopped = false;
  const stop = () => {
    stopped = true;
  };
  const told = (share: number) => {
    if (stopped) throw new Stopped();
    usePicture.setState({ saving: { what, share, stop } });
  };
  told(0);
  try {
    await make(told);
  } catch (error) {
    if (error instanceof Stopped) toast(`${what}: stopped, nothing was saved.`);
    else toast.error(`${what} was not saved: ${(error as Error).message}`);
  } finally {
    usePicture.setState({ saving: null });
    await light(null);
  }
}
const blobOf = (canvas: HTMLCanvasElement, type: string, quality?: number): Promise<Blob> =>
  new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The browser could not write the picture.'))),
      type,
      quality,
    ),
  );
const litOfLook = (show: Show, look: Look | null): Lit | null => (look ? litBy(show, look) : null);
/** A moment in which the window may draw, and hear that it is to stop. */
const breath = (ms = 0) => new Promise((next) => setTimeout(next, ms));

export const sizes: readonly (readonly [text: string, size: Size])[] = [
  ['640 x 360', { width: 640, height: 360 }],
  ['1280 x 720', { width: 1280, height: 720 }],
  ['1920 x 1080', { width: 1920, height: 1080 }],
  ['2560 x 1440', { width: 2560, height: 1440 }],
  ['3840 x 2160', { width: 3840, height: 2160 }],
];

export const savePicture = (studio: Studio, size: Size, name: string): Promise<void> =>
  work('The picture', studio, async (told) => {
    // What a large picture takes holds the window up: it first shows that it is at work.
    await breath(150);
    told(0.3);
    await breath(50);
    saveFile(`${name}.png`, await blobOf(studio.pictured.take(size, null), 'image/png'));
  });

/** The picture as it is looked at, as large as a record may keep it. @param put  what is done with it */
export const picturePng = (studio: Studio, size: Size, put: (png: string) => void): Promise<void> =>
  work('The picture', studio, async (told) => {
    await breath(150);
    told(0.3);
    await breath(50);
    put(fittedPng(studio.pictured.take(size, null), [size.width, size.height]));
  });

export interface FilmWish {
  readonly size: Size;
  /** s */
  readonly length: number;
  /** Round the stage from where one is, by so many degrees, or through views. */
  readonly way: { readonly kind: 'round'; readonly degrees: number } | { readonly kind: 'path'; readonly eyes: readonly Eye[] };
  /** The look that it begins in and the one that it goes to; without one, the light of the window. */
  readonly from: Look | null;
  readonly to: Look | null;
}
/** Frames a second. */
const RATE = 25;
/** The change of a look takes the middle of a film, this share of it. */
const CHANGE = 0.5;
/** Share of the second look at a share of the film. */
export const lookShare = (share: number): number => eased((share - (1 - CHANGE) / 2) / CHANGE);
const eyeAt = ({ way }: FilmWish, first: Eye, share: number): Eye =>
  way.kind === 'round' ? eyeRound(first, way.degrees * eased(share)) : eyeOnPath(way.eyes, eased(share));

/** A film in WebM, by the encoder of the browser: every frame is waited for, so that its length is what was asked for however slow the machine. */
export const saveFilm = (studio: Studio, wish: FilmWish, name: string): Promise<void> =>
  work('The film', studio, async (told) => {
    const first = usePicture.getState().now;
    if (!first) throw new Error('The view is not there yet.');
    const { BufferTarget, canEncodeVideo, CanvasSource, Output, WebMOutputFormat } = await import('mediabunny');
    const { width, height } = wish.size;
    const bitrate = Math.round(width * height * RATE * 0.12);
    let codec: 'vp9' | 'vp8' | null = null;
    for (const one of ['vp9', 'vp8'] as const) if (!codec && (await canEncodeVideo(one, { width, height, bitrate }))) codec = one;
    if (!codec)
      throw new Error(
        'This browser has no encoder for WebM here. It gives one to pages on this machine or behind https only: open Dessin there.',
      );
    const canvas = document.createElement('canvas');
    canvas.width = width;
    canvas.height = height;
    const ctx = canvas.getContext('2d');
    if (!ctx) throw new Error('The browser gave no canvas of that size.');
    const target = new BufferTarget();
    const output = new Output({ format: new WebMOutputFormat(), target });
    const source = new CanvasSource(canvas, { codec, bitrate });
    output.addVideoTrack(source, { frameRate: RATE });
    await output.start();
    const frames = Math.max(1, Math.round(wish.length * RATE));
    const { from, to } = wish;
    const { held } = usePicture.getState();
    const suits = from ? await studio.light(litOfLook(studio.show, from)) : null;
    // Between two looks the exposure stands still, so that dark stays darker than bright.
    const then = to ? await studio.light(litOfLook(studio.show, to)) : null;
    if (held === null && suits && then) usePicture.setState({ held: Math.sqrt(suits * then) });
    let before = -1;
    try {
      for (let i = 0; i < frames; i++) {
        const share = frames > 1 ? i / (frames - 1) : 0;
        told(i / frames);
        const mixed = lookShare(share);
        if (from && to && mixed !== before) {
          await studio.light(litBy(studio.show, blended(studio.show, from, to, mixed)));
          before = mixed;
        }
        ctx.drawImage(studio.pictured.take(wish.size, eyeAt(wish, first, share), true), 0, 0);
        await source.add(i / RATE, 1 / RATE);
        await breath();
      }
      await output.finalize();
    } catch (error) {
      await output.cancel();
      throw error;
    } finally {
      usePicture.setState({ held });
    }
    if (!target.buffer) throw new Error('The encoder gave nothing.');
    saveFile(`${name}.webm`, new Blob([target.buffer], { type: 'video/webm' }));
  });

export interface SheetWish {
  readonly title: string;
  /** Each from an eye and in a look; null is as the window is now. */
  readonly pictures: readonly { readonly caption: string; readonly eye: Eye | null; readonly look: Look | null }[];
}
const SHEET: Size = { width: 1920, height: 1200 };
const base64 = async (blob: Blob): Promise<string> => textOfBytes(new Uint8Array(await blob.arrayBuffer()));
export const saveSheet = (studio: Studio, { title, pictures }: SheetWish): Promise<void> =>
  work('The sheet', studio, async (told) => {
    const taken: { caption: string; jpeg: string }[] = [];
    for (const [i, { caption, eye, look }] of pictures.entries()) {
      told(i / (pictures.length + 1));
      await studio.light(litOfLook(studio.show, look));
      taken.push({ caption, jpeg: await base64(await blobOf(studio.pictured.take(SHEET, eye), 'image/jpeg', 0.92)) });
    }
    told(pictures.length / (pictures.length + 1));
    saveFile(`${title}.pdf`, await fetchFile(`/api/shows/${studio.show.id}/out/pictures.pdf`, { title, pictures: taken }));
  });
