/** XML as a plain tree, in the order of the file: the registry's fast-xml-parser, and nothing of Dessin's own. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';

export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly text: string;
  readonly children: readonly Element[];
}
type Raw = Readonly<Record<string, unknown>>;
const parser = new XMLParser({
  ignoreAttributes: false,
  preserveOrder: true,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
});

function made(raw: Raw): Element[] {
  const name = Object.keys(raw).find((key) => key !== ':@') ?? '';
  if (name === '#text' || name.startsWith('?')) return [];
  const inside = raw[name] as readonly Raw[];
  return [
    {
      name,
      attributes: (raw[':@'] as Record<string, string> | undefined) ?? {},
      text: inside.map((child) => ('#text' in child ? String(child['#text']) : '')).join(''),
      children: inside.flatMap(made),
    },
  ];
}
/** @throws Error where the text is not well formed */
export function parseXml(text: string): Element {
  const sound = XMLValidator.validate(text);
  if (sound !== true) throw new Error(`not well formed: ${sound.err.msg}, line ${sound.err.line}`);
  const [root] = (parser.parse(text) as readonly Raw[]).flatMap(made);
  if (!root) throw new Error('there is no element');
  return root;
}
export const childrenOf = (element: Element, name: string): Element[] => element.children.filter((child) => child.name === name);
const nothing: Element = { name: '', attributes: {}, text: '', children: [] };
/** The one child of a name. @throws Error where there is none, or more, unless it may be missing */
export function only(element: Element, name: string, orNone = false): Element {
  const [first, second] = childrenOf(element, name);
  if (second) throw new Error(`<${element.name}> has two <${name}>`);
  if (!first && !orNone) throw new Error(`<${element.name}> has no <${name}>`);
  return first ?? nothing;
}
/** All of some names below an element. */
export const elementsIn = (element: Element, names: readonly string[]): Element[] =>
  element.children.flatMap((child) => [...(names.includes(child.name) ? [child] : []), ...elementsIn(child, names)]);
