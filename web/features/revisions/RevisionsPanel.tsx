/** Two moments of the show side by side: which they are, what differs, and the way back. */
import { useEffect } from 'react';
import { goingBack, goingBackWith } from '#core/compare/back';
import { issuesInOrder } from '#core/compare/since';
import { isEmpty } from '#core/model/change';
import type { Id } from '#core/model/records';
import { find } from '#core/model/show';
import { lastIssue, type Moment, useCompare, useCompared } from '../../state/compare';
import { useMay, useSession, useShow } from '../../state/context';
import { useEdits } from '../../state/edits';
import { usePanels } from '../../state/panels';
import { useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { Choice, Tick } from '../../ui/Field';
import { whenSaid } from '../../ui/moments';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { ChangeLines } from './ChangeLines';
import { IssueList } from './IssueList';

export function RevisionsPanel() {
  const session = useSession();
  const drafts = useMay('draft');
  const show = useShow();
  const { from, to, seen } = useCompare();
  const { compared, fault } = useCompared();
  const selection = useSelection((state) => state.selection);
  const edits = useEdits();
  // The last issue is what one asks about first; what is compared is let go of with the panel.
  // biome-ignore lint/correctness/useExhaustiveDependencies: when it is opened
  useEffect(() => {
    if (!useCompare.getState().from) useCompare.setState({ from: lastIssue(show) });
    return () => useCompare.setState({ from: null, to: 'now' });
  }, []);
  const issues = issuesInOrder(show).map(({ id, name, day }): readonly [Moment, string] => [
    `issue ${id}`,
    `issue ${name}, ${day}`,
  ]);
  // Before an edit is the revision that it was made on.
  const log = (edits ?? []).map(({ revision: made, at, label }): readonly [Moment, string] => [
    `revision ${made - 1}`,
    `before: ${label} (${whenSaid(at)})`.slice(0, 90),
  ]);
  const more = log.length ? { title: 'In the log', options: log } : undefined;
  const nameOf = (moment: Moment | null): string =>
    moment === 'now' ? 'today' : ([...issues, ...log].find(([key]) => key === moment)?.[1].split(',')[0] ?? 'then');
  const back = (ids: readonly Id[] | null, label: string) => {
    if (!compared) return;
    const change = ids ? goingBackWith(show, compared.from, ids) : goingBack(show, compared.from);
    if (isEmpty(change)) toast('It stands as it stood then.');
    else session.edit(label, change);
  };
  const chosen = compared ? selection.filter((id) => compared.comparison.fixtures.some((item) => item.id === id)) : [];
  return (
    <section aria-label="Revisions">
      <PanelHead name="Revisions" onClose={() => usePanels.setState({ panel: null })} />
      <IssueList />
      <h2 className="pencil pt-3">What changed</h2>
      <Line name="From">
        <Choice
          label="Compare from"
          value={from ?? ''}
          options={[['' as Moment, 'choose a moment'], ...issues]}
          more={more}
          onChoose={(value) => useCompare.setState({ from: value || null })}
        />
      </Line>
      <Line name="To">
        <Choice
          label="Compare to"
          value={to}
          options={[['now' as Moment, 'today'], ...issues]}
          more={more}
          onChoose={(value) => useCompare.setState({ to: value })}
        />
      </Line>
      {fault && <p role="alert">{fault}</p>}
      {from && !compared && !fault && <p className="pencil">Fetching what stood then...</p>}
      {compared && (
        <>
          {to === 'now' && (
            <label className="flex min-h-6 items-center gap-2">
              <Tick checked={seen} onTick={(on) => useCompare.setState({ seen: on })} />
              seen on the plan
            </label>
          )}
          <ChangeLines
            compared={compared}
            onBack={to === 'now' && drafts ? (id, name) => back([id], `${name} as in ${nameOf(from)}`) : null}
          />
          {to === 'now' && drafts && !compared.comparison.empty && (
            <div className="flex flex-wrap gap-1 pt-2">
              {chosen.length > 0 && (
                <button
                  type="button"
                  className="act"
                  onClick={() => back(chosen, `${plural(chosen.length)} as in ${nameOf(from)}`)}
                >
                  Take back {plural(chosen.length)} that {chosen.length === 1 ? 'is' : 'are'} chosen
                </button>
              )}
              <button
                type="button"
                className="act"
                title="One step, which can be undone; issues stay"
                onClick={() => back(null, `The show as in ${nameOf(from)}`)}
              >
                Take the whole show back
              </button>
            </div>
          )}
        </>
      )}
      {find(show, 'settings', show.id)?.issued === undefined && issues.length === 0 && (
        <p className="pencil pt-2">
          No issue was given out yet: that is done in the step Paper. The log can be compared with all the same.
        </p>
      )}
    </section>
  );
}
