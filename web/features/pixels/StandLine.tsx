/** Whether the wall stands on the stage, where it is seen on plan, in section and in 3D; its figures are in the Card. */
import { edit, updating } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { Wall } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { isStanding } from '#core/space/pixel-wall';
import { useSession, useShow } from '../../state/context';
import { select } from '../../state/selection';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';

/** Clear of the back wall, mm: room to walk behind. Common practice, no source. */
const BEHIND = 1000;

export function StandLine({ wall }: { wall: Wall }) {
  const session = useSession();
  const show = useShow();
  const stand = () => {
    try {
      const layer = layerForNew(show, 'scenery');
      const { stageDepth } = settingsOf(show);
      session.edit(
        `Stand ${wall.name} on the stage`,
        edit([wall], { layer, at: [0, Math.max(0, stageDepth - BEHIND)] as const, turn: 0, z: 0 }),
      );
      select([wall.id]);
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const { layer, at, turn, z, ...bare } = wall;
  return (
    <>
      <h3 className="pt-2 font-bold">On the stage</h3>
      {isStanding(wall) ? (
        <div className="flex flex-wrap gap-1">
          <button
            type="button"
            className="act act-small"
            onClick={() => {
              useView.setState({ view: 'plan', beside: null });
              select([wall.id]);
            }}
          >
            Show it on the plan
          </button>
          <button
            type="button"
            className="act act-small"
            onClick={() => session.edit(`Take ${wall.name} off the stage`, updating([[wall, bare]]))}
          >
            Take it off
          </button>
        </div>
      ) : (
        <button type="button" className="act act-small" onClick={stand}>
          Stand it on the stage
        </button>
      )}
    </>
  );
}
