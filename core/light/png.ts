/**
 * Pictures in PNG as light: how bright each dot is. Source: PNG specification (W3C, third edition): filters 9, colour types 11.2.1.
 * Read is what Dessin writes when it takes a picture: 8 bits, not interlaced. A package would unpack whatever a file says that it holds; here no more is unpacked than
 * its head announces.
 */
import { unzlibSync } from 'fflate';

export interface Dots {
  readonly width: number;
  readonly height: number;
  /** 0 is black or clear, 1 is white; by rows from above. */
  readonly values: Float32Array;
}
/** Larger pictures are not read, dots a side. */
const LARGEST = 2048;
/** Bytes a dot by colour type: grey, colours, grey and colours with what is clear. */
const bytesOf: Readonly<Record<number, number>> = { 0: 1, 2: 3, 4: 2, 6: 4 };
const signature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

function paeth(a: number, b: number, c: number): number {
  const [pa, pb, pc] = [Math.abs(b - c), Math.abs(a - c), Math.abs(a + b - 2 * c)];
  return pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
}
/** Takes the filters off, row by row. @returns null where a row names one that there is not */
function unfiltered(packed: Uint8Array, width: number, height: number, bytes: number): Uint8Array | null {
  const row = width * bytes;
  const out = new Uint8Array(row * height);
  for (let j = 0; j < height; j++) {
    const filter = packed[j * (row + 1)] ?? 0;
    if (filter > 4) return null;
    for (let i = 0; i < row; i++) {
      const at = j * row + i;
      const left = i >= bytes ? (out[at - bytes] ?? 0) : 0;
      const above = j ? (out[at - row] ?? 0) : 0;
      const corner = j && i >= bytes ? (out[at - row - bytes] ?? 0) : 0;
      const guess =
        filter === 0
          ? 0
          : filter === 1
            ? left
            : filter === 2
              ? above
              : filter === 3
                ? (left + above) >> 1
                : paeth(left, above, corner);
      out[at] = (packed[j * (row + 1) + 1 + i] ?? 0) + guess;
    }
  }
  return out;
}

/** Dots of a PNG; null where it is none, is damaged, or is of a form that Dessin does not write. Colours by the weights of ITU-R BT.709 on the values as they stand. */
export function pngDots(file: Uint8Array): Dots | null {
  if (signature.some((byte, i) => file[i] !== byte)) return null;
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const parts: Uint8Array[] = [];
  let [width, height, bytes] = [0, 0, 0];
  for (let at = 8; at + 12 <= file.length; ) {
    const length = view.getUint32(at);
    const name = String.fromCharCode(...file.subarray(at + 4, at + 8));
    if (at + 12 + length > file.length) return null;
    if (name === 'IHDR' && length >= 13) {
      [width, height, bytes] = [view.getUint32(at + 8), view.getUint32(at + 12), bytesOf[file[at + 17] ?? 9] ?? 0];
      if (file[at + 16] !== 8 || file[at + 20] !== 0) return null;
    } else if (name === 'IDAT') parts.push(file.subarray(at + 8, at + 8 + length));
    else if (name === 'IEND') break;
    at += 12 + length;
  }
  if (!bytes || !width || !height || width > LARGEST || height > LARGEST) return null;
  const joined = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let to = 0;
  for (const part of parts) {
    joined.set(part, to);
    to += part.length;
  }
  const out = new Uint8Array(height * (width * bytes + 1));
  let raw: Uint8Array | null = null;
  try {
    const packed = unzlibSync(joined, { out });
    raw = packed.length === out.length ? unfiltered(packed, width, height, bytes) : null;
  } catch {
    return null;
  }
  if (!raw) return null;
  const values = new Float32Array(width * height);
  for (let i = 0; i < values.length; i++) {
    const [a = 0, b = 0, c = 0, d = 0] = raw.subarray(i * bytes, (i + 1) * bytes);
    const light = bytes < 3 ? a : 0.2126 * a + 0.7152 * b + 0.0722 * c;
    values[i] = ((light / 255) * (bytes === 2 ? b : bytes === 4 ? d : 255)) / 255;
  }
  return { width, height, values };
}
