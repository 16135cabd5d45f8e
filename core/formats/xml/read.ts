/** Reading XML into a plain tree; fast-xml-parser does the parsing, the limits and refusals are ours (reference formats 0.4). */

import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { strFromU8 } from 'fflate';
import { itemAt } from '../../measure/list.js';
import { FormatError, type Limits, limits, type Report } from '../report.js';

export interface XmlNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlNode[];
  readonly text: string;
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
  processEntities: false,
  ignoreDeclaration: true,
  ignorePiTags: true,
});

/** @throws FormatError XML_DTD, XML_LIMIT or XML_BAD */
export function readXml(bytes: Uint8Array, report: Report, where: string, most: Limits = limits): XmlNode {
  if (bytes.length > most.xmlBytes)
    throw new FormatError('XML_LIMIT', `${where} is larger than ${Math.round(most.xmlBytes / 1e6)} MB.`, where);
  const text = decode(bytes, report, where);
  measure(text, where, most);
  let valid: ReturnType<typeof XMLValidator.validate>;
  let tree: unknown;
  try {
    valid = XMLValidator.validate(text);
    if (valid === true) tree = parser.parse(text);
  } catch (error) {
    throw new FormatError('XML_BAD', `${where} is not sound XML: ${(error as Error).message}`, where);
  }
  if (valid! !== true)
    throw new FormatError('XML_BAD', `${where} is not sound XML: ${valid!.err.msg} (line ${valid!.err.line}).`, where);
  const root = (tree as Raw[]).map((raw) => nodeOf(raw)).find((node) => node !== null);
  if (!root) throw new FormatError('XML_BAD', `${where} holds no element.`, where);
  return root;
}

type Raw = Record<string, unknown>;

function nodeOf(raw: Raw): XmlNode | null {
  const name = Object.keys(raw).find((key) => key !== ':@' && key !== '#text');
  if (name === undefined) return null;
  const children: XmlNode[] = [];
  let text = '';
  for (const item of raw[name] as Raw[]) {
    if ('#text' in item) text += String(item['#text']);
    else {
      const child = nodeOf(item);
      if (child) children.push(child);
    }
  }
  const attributes: Record<string, string> = {};
  for (const [key, value] of Object.entries((raw[':@'] as Raw | undefined) ?? {})) attributes[key] = unescapeXml(String(value));
  return { name, attributes, children, text: unescapeXml(text) };
}

/** What is not markup of elements, by how it begins and ends (XML 1.0, 2.5 to 2.7). */
const blocks = [
  ['<!--', '-->', 'a comment'],
  ['<![CDATA[', ']]>', 'a section of text'],
  ['<?', '?>', 'an instruction'],
] as const;
const [LT, GT, SLASH, BANG] = [60, 62, 47, 33];

/**
 * Depth, count and length of elements, before anything is built. One pass in the order in which a parser reads: nothing is looked at twice,
 * and nothing hides in what only looks like a comment.
 */
function measure(text: string, where: string, most: Limits): void {
  const bad = (what: string, at: number) =>
    new FormatError('XML_BAD', `${where} is not sound XML: ${what} (line ${text.slice(0, at).split('\n').length}).`, where);
  const over = (what: string) => new FormatError('XML_LIMIT', `${where} ${what}.`, where);
  let depth = 0;
  let elements = 0;
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at)) {
    const block = blocks.find(([begin]) => text.startsWith(begin, at));
    if (block) {
      const end = text.indexOf(block[1], at + block[0].length);
      if (end < 0) throw bad(`${block[2]} never ends`, at);
      at = end + block[1].length;
      continue;
    }
    if (text.charCodeAt(at + 1) === BANG) {
      if (/^<!\s*(DOCTYPE|ENTITY)/i.test(text.slice(at, at + 100)))
        throw new FormatError('XML_DTD', `${where} declares its own document type, which Dessin refuses for safety.`, where);
      throw bad('"<!" begins nothing that is known', at);
    }
    const end = endOfTag(text, at, most.attribute * 4);
    if (end === 'long') throw over('has an element of unreasonable length');
    if (end === 'bad') throw bad('an element does not end before the next "<"', at);
    if (text.charCodeAt(at + 1) === SLASH) depth--;
    else {
      elements++;
      if (text.charCodeAt(end - 1) !== SLASH) depth++;
    }
    if (depth > most.xmlDepth) throw over(`is nested deeper than ${most.xmlDepth}`);
    if (elements > most.xmlElements) throw over(`holds more than ${most.xmlElements} elements`);
    at = end + 1;
  }
}

/** Where the tag that begins at `from` ends; a ">" inside quotes is a letter, a "<" there is not allowed (XML 1.0, 3.1). */
function endOfTag(text: string, from: number, longest: number): number | 'long' | 'bad' {
  let quote = 0;
  for (let at = from + 1; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === LT) return 'bad';
    if (at - from > longest) return 'long';
    if (quote) {
      if (code === quote) quote = 0;
    } else if (code === 34 || code === 39) quote = code;
    else if (code === GT) return at;
  }
  return 'bad';
}

function decode(bytes: Uint8Array, report: Report, where: string): string {
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) {
    const little = bytes[0] === 0xff;
    const parts: string[] = [];
    for (let i = 2; i + 1 < bytes.length; i += 2)
      parts.push(
        String.fromCharCode(
          little ? itemAt(bytes, i) | (itemAt(bytes, i + 1) << 8) : (itemAt(bytes, i) << 8) | itemAt(bytes, i + 1),
        ),
      );
    return parts.join('');
  }
  const body = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? bytes.subarray(3) : bytes;
  try {
    return strictUtf8(body);
  } catch {
    report.add('warning', 'XML_ENCODING', `${where} is not UTF-8; it was read letter by letter, so accents may be wrong.`, where);
    return strFromU8(body, true);
  }
}

function strictUtf8(bytes: Uint8Array): string {
  const text = strFromU8(bytes);
  if (text.includes('\uFFFD')) throw new Error('not UTF-8');
  return text;
}

const named: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** The five predefined entities and numeric references; anything else stays as it is written. */
export const unescapeXml = (text: string): string =>
  text.replace(/&(?:#x([0-9a-fA-F]{1,6})|#(\d{1,7})|(amp|lt|gt|quot|apos));/g, (whole, hex, decimal, name) => {
    if (name) return named[name as string] ?? whole;
    const code = hex ? Number.parseInt(hex, 16) : Number(decimal);
    return code > 0 && code <= 0x10ffff && !(code >= 0xd800 && code < 0xe000) ? String.fromCodePoint(code) : whole;
  });

export const childNamed = (node: XmlNode | undefined, name: string): XmlNode | undefined =>
  node?.children.find((child) => child.name === name);
export const childrenNamed = (node: XmlNode | undefined, name: string): readonly XmlNode[] =>
  node?.children.filter((child) => child.name === name) ?? [];
export const textOf = (node: XmlNode | undefined, name: string): string => childNamed(node, name)?.text.trim() ?? '';

const numeric = /^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/;
/** A finite number by the strict form of reference formats 0.4, else null. */
export function xmlToNumber(text: string | undefined): number | null {
  const trimmed = text?.trim() ?? '';
  if (!numeric.test(trimmed)) return null;
  const value = Number(trimmed);
  return Number.isFinite(value) ? value : null;
}
