/** The step Positions: their forms, and the list of those there are. */

import { useMemo } from 'react';
import { formatLength } from '#core/measure/lengths';
import { all, settingsOf } from '#core/model/show';
import { stagePositions, stagePositionsInOrder } from '#core/order/tray';
import { type DraftForm, draftForms, standingForms, wordsOf } from '#core/setout/draft';
import { useMay, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { beginDraft, useDraft } from '../../state/draft';
import { goTo, select, useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { Choice } from '../../ui/Field';
import { leavesKeys } from '../../ui/focus';
import { Line } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';

export function PositionsPanel() {
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const chosen = new Set(selection);
  const tool = useTool((state) => state.tool);
  const form = useTool((state) => state.form);
  const { units } = settingsOf(show);
  const drafts = useMay('draft');
  const counts = useMemo(() => {
    const map = new Map<string, number>();
    for (const fixture of all(show, 'fixture')) map.set(fixture.position, (map.get(fixture.position) ?? 0) + 1);
    return map;
  }, [show]);
  return (
    <section aria-label="Positions">
      {drafts && (
        <>
          <Line name="Form">
            <Choice
              label="Form"
              value={form}
              options={draftForms.map((name) => name)}
              onChoose={(value) => arrange({ form: value as DraftForm, tool: 'pipe', view: 'plan' })}
            />
          </Line>
          <div className="flex gap-1 pt-1">
            <Tip command="pipe">
              <button
                type="button"
                className="act act-main flex-1"
                aria-pressed={tool === 'pipe'}
                onClick={() => arrange({ tool: tool === 'pipe' ? 'select' : 'pipe', view: 'plan' })}
              >
                {tool === 'pipe' ? wordsOf[form].says : `Draw ${form === 'arc' ? 'an' : 'a'} ${form}`}
              </button>
            </Tip>
            <button
              type="button"
              className="act"
              title="Type all its figures, without pointing"
              onClick={() => {
                arrange({ tool: 'pipe', view: 'plan' });
                // After the tool has been changed, which lets go of a draft.
                setTimeout(() => beginDraft('position', [], standingForms.has(form) ? '0' : useDraft.getState().lastTrim), 0);
              }}
            >
              Type it
            </button>
          </div>
        </>
      )}
      {/** biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on */}
      <ul className="mt-2 max-h-44 overflow-auto" onClick={leavesKeys}>
        {stagePositionsInOrder(show).map((position) => (
          <li key={position.id}>
            <button
              type="button"
              className="flex w-full justify-between px-1 py-0.5 text-left hover:underline"
              style={{ background: chosen.has(position.id) ? 'var(--halo)' : undefined }}
              onClick={(event) =>
                event.shiftKey ? select([...selection.filter((id) => id !== position.id), position.id]) : goTo([position.id])
              }
            >
              <span>{position.name}</span>
              <span className="pencil">
                {formatLength(position.curve.z, units)}, {counts.get(position.id) ?? 0}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {!stagePositions(show).length && (
        <p className="pencil pt-1">No positions yet.{drafts && ' Draw the first pipe: its trim height is asked as you draw.'}</p>
      )}
    </section>
  );
}
