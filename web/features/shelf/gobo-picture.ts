/** A picture from a file as that of a gobo: drawn anew on black, as wide as it is high: what is white lets light through. Swapped, what is black does. */

/** Sides of what is kept, pixels: finer than a lens throws. */
const KEPT = 512;
const LARGEST = 30_000_000;

/** @returns PNG as base64. @throws Error with a sentence when the browser cannot decode it, or it is too large */
export async function goboPicture(file: Blob, name: string, swapped = false): Promise<string> {
  if (file.size > LARGEST) throw new Error(`${name} is larger than 30 MB. Save a smaller picture and take that.`);
  const address = URL.createObjectURL(file);
  try {
    const image = new Image();
    image.src = address;
    await image.decode().catch(() => {
      throw new Error(`${name} cannot be read as a picture. PNG, JPEG, WebP, GIF and SVG are known.`);
    });
    const canvas = document.createElement('canvas');
    canvas.width = KEPT;
    canvas.height = KEPT;
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser draws no pictures here. Try another one.');
    context.fillStyle = '#000';
    context.fillRect(0, 0, KEPT, KEPT);
    // A drawing that says no size is taken as a square.
    const [w, h] = [image.naturalWidth || KEPT, image.naturalHeight || KEPT];
    const k = KEPT / Math.max(w, h);
    context.drawImage(image, (KEPT - w * k) / 2, (KEPT - h * k) / 2, w * k, h * k);
    return grey(canvas, context, swapped);
  } finally {
    URL.revokeObjectURL(address);
  }
}
/** As PNG that fits into a record: in grey, and where that is still too large for one, in half the size. */
function grey(canvas: HTMLCanvasElement, context: CanvasRenderingContext2D, swapped: boolean): string {
  const data = context.getImageData(0, 0, canvas.width, canvas.height);
  for (let i = 0; i < data.data.length; i += 4) {
    const [r = 0, g = 0, b = 0] = data.data.subarray(i, i + 3);
    const light = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    data.data.fill(swapped ? 255 - light : light, i, i + 3);
  }
  context.putImageData(data, 0, 0);
  const made = canvas.toDataURL('image/png').slice('data:image/png;base64,'.length);
  if (made.length < 700_000) return made;
  const half = document.createElement('canvas');
  half.width = canvas.width / 2;
  half.height = canvas.height / 2;
  half.getContext('2d')?.drawImage(canvas, 0, 0, half.width, half.height);
  return half.toDataURL('image/png').slice('data:image/png;base64,'.length);
}
