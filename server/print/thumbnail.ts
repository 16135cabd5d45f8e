/** A small drawing of a plot for the start page: the plan without tags, fitted to a card. */

import type { Prim } from '#core/draw/list';
import { planList } from '#core/draw/plan';
import type { Sheet } from '#core/draw/sheet';
import { type Show, settingsOf } from '#core/model/show';

const [WIDTH, HEIGHT] = [120, 75];

export function thumbnailSheet(show: Show): Sheet {
  const list = planList(show, { denominator: 200, tags: null, marks: null });
  // The house and the rig, without the details beside them.
  const { stageWidth, stageDepth } = settingsOf(show);
  const box = [-stageWidth * 0.62, Math.max(list.box[1], -stageDepth * 1.15), stageWidth * 0.62, stageDepth * 1.1] as const;
  const k = Math.min(WIDTH / (box[2] - box[0]), HEIGHT / (box[3] - box[1]));
  // A venue that was read from a file has more lines than a small picture has dots.
  const prims: Prim[] = list.chunks
    .filter((chunk) => chunk.kind !== 'backdrop')
    .flatMap((chunk) => chunk.body.filter((prim) => prim.op === 'path' || prim.op === 'circle'))
    .map((prim) => ({ ...prim, pen: prim.pen === 'fixture' || prim.pen === 'position' ? 'tag' : 'thin' }));
  return {
    width: WIDTH,
    height: HEIGHT,
    title: settingsOf(show).name,
    panes: [{ k, ox: WIDTH / 2, oy: HEIGHT / 2 - ((box[1] + box[3]) / 2) * k, clip: [0, 0, WIDTH, HEIGHT], prims }],
  };
}
