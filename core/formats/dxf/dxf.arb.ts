/** Small drawings as text. */

import { readDxf } from './read.js';

/** The compact notation of reference 9.3: items split at " | ", then at the first "=". */
export const dxf = (compact: string): string =>
  `${compact
    .split(/\s*\|\s*|\n/)
    .filter(Boolean)
    .map((item) => {
      const at = item.indexOf('=');
      return `${item.slice(0, at).trim()}\r\n${item.slice(at + 1)}`;
    })
    .join('\r\n')}\r\n`;
export const entities = (list: string, head = '0=SECTION | 2=HEADER | 9=$INSUNITS | 70=4 | 0=ENDSEC') =>
  dxf(`${head} | 0=SECTION | 2=ENTITIES | ${list} | 0=ENDSEC | 0=EOF`);
export const pathsOf = (text: string) => readDxf(text).value.layers.flatMap((layer) => layer.paths.map((path) => [...path]));
export const sample =
  dxf(`0=SECTION | 2=HEADER | 9=$ACADVER | 1=AC1009 | 9=$INSUNITS | 70=4 | 0=ENDSEC | 0=SECTION | 2=TABLES | 0=TABLE | 2=LAYER | 70=1
0=LAYER | 2=LIGHTS | 70=0 | 62=5 | 6=CONTINUOUS | 0=ENDTAB | 0=ENDSEC | 0=SECTION | 2=BLOCKS
0=BLOCK | 8=0 | 2=SPOT | 70=2 | 10=0.0 | 20=0.0 | 30=0.0 | 3=SPOT | 1= | 0=CIRCLE | 8=0 | 10=0.0 | 20=0.0 | 30=0.0 | 40=150.0 | 0=ENDBLK | 8=0
0=ENDSEC | 0=SECTION | 2=ENTITIES | 0=INSERT | 8=LIGHTS | 66=1 | 2=SPOT | 10=1000.0 | 20=2000.0 | 30=6000.0 | 50=90.0
0=ATTRIB | 8=LIGHTS | 10=1000.0 | 20=1800.0 | 30=6000.0 | 40=100.0 | 1=101 | 2=CHANNEL | 70=0 | 0=SEQEND | 8=LIGHTS | 0=ENDSEC | 0=EOF`);
