/** A picture from a file, decoded by the browser. */
const LARGEST = 30_000_000;
const HEAD = 'data:image/png;base64,';

/** @throws Error with a sentence when the browser cannot decode it, or it is too large */
export async function withPicture<T>(file: Blob, name: string, use: (image: HTMLImageElement) => T): Promise<T> {
  if (file.size > LARGEST) throw new Error(`${name} is larger than 30 MB. Save a smaller picture and take that.`);
  const address = URL.createObjectURL(file);
  try {
    const image = new Image();
    image.src = address;
    await image.decode().catch(() => {
      throw new Error(`${name} cannot be read as a picture. PNG, JPEG, WebP, GIF and SVG are known.`);
    });
    return use(image);
  } finally {
    URL.revokeObjectURL(address);
  }
}
/** A canvas to draw on. @throws Error where the browser has none */
export function canvasOf(
  width: number,
  height: number,
): { readonly canvas: HTMLCanvasElement; readonly context: CanvasRenderingContext2D } {
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no pictures here. Try another one.');
  return { canvas, context };
}
export const pngOf = (canvas: HTMLCanvasElement): string => canvas.toDataURL('image/png').slice(HEAD.length);

/** What fits into a record, letters of base64. */
const FITS = 700_000;
/**
 * A picture as PNG that fits into a record: as large as it is, or as much smaller as it takes.
 * @param widest  pixels across at most
 */
export const fittingPng = (file: Blob, name: string, widest = 2000): Promise<string> =>
  withPicture(file, name, (image) => fittedPng(image, [image.naturalWidth || 1000, image.naturalHeight || 1000], widest));
/** The same of what is drawn already. */
export function fittedPng(image: CanvasImageSource, [w, h]: readonly [number, number], widest = 2000): string {
  for (let k = Math.min(1, widest / w, widest / h); ; k *= 0.75) {
    const { canvas, context } = canvasOf(Math.max(1, Math.round(w * k)), Math.max(1, Math.round(h * k)));
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    const made = pngOf(canvas);
    if (made.length < FITS || canvas.width < 50) return made;
  }
}
