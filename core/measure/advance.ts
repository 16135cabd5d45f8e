/** How wide a text is in the shipped face. Both its weights have the same widths. Source: the font's own table (B612, 2000 to the em); a test reads it again. */

/** Advances from U+0020 to U+007E and from U+00A0 to U+00FF, 1/2000 em. */
const ascii = [
  700, 700, 800, 1700, 1100, 1800, 1400, 400, 900, 900, 1100, 1200, 500, 900, 600, 1100, 1300, 1300, 1300, 1300, 1300, 1300, 1300,
  1300, 1300, 1300, 600, 500, 1300, 1000, 1300, 1100, 2000, 1300, 1300, 1200, 1300, 1200, 1100, 1300, 1400, 600, 900, 1200, 1100,
  1800, 1500, 1600, 1200, 1600, 1300, 1100, 1200, 1400, 1300, 1900, 1300, 1200, 1200, 900, 1100, 1000, 1500, 1100, 1100, 1050,
  1200, 1000, 1200, 1100, 800, 1200, 1200, 600, 600, 1100, 700, 1800, 1200, 1200, 1200, 1200, 800, 900, 800, 1200, 1100, 1500,
  1100, 1100, 1000, 1298, 400, 1200, 1500,
];
const latin = [
  700, 700, 1000, 1100, 1200, 1200, 400, 1000, 1100, 1100, 800, 1400, 1700, 0, 1100, 1100, 600, 1200, 600, 600, 1100, 1300, 1400,
  500, 1100, 600, 800, 1400, 1500, 1500, 1500, 1100, 1300, 1300, 1300, 1300, 1300, 1300, 1700, 1300, 1200, 1200, 1200, 1200, 600,
  600, 600, 600, 1300, 1500, 1600, 1600, 1600, 1600, 1600, 1600, 1600, 1400, 1400, 1400, 1400, 1200, 1300, 1300, 1100, 1100, 1100,
  1100, 1100, 1100, 1700, 1042, 1100, 1100, 1100, 1100, 600, 600, 600, 600, 1300, 1200, 1200, 1200, 1200, 1200, 1200, 1100, 1200,
  1200, 1200, 1200, 1200, 1100, 1200, 1100,
];
/** Quotation marks, dashes, bullet, ellipsis and euro sign. */
const others: Readonly<Record<string, number>> = {
  '\u2013': 1100,
  '\u2014': 2100,
  '\u2018': 700,
  '\u2019': 700,
  '\u201c': 1000,
  '\u201d': 1000,
  '\u2022': 1200,
  '\u2026': 1500,
  '\u20ac': 1400,
};
/** As wide as the question mark that stands for what the face does not hold. */
const UNKNOWN = 1100;

/** Advance of one letter as a share of the em. */
export function advanceOf(letter: string): number {
  const code = letter.charCodeAt(0);
  const wide = code < 127 ? ascii[code - 32] : code >= 160 && code < 256 ? latin[code - 160] : others[letter];
  return (wide || UNKNOWN) / 2000;
}
/** Width of a text of a size, in the units of the size. */
export function widthOf(text: string, size: number): number {
  let sum = 0;
  for (const letter of text) sum += advanceOf(letter);
  return sum * size;
}
/** A text in its room: cut with an ellipsis where it is wider. */
export function cutTo(text: string, room: number, size: number): string {
  if (widthOf(text, size) <= room) return text;
  let cut = text;
  while (cut && widthOf(`${cut}…`, size) > room) cut = cut.slice(0, -1);
  return `${cut.trimEnd()}…`;
}
/** A text in as many lines as it takes; a word that is wider than its room is parted. Line breaks of the text are kept. */
export function wrapped(text: string, room: number, size: number): string[] {
  const out: string[] = [];
  for (const paragraph of text.split(/\r?\n/)) {
    let line = '';
    for (const word of paragraph.split(' ')) {
      if (line && widthOf(`${line} ${word}`, size) <= room) {
        line = `${line} ${word}`;
        continue;
      }
      if (line) out.push(line);
      line = word;
      while (line.length > 1 && widthOf(line, size) > room) {
        let cut = line.length - 1;
        while (cut > 1 && widthOf(line.slice(0, cut), size) > room) cut--;
        out.push(line.slice(0, cut));
        line = line.slice(cut);
      }
    }
    out.push(line);
  }
  return out;
}
