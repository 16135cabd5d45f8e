/** First look at a DXF text: is it one, in pairs, and what entities it has. Source: reference formats 9.1, 9.4 (hostile input). */
import { itemAt, lastOf } from '../../measure/list.js';
import { FormatError, type Report } from '../report.js';

/** Entities that are drawn; all others are counted and named. */
export const drawn = new Set([
  'LINE',
  'LWPOLYLINE',
  'POLYLINE',
  'CIRCLE',
  'ARC',
  'ELLIPSE',
  'SPLINE',
  'INSERT',
  'TEXT',
  'MTEXT',
  'SOLID',
  '3DFACE',
  'DIMENSION',
]);
/** Parts of others, or marks of structure. */
const silent = new Set([
  'SECTION',
  'ENDSEC',
  'EOF',
  'BLOCK',
  'ENDBLK',
  'VERTEX',
  'SEQEND',
  'ATTRIB',
  'ATTDEF',
  'POINT',
  'VIEWPORT',
]);

export const MOST_BYTES = 500_000_000;

export interface Scan {
  /** The text with what trips the parser put right. */
  readonly text: string;
  readonly entities: number;
}

/**
 * @throws FormatError DXF_BINARY, DXF_SIZE, DXF_SYNTAX with the line
 */
export function scanDxf(source: string, report: Report): Scan {
  if (source.length > MOST_BYTES) throw new FormatError('DXF_SIZE', `The file is larger than ${MOST_BYTES / 1e6} MB.`);
  if (source.includes(' Binary DXF') || source.startsWith('AutoCAD Binary'))
    throw new FormatError('DXF_BINARY', 'This is a binary DXF. Save it as an ASCII DXF, and try again.');
  if (/^AC10\d\d/.test(source))
    throw new FormatError('DXF_BINARY', 'This is a binary drawing, not a DXF. Save it as an ASCII DXF, and try again.');
  const lines = source.replace(/\u001a\s*$/, '').split(/\r\n|\r|\n/);
  while (lines.length && lastOf(lines).trim() === '') lines.pop();
  if (lines.length < 2) throw new FormatError('DXF_SYNTAX', 'The file is empty.');
  const unread = new Map<string, number>();
  let section = '';
  let entities = 0;
  let ended = false;
  // Line of the count of vertices in the polyline that is being read, and how many there were.
  let countAt = -1;
  let vertices = 0;
  let type = '';
  const out: string[] = [];
  const close = () => {
    if (type === 'LWPOLYLINE' && countAt >= 0) out[countAt] = String(vertices);
    countAt = -1;
    vertices = 0;
  };
  for (let i = 0; i < lines.length; i += 2) {
    const code = itemAt(lines, i).trim();
    if (!/^-?\d+$/.test(code))
      throw new FormatError(
        'DXF_SYNTAX',
        `Line ${i + 1} should be a group code, a whole number, and is "${code.slice(0, 40)}". One line too many or too few shifts all that follows.`,
        `line ${i + 1}`,
      );
    const value = lines[i + 1];
    if (value === undefined)
      throw new FormatError('DXF_SYNTAX', `The file ends in the middle of a pair, at line ${i + 1}.`, `line ${i + 1}`);
    if (code === '0') {
      close();
      type = value.trim();
      if (type === 'EOF') {
        ended = true;
        out.push(code, type);
        break;
      }
      if (type === 'ENDSEC') section = '';
      if (section === 'ENTITIES' || section === 'BLOCKS') {
        if (drawn.has(type)) entities++;
        else if (!silent.has(type)) unread.set(type, (unread.get(type) ?? 0) + 1);
      }
      out.push(code, type);
      if (type === 'LWPOLYLINE') {
        // A count of our own: the file's is not trusted, nor needed.
        out.push('90', '0');
        countAt = out.length - 1;
      }
      continue;
    }
    if (code === '2' && type === 'SECTION' && !section) section = value.trim();
    if (type === 'LWPOLYLINE' && section) {
      if (code === '90') continue;
      if (code === '10') vertices++;
    }
    out.push(code, value);
  }
  close();
  if (!ended) {
    report.add(
      'warning',
      'DXF_NO_END',
      'The file has no end mark; what is missing after its last line cannot be known.',
      `line ${lines.length}`,
    );
    if (section) out.push('0', 'ENDSEC');
    out.push('0', 'EOF');
  }
  for (const [name, n] of [...unread].sort(([a], [b]) => (a < b ? -1 : 1)))
    report.add('info', 'DXF_UNREAD', `${n} ${name} ${n === 1 ? 'entity was' : 'entities were'} not read: ${why(name)}.`, name);
  return { text: out.join('\n'), entities };
}

const why = (name: string): string =>
  name === 'HATCH'
    ? 'hatching is left out, its edges usually are lines of their own'
    : /SOLID$|REGION|BODY|SURFACE|MESH/.test(name)
      ? 'solid models cannot be drawn as lines'
      : /IMAGE|OLE|UNDERLAY|WIPEOUT/.test(name)
        ? 'pictures are not taken'
        : 'this kind is not known';
