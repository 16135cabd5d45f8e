/** A sheet of pictures as PDF. What comes in is checked here: it was made by a browser, and anybody can be one. */

import { cleanText, cutText } from '#core/model/text';
import { CAPTION_SIZE, pictureSheet } from '#core/paper/picture-sheet';
import { open, PT, printable } from './pdf.js';

export interface SheetAsk {
  readonly title: string;
  readonly pictures: readonly { readonly caption: string; readonly bytes: Uint8Array; readonly aspect: number }[];
}
const MOST_BYTES = 12 * 1024 * 1024;
const MOST_SIDE = 8192;

/** Width and height of a JPEG by its frame header; null of what is none. Source: ITU-T T.81, B.2.2. */
export function jpegSize(bytes: Uint8Array): { readonly width: number; readonly height: number } | null {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return null;
  let at = 2;
  while (at + 9 < bytes.length) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1] ?? 0;
    const length = ((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0);
    // Start of frame, of any coding; tables have numbers among them.
    if (marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc)
      return {
        height: ((bytes[at + 5] ?? 0) << 8) | (bytes[at + 6] ?? 0),
        width: ((bytes[at + 7] ?? 0) << 8) | (bytes[at + 8] ?? 0),
      };
    if (length < 2) return null;
    at += 2 + length;
  }
  return null;
}

/** What is asked for, or a sentence that says what is wrong with it. */
export function sheetAsk(input: Record<string, unknown>): SheetAsk | string {
  const title = typeof input.title === 'string' ? cutText(cleanText(input.title).trim(), 200) : '';
  if (!title) return 'The sheet needs a title.';
  if (!Array.isArray(input.pictures) || input.pictures.length < 1 || input.pictures.length > 3)
    return 'A sheet holds one to three pictures.';
  const pictures: SheetAsk['pictures'][number][] = [];
  for (const [i, one] of input.pictures.entries()) {
    const { caption, jpeg } = (typeof one === 'object' && one !== null ? one : {}) as Record<string, unknown>;
    if (typeof jpeg !== 'string' || jpeg.length > (MOST_BYTES * 4) / 3 || !/^[A-Za-z0-9+/]+={0,2}$/.test(jpeg))
      return `Picture ${i + 1} is no JPEG in base64 of at most ${MOST_BYTES / 1024 / 1024} MB.`;
    const bytes = new Uint8Array(Buffer.from(jpeg, 'base64'));
    const size = jpegSize(bytes);
    if (!size || !(size.width > 0 && size.height > 0 && size.width <= MOST_SIDE && size.height <= MOST_SIDE))
      return `Picture ${i + 1} cannot be read as a JPEG of at most ${MOST_SIDE} points a side.`;
    pictures.push({
      caption: typeof caption === 'string' ? cutText(cleanText(caption), 200) : '',
      bytes,
      aspect: size.width / size.height,
    });
  }
  return { title, pictures };
}

/** @param under  a line below the title: show, house, designer, date. @throws Error when a picture breaks off */
export function picturesPdf({ title, pictures }: SheetAsk, under: string): Promise<Uint8Array> {
  const sheet = pictureSheet(pictures);
  const { doc, done } = open(sheet.width, sheet.height, title);
  doc.addPage({ size: [sheet.width * PT, sheet.height * PT], margin: 0 });
  const say = (
    text: string,
    face: 'bold' | 'regular',
    at: { readonly x: number; readonly y: number },
    size: number,
    width: number,
  ) => {
    doc.font(face).fontSize(size * PT);
    let shown = printable(text);
    while (shown.length > 1 && doc.widthOfString(shown) > width * PT) shown = `${shown.slice(0, -2)}…`;
    doc.fillColor('#000000').text(shown, at.x * PT, at.y * PT, { lineBreak: false, baseline: 'alphabetic' });
  };
  say(title, 'bold', sheet.title, sheet.title.size, sheet.width - 2 * sheet.title.x);
  say(under, 'regular', sheet.under, sheet.under.size, sheet.width - 2 * sheet.under.x);
  sheet.pictures.forEach(({ frame, caption }, i) => {
    const picture = pictures[i];
    if (!picture) return;
    doc.image(Buffer.from(picture.bytes), frame.x * PT, frame.y * PT, { width: frame.width * PT, height: frame.height * PT });
    if (picture.caption) say(picture.caption, 'regular', caption, CAPTION_SIZE, caption.width);
  });
  doc.end();
  return done;
}
