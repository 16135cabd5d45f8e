/** A picture from a file as that of a gobo: drawn anew on black, as wide as it is high: what is white lets light through. Swapped, what is black does. */

import { canvasOf, pngOf, withPicture } from '../../ui/picture-file';

/** Sides of what is kept, pixels: finer than a lens throws. */
const KEPT = 512;

/** @returns PNG as base64. @throws Error with a sentence when the browser cannot decode it, or it is too large */
export const goboPicture = (file: Blob, name: string, swapped = false): Promise<string> =>
  withPicture(file, name, (image) => {
    const { canvas, context } = canvasOf(KEPT, KEPT);
    context.fillStyle = '#000';
    context.fillRect(0, 0, KEPT, KEPT);
    // A drawing that says no size is taken as a square.
    const [w, h] = [image.naturalWidth || KEPT, image.naturalHeight || KEPT];
    const k = KEPT / Math.max(w, h);
    context.drawImage(image, (KEPT - w * k) / 2, (KEPT - h * k) / 2, w * k, h * k);
    return grey(canvas, context, swapped);
  });
/** As PNG that fits into a record: in grey, and where that is still too large for one, in half the size. */
function grey(canvas: HTMLCanvasElement, context: CanvasRenderingContext2D, swapped: boolean): string {
  const data = context.getImageData(0, 0, canvas.width, canvas.height);
  for (let i = 0; i < data.data.length; i += 4) {
    const [r = 0, g = 0, b = 0] = data.data.subarray(i, i + 3);
    const light = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    data.data.fill(swapped ? 255 - light : light, i, i + 3);
  }
  context.putImageData(data, 0, 0);
  const made = pngOf(canvas);
  if (made.length < 700_000) return made;
  const half = canvasOf(canvas.width / 2, canvas.height / 2);
  half.context.drawImage(canvas, 0, 0, half.canvas.width, half.canvas.height);
  return pngOf(half.canvas);
}
