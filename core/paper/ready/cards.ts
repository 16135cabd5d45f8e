/** Hanging cards: one page a position, for one hand on a ladder. */
import type { Paper } from '../../measure/scales.js';
import type { Position } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import { fixturesOn } from '../../order/order.js';
import { stagePositionsInOrder } from '../../order/tray.js';
import { cardPages } from '../windows/card.js';
import { type Box, inMargins, padded, type ReadySet, type ReadySheet, sheetSize, smallPaper } from './set.js';

/** Heights of the head, of the drawing and of what to bring, and the room between them, mm. */
const HEAD = 17;
const DRAWING = 95;
const BRING = 24;
const GAP = 3;

function cardsOf(show: Show, position: Position, paper: Paper, landscape: boolean): ReadySheet[] {
  const size = sheetSize(paper, landscape);
  const [x, y, w, h] = inMargins(size);
  const [left, bottom, width, height] = padded([x, y, w, h]);
  const top = bottom + height;
  const head: Box = [left, top - HEAD, width, HEAD];
  const drawing: Box = [left, top - HEAD - GAP - DRAWING, width, Math.min(DRAWING, height * 0.4)];
  const drawn: Box = [x + 0.5, top - HEAD - GAP - drawing[3], w - 1, drawing[3]];
  const floor = bottom + BRING + GAP;
  const first: Box = [left, floor, width, Math.max(20, drawn[1] - GAP - floor)];
  const later: Box = [left, floor, width, top - HEAD - GAP - floor];
  return cardPages(show, position, first, later).map(
    ([from, to], page): ReadySheet => ({
      of: page ? `${position.id} ${page + 1}` : position.id,
      name: page ? `${position.name}, page ${page + 1}` : position.name,
      paper,
      landscape,
      windows: [
        { id: 'head', what: 'card head', of: position.id, box: head },
        ...(page ? [] : [{ id: 'drawing', what: 'position', of: position.id, box: drawn } as const]),
        { id: 'list', what: 'card list', of: position.id, box: page ? later : first, text: `${from} ${to}` },
        { id: 'bring', what: 'bring', of: position.id, box: [left, bottom, width, BRING] },
      ],
    }),
  );
}
export const cards: ReadySet = {
  id: 'cards',
  order: 30,
  title: 'Hanging cards',
  about: 'A page a position: laid flat, with its list, its weights and what to bring.',
  make: (show, { paper = smallPaper(show), landscape = false }) =>
    stagePositionsInOrder(show)
      .filter((position) => fixturesOn(show, position).length)
      .flatMap((position) => cardsOf(show, position, paper, landscape)),
};
