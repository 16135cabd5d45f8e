/** A position with what hangs on it and what its points carry: the load line. Heights are no scale: only distances along it are true. */

import { boxOf, type DisplayList, LINE, lines, MOVE, type Prim, path, rect, textAt } from '../../draw/list.js';
import { channelText } from '../../fields/texts.js';
import { wrapped } from '../../measure/advance.js';
import { formatLength } from '../../measure/lengths.js';
import type { Position } from '../../model/records.js';
import { find, type Show, settingsOf } from '../../model/show.js';
import { fixturesOn, positionsInOrder } from '../../order/order.js';
import { stagePositionsInOrder } from '../../order/tray.js';
import { kiloNewton } from '../../power/beam.js';
import { type RiggingLoads, riggingLoads, SAFETY_NOTE } from '../../power/rigging.js';
import { curveLength } from '../../space/curves.js';
import { ontoWindow } from './stage.js';
import { type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

/** Positions with points. */
export const rigged = (show: Show): Position[] => positionsInOrder(show).filter(({ rigging }) => rigging?.points.length);
const kg = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} kg`;

/** Text that stands upright along its arrow. */
const upright = (x: number, y: number, text: string, size: number): Prim => ({
  op: 'text',
  x: x + size * 0.36,
  y,
  text,
  size,
  align: 'right',
  ink: 'ink',
  turn: 90,
});

/** The points over the line: where, what each carries, what it may. */
function pointPrims(show: Show, position: Position, loads: RiggingLoads, mm: number): Prim[] {
  const { units } = settingsOf(show);
  const size = LETTER * mm;
  const middle = curveLength(position.curve) / 2;
  const body: Prim[] = [];
  // Names over points that stand close go up in steps.
  const levels: number[] = [];
  loads.points.forEach(({ point, kg: carried, uplift, over }) => {
    const x = point.along;
    const level = levels.findIndex((edge) => x - edge > 42 * mm);
    const row = level < 0 ? levels.length : level;
    levels[row] = x;
    const top = (12 + row * 15) * mm;
    const ink = uplift || over > 0 ? 'stop' : 'ink';
    const from = Math.abs(x - middle);
    const side =
      from < 5
        ? ''
        : position.curve.form === 'straight'
          ? x - middle > 0 === position.curve.b[0] > position.curve.a[0]
            ? ' SL'
            : ' SR'
          : ' along';
    body.push(
      path([MOVE, x, 0.6 * mm, LINE, x, top], 'fixture', 'none', ink),
      path(
        lines(
          [
            [x - 1.6 * mm, 0.6 * mm],
            [x, 3.6 * mm],
            [x + 1.6 * mm, 0.6 * mm],
          ],
          true,
        ),
        'fixture',
        'ink',
        ink,
      ),
      textAt(x, top + 9.4 * mm, `${point.kind} ${point.name}`.trim(), size, 'centre', ink, true),
      textAt(
        x,
        top + 5.8 * mm,
        uplift ? 'lifted: unstable' : `${kg(carried)}, ${kiloNewton(carried).toFixed(2)} kN`,
        size,
        'centre',
        ink,
      ),
      textAt(
        x,
        top + 2.2 * mm,
        [
          `${formatLength(Math.round(from), units)}${side}`,
          point.limit === undefined
            ? ''
            : over > 0
              ? `over its ${point.limit} kg by ${Math.ceil(over)}`
              : `limit ${point.limit} kg`,
        ]
          .filter(Boolean)
          .join(', '),
        size,
        'centre',
        ink === 'stop' ? 'stop' : 'faint',
      ),
    );
  });
  return body;
}

/** The load line, in mm of the stage along it and mm of paper across. */
function loadLine(show: Show, position: Position, loads: RiggingLoads, denominator: number): DisplayList {
  const mm = denominator;
  const length = curveLength(position.curve);
  const size = LETTER * mm;
  const body: Prim[] = [path(rect(0, -0.6 * mm, length, 1.2 * mm), 'position', 'paper')];
  const most = Math.max(1, ...loads.units.map((unit) => unit.kg));
  for (const { fixture, kg: weight } of loads.units) {
    const x = fixture.along;
    const tall = (5 + (9 * weight) / most) * mm;
    body.push(
      path([MOVE, x, -0.6 * mm, LINE, x, -tall], 'inner'),
      path(
        lines(
          [
            [x - 0.9 * mm, -tall + 1.8 * mm],
            [x, -tall],
            [x + 0.9 * mm, -tall + 1.8 * mm],
          ],
          true,
        ),
        'inner',
        'ink',
      ),
      upright(x, -tall - 1.5 * mm, `${channelText(fixture) || fixture.unit}: ${kg(weight)}`, size),
    );
  }
  const perMetre = (position.rigging?.self ?? 0) + (position.rigging?.cable ?? 0);
  if (perMetre > 0) body.push(path(rect(0, 0.6 * mm, length, 2 * mm), 'thin', 'wall'));
  body.push(...pointPrims(show, position, loads, denominator));
  const box = boxOf(body);
  return { chunks: [{ id: position.id, kind: 'position', order: 0, box, locked: true, body, tags: [], hit: null }], box };
}

export const loads: WindowKind = {
  what: 'loads',
  order: 65,
  title: 'Loads of a position',
  sets: ['of', 'scale'],
  of: (show) => stagePositionsInOrder(show).map(({ id, name }) => [id, name] as const),
  draw: (show, window): Drawn => {
    const position = find(show, 'position', window.of);
    if (!position) return empty('The position that this window is of is not there any more.');
    const made = riggingLoads(show, position, fixturesOn(show, position));
    const [left, bottom, width, height] = window.box;
    const facts = [
      `${position.name}: ${kg(made.lanterns)} of lanterns, ${kg(made.clamps)} of clamps and safeties${made.accessories ? `, ${kg(made.accessories)} of accessories` : ''}, ${kg(made.cable)} of cable, ${kg(made.self)} of its own. ${kg(made.total)} in all, ${kiloNewton(made.total).toFixed(2)} kN.`,
      made.how === 'no points'
        ? 'No points of suspension are set.'
        : made.how === 'one point'
          ? 'One point carries all of it, and cannot hold it level.'
          : `Reactions ${made.how}${made.how === 'in equal shares' ? ': it is no straight beam' : ''}.`,
      ...(made.without ? [`${made.without} unit${made.without === 1 ? ' has' : 's have'} no weight and count nothing.`] : []),
      SAFETY_NOTE,
    ].flatMap((line) => wrapped(line, width - 4, LETTER));
    const foot = 2 + facts.length * 3.6;
    const drawn = ontoWindow(
      show,
      { ...window, box: [left, bottom + foot, width, Math.max(10, height - foot)] },
      (denominator) => loadLine(show, position, made, denominator),
      position.name,
    );
    const prims = facts.map((line, i) => textAt(left + 2, bottom + foot - 2.4 - i * 3.6, line, LETTER, 'left'));
    return { ...drawn, panes: [...drawn.panes, onPaper(window.box, prims)] };
  },
};
