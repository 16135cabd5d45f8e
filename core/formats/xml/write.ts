/** Writing XML: escaped text, numbers without exponent or -0 (reference formats 0.4). */

// Characters that XML 1.0 does not allow, lone surrogates included.
const illegal =
  /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;
const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&apos;',
  '\t': '&#9;',
  '\n': '&#10;',
  '\r': '&#13;',
};

export const escapeXml = (text: string): string =>
  text.replace(illegal, '').replace(/[&<>"'\t\n\r]/g, (mark) => entities[mark] ?? mark);

/** Up to 6 decimals. */
export function xmlNumber(value: number): string {
  const text = value.toFixed(6).replace(/\.?0+$/, '');
  return text === '-0' ? '0' : text;
}

type Attributes = Readonly<Record<string, string | number | undefined>>;

/** One element; children are written XML. Attributes that are undefined are left out. */
export function element(name: string, attributes: Attributes = {}, ...children: (string | readonly string[])[]): string {
  const head = Object.entries(attributes)
    .filter(([, value]) => value !== undefined)
    .map(([key, value]) => ` ${key}="${typeof value === 'number' ? xmlNumber(value) : escapeXml(value!)}"`)
    .join('');
  const body = children.flat().join('');
  return body ? `<${name}${head}>${body}</${name}>` : `<${name}${head}/>`;
}

/** Element with text. */
export const textElement = (name: string, text: string | number): string =>
  `<${name}>${typeof text === 'number' ? xmlNumber(text) : escapeXml(text)}</${name}>`;
export const declaration = '<?xml version="1.0" encoding="UTF-8" standalone="no"?>\n';
