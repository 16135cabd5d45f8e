/** Text and figures as Dessin keeps them: what a database, an XML file and another machine can take. */

/**
 * What no record may hold: control characters except tab and line feed (ISO/IEC 6429, C0 and C1), halves of a surrogate pair,
 * and the two code points that XML 1.0 (2.2, Char) leaves out at the end of the basic plane.
 */
const unkeepable =
  /[\u0000-\u0008\u000B-\u001F\u007F-\u009F\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;
const half = /^[\uD800-\uDFFF]$/;
/** Nothing to look at twice: plain printable ASCII. */
const plain = /^[\t\n\x20-\x7E]*$/;

/**
 * Text in one spelling: line ends as line feeds, composed (Unicode normal form C), and without what cannot be kept. The byte
 * order mark goes too: at the head of a text each reader of UTF-8 takes it off (Unicode 15, 23.8), and none can see it elsewhere.
 */
export const cleanText = (text: string): string =>
  plain.test(text)
    ? text
    : text
        .replace(/\r\n?/g, '\n')
        .replace(/\uFEFF/g, '')
        .replace(unkeepable, '')
        .normalize('NFC');

/** Text in one line, as names of shows and files have it: what breaks lines (Unicode 5.8: LF, VT, FF, CR, NEL, LS, PS) and tabs are blanks. */
export const oneLine = (text: string): string => cleanText(text.replace(/[\t\n\v\f\r\u0085\u2028\u2029]+/g, ' ')).trim();

/** The first `most` code units, but never half a character. */
export const cutText = (text: string, most: number): string => {
  const cut = text.slice(0, most);
  return /[\uD800-\uDBFF]$/.test(cut) ? cut.slice(0, -1) : cut;
};

/** Largest figure that any field holds; schemas are narrower. */
const MOST = 1e12;

type Plain = Readonly<Record<string, unknown>>;
const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null;

/** Deeper than any record goes. */
const DEEP = 100;

/**
 * A value with every text in it cleaned, names of fields included. What is clean already comes back as the same object.
 * What lies deeper than any record does is left to the schemas, which refuse it.
 * @param known  a value that is clean: what is the very same in both is not looked at, so that an edit costs what it changes
 */
export const cleanDeep = <T>(value: T, known?: unknown): T => clean(value, known, 0) as T;

function clean(value: unknown, known: unknown, depth: number): unknown {
  if (typeof value === 'string') return cleanText(value);
  if (!isPlain(value) || value === known || depth > DEEP) return value;
  const before = isPlain(known) ? known : {};
  if (Array.isArray(value)) {
    let out: unknown[] | null = null;
    for (let i = 0; i < value.length; i++) {
      const item = clean(value[i], before[i], depth + 1);
      if (item !== value[i]) {
        out ??= [...value];
        out[i] = item;
      }
    }
    return out ?? value;
  }
  let dirty = false;
  const out: [string, unknown][] = [];
  for (const key of Object.keys(value)) {
    const [name, item] = [cleanText(key), clean(value[key], before[key], depth + 1)];
    if (name !== key || item !== value[key]) dirty = true;
    out.push([name, item]);
  }
  return dirty ? Object.fromEntries(out) : value;
}

/** What of a value cannot be kept, as the end of a sentence with its place, or null. Line ends, composition and byte order marks are no faults: they are cleaned. */
export function faultOfValues(value: unknown, path = ''): string | null {
  if (typeof value === 'string') {
    if (plain.test(value)) return null;
    unkeepable.lastIndex = 0;
    const found = unkeepable.exec(value.replace(/\r\n?/g, '\n'))?.[0];
    if (found === undefined) return null;
    return half.test(found)
      ? `${path || 'it'} holds half a character (a lone surrogate); type it again`
      : `${path || 'it'} holds a control character (U+${found.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}); take it out`;
  }
  if (typeof value === 'number')
    return Number.isFinite(value) && Math.abs(value) <= MOST ? null : `${path || 'it'} is a number out of all bounds`;
  if (!isPlain(value)) return null;
  for (const [key, item] of Object.entries(value)) {
    const fault = faultOfValues(key) ?? faultOfValues(item, `${path}/${key}`);
    if (fault) return fault;
  }
  return null;
}
