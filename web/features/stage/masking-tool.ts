/** Cloths. */

import { v4 } from 'uuid';
import { lines, path } from '#core/draw/list';
import { formatLength, parseLength } from '#core/measure/lengths';
import { firstOf, itemAt } from '#core/measure/list';
import { adding } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { Masking } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { beginDraft, endDraft, useDraft } from '../../state/draft';
import { select } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { useTool } from '../../state/tool';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** Makes a cloth between two points, or says what is missing. */
function finishMasking(session: Session): boolean {
  const { draft, cloth } = useDraft.getState();
  const { show } = session.get();
  const { units } = settingsOf(show);
  const { maskingUse } = useTool.getState();
  const { layer } = useTool.getState();
  if (!draft || draft.points.length < 2) return false;
  const [a, b] = [firstOf(draft.points), itemAt(draft.points, 1)];
  const fault = (field: string, why: string) => {
    useDraft.setState({ fault: { field, why } });
    return false;
  };
  const [bottom, height] = [parseLength(cloth.bottom || 'x', units), parseLength(cloth.height || 'x', units)];
  if (!bottom.ok) return fault('bottom', 'Type the height of its bottom edge above the stage floor; 0 stands on the floor.');
  if (!height.ok || height.mm <= 0) return fault('height', 'Type how high the cloth is, from its bottom edge up.');
  const width = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (width < 10) return fault('width', 'The cloth has no width. Click its other end.');
  try {
    const left = a[0] <= b[0] ? [a, b] : [b, a];
    const n = all(show, 'masking').filter((item) => item.use === maskingUse).length + 1;
    const made: Masking = {
      id: v4(),
      kind: 'masking',
      layer: layerForNew(show, 'masking', layer),
      name: cloth.name.trim() || `${firstOf(maskingUse).toUpperCase()}${maskingUse.slice(1)} ${n}`,
      use: maskingUse,
      at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
      width,
      turn: (Math.atan2(itemAt(left, 1)[1] - firstOf(left)[1], itemAt(left, 1)[0] - firstOf(left)[0]) * 180) / Math.PI,
      z: bottom.mm,
      height: height.mm,
    };
    session.edit(`Hang ${made.name}`, adding(made));
    useDraft.setState({ cloth: { ...cloth, name: '' } });
    endDraft();
    useTool.setState({ tool: 'select' });
    select([made.id]);
    return true;
  } catch (error) {
    return fault('height', (error as Error).message);
  }
}

export const maskingTool = (env: Env): Tool => ({
  finish: () => void finishMasking(env.session),
  ...pointing(
    env,
    (points) => {
      if (points.length < 2) return false;
      beginDraft(
        'masking',
        points.map((point) => point.at),
      );
      return true;
    },
    (points, next) => {
      const [a, b] = [firstOf(points).at, next.at];
      return [
        path(lines([a, b]), 'masking', 'none', 'lamp'),
        ...slip(env, b, `${formatLength(Math.hypot(b[0] - a[0], b[1] - a[1]), settingsOf(env.show()).units)} wide`),
      ];
    },
  ),
});
