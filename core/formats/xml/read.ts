/** Reading XML into a plain tree; fast-xml-parser does the parsing, the limits and refusals are ours (reference formats 0.4). */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { strFromU8 } from 'fflate';
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
  const bare = text.replace(/<!--[\s\S]*?-->/g, '').replace(/<!\[CDATA\[[\s\S]*?\]\]>/g, '');
  if (/<!\s*DOCTYPE/i.test(bare) || /<!\s*ENTITY/i.test(bare))
    throw new FormatError('XML_DTD', `${where} declares its own document type, which Dessin refuses for safety.`, where);
  measure(bare, where, most);
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

/** Depth, count and attribute length, before anything is built. */
function measure(text: string, where: string, most: Limits): void {
  let depth = 0;
  let elements = 0;
  for (const match of text.matchAll(/<(\/?)[^\s<>/!?][^<>]*?(\/?)>/g)) {
    if (match[1]) depth--;
    else {
      elements++;
      if (!match[2]) depth++;
    }
    const over =
      depth > most.xmlDepth
        ? `is nested deeper than ${most.xmlDepth}`
        : elements > most.xmlElements
          ? `holds more than ${most.xmlElements} elements`
          : match[0].length > most.attribute * 4
            ? 'has an element of unreasonable length'
            : '';
    if (over) throw new FormatError('XML_LIMIT', `${where} ${over}.`, where);
  }
}

function decode(bytes: Uint8Array, report: Report, where: string): string {
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) {
    const little = bytes[0] === 0xff;
    const parts: string[] = [];
    for (let i = 2; i + 1 < bytes.length; i += 2)
      parts.push(String.fromCharCode(little ? bytes[i]! | (bytes[i + 1]! << 8) : (bytes[i]! << 8) | bytes[i + 1]!));
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
    if (name) return named[name as string]!;
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
