/** Notes with what they are about. */

import { v4 } from 'uuid';
import { lines, path } from '#core/draw/list';
import { firstOf, lastOf } from '#core/measure/list';
import { adding } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { Anchor } from '#core/model/records';
import { beginDraft, endDraft, useDraft } from '../../state/draft';
import { select } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** Makes a note at the points of the draft: its place, and what it points at. */
function finishNote(session: Session, anchor: Anchor | null): boolean {
  const { draft, note } = useDraft.getState();
  const { show } = session.get();
  if (!draft) return false;
  if (!note.text.trim()) {
    useDraft.setState({ fault: { field: 'text', why: 'Type what the note says.' } });
    return false;
  }
  const size = Number(note.size);
  if (!(size >= 0.5 && size <= 100)) {
    useDraft.setState({ fault: { field: 'size', why: 'The text is from 0.5 to 100 mm high on paper.' } });
    return false;
  }
  try {
    const id = v4();
    const { layer } = useTool.getState();
    session.edit(
      'Write a note',
      adding({
        id,
        kind: 'note',
        layer: layerForNew(show, 'scenery', layer),
        at: lastOf(draft.points),
        text: note.text.trim().slice(0, 2000),
        size,
        leader: anchor,
      }),
    );
    useDraft.setState({ note: { ...note, text: '' } });
    endDraft();
    useTool.setState({ tool: 'select' });
    select([id]);
    return true;
  } catch (error) {
    toast.error((error as Error).message);
    return false;
  }
}

/** First a click on what it is about (Enter on the second point leaves the leader out), then where it stands. */
export const noteTool = (env: Env): Tool => {
  // What the open note points at; kept here, since a draft has points only.
  let leader: Anchor | null = null;
  return {
    ...pointing(
      env,
      (points, done) => {
        if (points.length < 2 && !done) return false;
        leader = points.length > 1 ? firstOf(points).anchor : null;
        beginDraft('note', [lastOf(points).at]);
        return true;
      },
      (points, next) => [
        path(lines([firstOf(points).at, next.at]), 'thin', 'none', 'lamp'),
        ...slip(env, next.at, 'the note stands here'),
      ],
    ),
    finish: () => void finishNote(env.session, leader),
  };
};
