/** Bytes as text (RFC 4648, 4). */

export function textOfBytes(bytes: Uint8Array): string {
  let text = '';
  // In pieces: a call takes only so many arguments.
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}
/** Null of what is no such text. */
export function bytesOfBase64(text: string): Uint8Array | null {
  try {
    return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
  } catch {
    return null;
  }
}
