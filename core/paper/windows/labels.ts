/** A page of labels: where each lies by the typed measures, what it says, and its code. */
import { create } from 'qrcode';
import { type Prim, path, pens, rect, textAt } from '../../draw/list.js';
import { cutTo, widthOf } from '../../measure/advance.js';
import type { PlateWindow } from '../../model/records.js';
import { type Show, settingsOf } from '../../model/show.js';
import { addressOf, handAddress, type Label, type LabelKind, labelKinds, labelRulesOf, labelsOf } from '../labels.js';
import { type Drawn, empty, LETTER, onPaper, type Trouble, type WindowKind } from './window.js';

/** Inside a label, mm: cutters and printers are off by a millimetre or two. */
const AIR = 2.5;
/** Least width of one square of a code that telephones read from a hand's length (common practice, no source). */
const LEAST_SQUARE = 0.33;
/** Quiet squares round a code: ISO/IEC 18004 asks for four. */
const QUIET = 4;

type Box = PlateWindow['box'];
/** A code as dark squares, rows of them joined. @returns the width of one square, mm */
export function codePrims(
  text: string,
  [left, bottom, side]: readonly [number, number, number],
): { readonly prims: Prim[]; readonly square: number } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const n = modules.size;
  const square = side / (n + 2 * QUIET);
  // The outline of a square adds half its width all round.
  const inset = pens.thin.width / 2;
  const d: number[] = [];
  for (let row = 0; row < n; row++)
    for (let from = 0; from < n; from++) {
      if (!modules.get(row, from)) continue;
      let to = from + 1;
      while (to < n && modules.get(row, to)) to++;
      d.push(
        ...rect(
          left + (from + QUIET) * square + inset,
          bottom + side - (row + 1 + QUIET) * square + inset,
          (to - from) * square - 2 * inset,
          square - 2 * inset,
        ),
      );
      from = to;
    }
  return { prims: [path(d, 'thin', 'ink')], square };
}

/** One label in its box. @returns what has no room as a count of lines */
function labelPrims(
  label: Label,
  address: string,
  [x, y, w, h]: Box,
): { readonly prims: Prim[]; readonly lost: number; readonly square: number } {
  const [left, bottom, width, height] = [x + AIR, y + AIR, w - 2 * AIR, h - 2 * AIR];
  const side = address ? Math.min(height, width * 0.45, 32) : 0;
  const code = address ? codePrims(address, [left + width - side, bottom + height - side, side]) : null;
  const room = width - (side ? side + 1 : 0);
  const top = bottom + height;
  const large = Math.max(LETTER, Math.min(8, height * 0.26, (room / Math.max(0.01, widthOf(label.large, 1))) * 0.98));
  const beside = Math.max(LETTER, Math.min(3.6, (room / Math.max(0.01, widthOf(label.beside, 1))) * 0.98));
  const prims: Prim[] = [
    textAt(left, top - large * 0.45, cutTo(label.large, room, large), large, 'left', 'ink', true),
    textAt(left, top - large * 0.95 - beside * 0.6, cutTo(label.beside, room, beside), beside, 'left', 'ink', true),
  ];
  let at = top - large * 0.95 - beside * 1.4;
  let lost = 0;
  for (const line of label.lines) {
    if (at - 3.1 < bottom - 0.01) {
      lost++;
      continue;
    }
    at -= 3.2;
    // Below the code a line has the whole width.
    const wide = at + 1.6 < top - side ? width : room;
    prims.push(textAt(left, at + 1.5, cutTo(line, wide, LETTER), LETTER, 'left'));
  }
  return { prims: [...prims, ...(code?.prims ?? [])], lost, square: code?.square ?? Number.POSITIVE_INFINITY };
}

const isKind = (of: string | undefined): of is LabelKind => labelKinds.includes(of as LabelKind);
/** Where the labels of a page lie, from its upper left on, mm of paper. */
export function labelBoxes(show: Show, [left, bottom, , height]: Box): Box[] {
  const { size, first, step, count } = labelRulesOf(show);
  const top = bottom + height;
  return Array.from({ length: count[0] * count[1] }, (_, i): Box => {
    const [column, row] = [i % count[0], Math.floor(i / count[0])];
    return [left + first[0] + column * step[0], top - first[1] - row * step[1] - size[1], size[0], size[1]];
  });
}

export const labels: WindowKind = {
  what: 'labels',
  order: 105,
  title: 'Labels',
  sets: ['of'],
  of: () => labelKinds.map((kind) => [kind, kind] as const),
  draw: (show, { box, of, page = 1 }, { base = '' }): Drawn => {
    const kind = isKind(of) ? of : 'units';
    const { gone } = labelRulesOf(show);
    const boxes = labelBoxes(show, box);
    const all = labelsOf(show, kind);
    if (!all.length) return empty(`There are no labels for ${kind} yet.`);
    const from = (page - 1) * boxes.length - gone;
    const address = settingsOf(show).address || base;
    const prims: Prim[] = [];
    let [lost, least] = [0, Number.POSITIVE_INFINITY];
    boxes.forEach((place, i) => {
      const label = all[from + i];
      if (!label) return;
      const drawn = labelPrims(label, address && (label.hand ? handAddress : addressOf)(address, show, label.to), place);
      prims.push(...drawn.prims);
      lost += drawn.lost;
      least = Math.min(least, drawn.square);
    });
    const troubles: Trouble[] = [];
    const [width, height] = [box[2], box[3]];
    if (
      boxes.some(
        ([x, y, w, h]) => x < box[0] - 0.6 || y < box[1] - 0.6 || x + w > box[0] + width + 0.6 || y + h > box[1] + height + 0.6,
      )
    )
      troubles.push({ what: 'off', text: 'The labels lie beside the sheet: look at their measures, or take another paper.' });
    if (lost) troubles.push({ what: 'off', text: `${lost} lines have no room on their labels: take larger ones.` });
    if (least < LEAST_SQUARE)
      troubles.push({
        what: 'small',
        text: `The squares of the codes are ${least.toFixed(2)} mm wide; telephones want ${LEAST_SQUARE}. Take larger labels, or a shorter address.`,
      });
    return { panes: [onPaper(box, prims)], troubles };
  },
};
