/** A place that a note to the others is about: one click. */
import { firstOf } from '#core/measure/list';
import { usePanels } from '../../state/panels';
import { useTalk } from '../../state/talk';
import { useTool } from '../../state/tool';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

export const talkTool = (env: Env): Tool =>
  pointing(
    env,
    (points) => {
      useTalk.setState({ place: firstOf(points).at });
      usePanels.setState({ panel: 'talk' });
      useTool.setState({ tool: 'select' });
      return true;
    },
    (_, next) => slip(env, next.at, 'the note is about this place'),
  );
