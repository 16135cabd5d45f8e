/** What the head of a PNG says (ISO/IEC 15948, 11.2.2: width and height are the first eight bytes of IHDR). */
/** Width and height of a PNG, from its head. Null for what is none. */
export function sizeOfPng(base64: string): readonly [number, number] | null {
  let head: string;
  try {
    head = atob(base64.slice(0, 44));
  } catch {
    return null;
  }
  const at = (i: number) => [0, 1, 2, 3].reduce((sum, k) => sum * 256 + head.charCodeAt(i + k), 0);
  if (head.length < 24 || head.slice(1, 4) !== 'PNG' || head.slice(12, 16) !== 'IHDR') return null;
  const [w, h] = [at(16), at(20)];
  return w > 0 && h > 0 && w < 50_000 && h < 50_000 ? [w, h] : null;
}
