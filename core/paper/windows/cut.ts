/** How the sheets of a colour are cut: each piece with its size, edge to edge. */
import { type Prim, path, rect, textAt } from '../../draw/list.js';
import { cutTo, widthOf } from '../../measure/advance.js';
import { INCH } from '../../measure/lengths.js';
import type { Show } from '../../model/show.js';
import { settingsOf } from '../../model/show.js';
import { type ColourCut, colourCuts, cutRulesOf, wasteOf } from '../cuts.js';
import { type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

const made = new WeakMap<Show, readonly ColourCut[]>();
/** Remembered per show. */
export function cutsOf(show: Show): readonly ColourCut[] {
  const known = made.get(show);
  if (known) return known;
  const next = colourCuts(show);
  made.set(show, next);
  return next;
}
const inUnits = (mm: number, imperial: boolean): string =>
  imperial ? `${Number((mm / INCH).toFixed(2))}` : String(Math.round(mm));

export const cutLayout: WindowKind = {
  what: 'cut layout',
  order: 90,
  title: 'Cut layout of a colour',
  sets: ['of'],
  of: (show) => cutsOf(show).map(({ colour, name }) => [colour, name ? `${colour}, ${name}` : colour] as const),
  draw: (show, { box, of, page = 1 }): Drawn => {
    const cut = cutsOf(show).find(({ colour }) => colour === of);
    if (!cut) return empty(`No unit of the show has the colour ${of ?? ''}.`);
    const imperial = settingsOf(show).units === 'imperial';
    const { sheet } = cutRulesOf(show);
    const { layout, pieces } = cut;
    const laid = layout.sheets[page - 1] ?? [];
    // The long side of a sheet lies across the page, whichever way round it was laid.
    const upright = layout.size[0] < layout.size[1];
    const placed = upright ? laid.map(({ x, y, w, h, piece }) => ({ x: y, y: x, w: h, h: w, piece })) : laid;
    const [left, bottom, width, height] = box;
    const [w, h] = upright ? [layout.size[1], layout.size[0]] : layout.size;
    const k = Math.min(width / w, (height - 6) / h);
    const x = left + (width - w * k) / 2;
    const y = bottom;
    const unit = imperial ? 'in' : 'mm';
    const waste = Math.round(
      100 *
        wasteOf(
          placed.map((piece) => [piece.w, piece.h] as const),
          1,
          sheet,
        ),
    );
    const said = `${cut.colour}${cut.name ? ` ${cut.name}` : ''}, sheet ${page} of ${layout.sheets.length}: ${placed.length} pieces, ${inUnits(w, imperial)} x ${inUnits(h, imperial)} ${unit}, ${waste} % left over`;
    const prims: Prim[] = [
      textAt(left, bottom + height - 2.6, cutTo(said, width, LETTER), LETTER, 'left', 'ink', true),
      path(rect(x, y, w * k, h * k), 'fixture'),
      ...placed.flatMap((piece): Prim[] => {
        const text = `${inUnits(piece.w, imperial)} x ${inUnits(piece.h, imperial)}`;
        const [pw, ph] = [piece.w * k, piece.h * k];
        const [cx, cy] = [x + (piece.x + piece.w / 2) * k, y + (piece.y + piece.h / 2) * k];
        const fits = widthOf(text, LETTER) < pw - 1 && ph > 4;
        return [
          path(rect(x + piece.x * k, y + piece.y * k, pw, ph), 'inner'),
          ...(fits
            ? [textAt(cx, cy, text, LETTER)]
            : ph > 7 && pw > 8
              ? text.split(' x ').map((part, i) => textAt(cx, cy + 1.7 - 3.4 * i, part, LETTER))
              : []),
        ];
      }),
    ];
    return {
      panes: [onPaper(box, prims)],
      troubles: layout.tooLarge.length
        ? [
            {
              what: 'off',
              text: `${layout.tooLarge.length} of the ${pieces.length} pieces of ${cut.colour} are larger than the sheet: splice them, or take a roll.`,
            },
          ]
        : [],
    };
  },
};
