/** Pictures from files: decoded by the browser, drawn anew so that nothing but dots remains, and as grey for tracing. */
import type { Grey } from '#core/formats/picture/trace';

/** Longest side that is kept, pixels. */
const KEPT = 320;
export interface Decoded {
  readonly png: string;
  readonly grey: Grey;
  /** Height for a width of one. */
  readonly ratio: number;
}

/** @throws Error with a sentence when the browser cannot decode it, or it is absurdly large */
export async function decodePicture(file: File): Promise<Decoded> {
  if (file.size > 30_000_000) throw new Error('The picture is larger than 30 MB. Save a smaller one.');
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error(`${file.name} cannot be read as a picture. PNG, JPEG, WebP, SVG and DXF are known.`);
  });
  const k = Math.min(1, KEPT / Math.max(bitmap.width, bitmap.height));
  const [w, h] = [Math.max(1, Math.round(bitmap.width * k)), Math.max(1, Math.round(bitmap.height * k))];
  const canvas = document.createElement('canvas');
  canvas.width = w;
  canvas.height = h;
  const context = canvas.getContext('2d')!;
  context.drawImage(bitmap, 0, 0, w, h);
  bitmap.close();
  const { data } = context.getImageData(0, 0, w, h);
  const values = new Float64Array(w * h);
  for (let i = 0; i < values.length; i++) {
    const alpha = data[4 * i + 3]! / 255;
    const light = (0.2126 * data[4 * i]! + 0.7152 * data[4 * i + 1]! + 0.0722 * data[4 * i + 2]!) / 255;
    // What is clear counts as paper.
    values[i] = light * alpha + 1 - alpha;
  }
  return {
    png: canvas.toDataURL('image/png').slice('data:image/png;base64,'.length),
    grey: { width: w, height: h, values },
    ratio: h / w,
  };
}
