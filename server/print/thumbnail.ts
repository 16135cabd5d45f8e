/** A small drawing of a plot for the start page: the plan without tags, fitted to a card. */

import type { Prim } from '#core/draw/list';
import { planList } from '#core/draw/plan';
import type { Sheet } from '#core/draw/sheet';
import { type Show, settingsOf } from '#core/model/show';

const [WIDTH, HEIGHT] = [120, 75];

export function thumbnailSheet(show: Show): Sheet {
  const list = planList(show, { denominator: 200, tags: null, marks: null });
  // Whole: what is cut off looks as if it were not there.
  const { stageWidth, stageDepth } = settingsOf(show);
  const stage = [-stageWidth / 2, 0, stageWidth / 2, stageDepth] as const;
  const box = list.box.every(Number.isFinite) ? list.box : stage;
  const [w, h] = [Math.max(1, box[2] - box[0]), Math.max(1, box[3] - box[1])];
  const k = Math.min(WIDTH / w, HEIGHT / h) * 0.96;
  // A venue that was read from a file has more lines than a small picture has dots.
  const prims: Prim[] = list.chunks
    .filter((chunk) => chunk.kind !== 'backdrop')
    .flatMap((chunk) => chunk.body.filter((prim) => prim.op === 'path' || prim.op === 'circle'))
    .map((prim) => ({ ...prim, pen: prim.pen === 'fixture' || prim.pen === 'position' ? 'tag' : 'thin' }));
  return {
    width: WIDTH,
    height: HEIGHT,
    title: settingsOf(show).name,
    panes: [
      {
        k,
        ox: WIDTH / 2 - ((box[0] + box[2]) / 2) * k,
        oy: HEIGHT / 2 - ((box[1] + box[3]) / 2) * k,
        clip: [0, 0, WIDTH, HEIGHT],
        prims,
      },
    ],
  };
}
