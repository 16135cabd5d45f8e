/** Writes a sheet as SVG, true to size in millimetres. Text stays text. */

import { CUBIC, eachCommand, type Fill, type Ink, LINE, MOVE, type Prim, penColours, pens, toned } from '../draw/list.js';
import type { Sheet } from '../draw/sheet.js';
import { itemAt } from '../measure/list.js';
import { escapeXml } from './xml/write.js';

const inks: Record<Ink, string> = { ink: '#1d2838', faint: '#6a6a66', lamp: '#b86a00', stop: '#ad2a20', ...penColours };
const fills: Readonly<Record<string, string>> = { none: 'none', paper: '#fff', wall: '#ddd6c6', ink: '#1d2838' };
const fillOf = (fill: Fill): string => fills[fill] ?? toned(fill, '#ffffff');
const round = (value: number): string => String(Math.round(value * 1000) / 1000 + 0);

/** @returns a whole SVG document; y is turned, since paper has y up and SVG has it down */
export function writeSvg(sheet: Sheet): string {
  const out: string[] = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${round(sheet.width)}mm" height="${round(sheet.height)}mm" viewBox="0 0 ${round(sheet.width)} ${round(sheet.height)}" font-family="B612, sans-serif">`,
    `<title>${escapeXml(sheet.title)}</title>`,
  ];
  sheet.panes.forEach((pane, index) => {
    if (pane.clip) {
      const [x, y, w, h] = pane.clip;
      out.push(
        `<clipPath id="c${index}"><rect x="${round(x)}" y="${round(sheet.height - y - h)}" width="${round(w)}" height="${round(h)}"/></clipPath>`,
      );
    }
    out.push(pane.clip ? `<g clip-path="url(#c${index})">` : '<g>');
    const x = (value: number) => round(value * pane.k + pane.ox);
    const y = (value: number) => round(sheet.height - value * pane.k - pane.oy);
    for (const prim of pane.prims) out.push(element(prim, pane.k, x, y));
    out.push('</g>');
  });
  out.push('</svg>');
  return `${out.join('\n')}\n`;
}

function element(prim: Prim, k: number, x: (v: number) => string, y: (v: number) => string): string {
  if (prim.op === 'text') {
    const anchor = { left: 'start', centre: 'middle', right: 'end' }[prim.align];
    return `<text x="${x(prim.x)}" y="${y(prim.y)}" font-size="${round(prim.size * k)}" text-anchor="${anchor}"${prim.bold ? ' font-weight="700"' : ''} fill="${inks[prim.ink]}"${prim.turn ? ` transform="rotate(${round(-prim.turn)} ${x(prim.x)} ${y(prim.y)})"` : ''}>${escapeXml(prim.text)}</text>`;
  }
  if (prim.op === 'image')
    return `<image href="data:image/png;base64,${prim.png}" width="${round(prim.w * k)}" height="${round(prim.h * k)}" preserveAspectRatio="none" transform="translate(${x(prim.x)} ${y(prim.y)}) rotate(${round(-prim.turn)}) translate(0 ${round(-prim.h * k)})"/>`;
  const { width, dash } = pens[prim.pen];
  const style = `fill="${fillOf(prim.fill)}" stroke="${inks[prim.ink]}" stroke-width="${width}"${dash ? ` stroke-dasharray="${dash.join(' ')}"` : ' stroke-linejoin="round"'}`;
  if (prim.op === 'circle') return `<circle cx="${x(prim.x)}" cy="${y(prim.y)}" r="${round(prim.r * k)}" ${style}/>`;
  const d: string[] = [];
  eachCommand(prim.d, (op, i, n) => {
    d.push(op === MOVE ? 'M' : op === LINE ? 'L' : op === CUBIC ? 'C' : 'Z');
    for (let j = 1; j <= n; j += 2) d.push(x(itemAt(prim.d, i + j)), y(itemAt(prim.d, i + j + 1)));
  });
  return `<path d="${d.join(' ')}" ${style}/>`;
}
