/** Unpacks what is not believed: in pieces, each counted before it is kept, so that what grows without end is stopped before it fills the memory. */
import { Inflate } from 'fflate';

/** Bytes of packed data that are unpacked at a time. */
const STEP = 16384;

/**
 * Raw deflated data (RFC 1951), unpacked.
 * @param counted is told of each piece, and of all so far with it, in bytes; what it throws ends the work
 * @throws what `counted` throws; what fflate throws where the data are damaged
 */
export function inflated(packed: Uint8Array, counted: (piece: number, all: number) => void): Uint8Array {
  const parts: Uint8Array[] = [];
  let size = 0;
  const stream = new Inflate((part) => {
    size += part.length;
    counted(part.length, size);
    parts.push(part.slice());
  });
  for (let at = 0; at < packed.length || at === 0; at += STEP)
    stream.push(packed.subarray(at, at + STEP), at + STEP >= packed.length);
  const out = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}
