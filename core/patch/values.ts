/** Values of slots. Source: reference calculations 4; bytes most significant first (ANSI E1.11 sends bytes). */

/** A share 0 to 1 in one to four bytes, halves rounded up. */
export const slotValue = (share: number, bytes: number): number =>
  Math.floor(Math.max(0, Math.min(1, share)) * (256 ** bytes - 1) + 0.5);
/** The bytes of a value, coarse first. */
export const bytesOf = (value: number, bytes: number): number[] =>
  Array.from({ length: bytes }, (_, i) => Math.floor(value / 256 ** (bytes - 1 - i)) % 256);
/** The share that a value stands for. */
export const shareOf = (value: number, bytes: number): number => value / (256 ** bytes - 1);
