/** The last edits, day by day, of all or of one person; each can be compared with today. */
import { useState } from 'react';
import { useCompare } from '../../state/compare';
import { type Edit, personOf, useEdits } from '../../state/edits';
import { usePanels } from '../../state/panels';
import { Choice } from '../../ui/Field';
import { clockSaid, daySaid } from '../../ui/moments';
import { PanelHead } from '../../ui/PanelHead';

const ALL = '';
/** Where nobody signs in all edits are of the same: there is nothing to choose. */
const peopleOf = (edits: readonly Edit[]): string[] =>
  [...new Set(edits.map(({ author }) => personOf(author)))].filter(Boolean).sort();

/** Edits of a day under its name, in their order. */
function byDay(edits: readonly Edit[]): [day: string, edits: Edit[]][] {
  const out: [string, Edit[]][] = [];
  for (const edit of edits) {
    const day = daySaid(edit.at);
    const last = out.at(-1);
    if (last?.[0] === day) last[1].push(edit);
    else out.push([day, [edit]]);
  }
  return out;
}

export function EditsPanel() {
  const edits = useEdits();
  const [person, setPerson] = useState(ALL);
  const people = peopleOf(edits ?? []);
  const shown = (edits ?? []).filter(({ author }) => person === ALL || personOf(author) === person);
  const compare = (edit: Edit) => {
    useCompare.setState({ from: `revision ${edit.revision - 1}`, to: 'now' });
    usePanels.setState({ panel: 'revisions' });
  };
  return (
    <section aria-label="Edits">
      <PanelHead name="Edits" onClose={() => usePanels.setState({ panel: null })} />
      {people.length > 0 && (
        <Choice
          label="Edits of"
          value={person}
          options={[[ALL, 'of all'], ...people.map((name) => [name, `of ${name}`] as const)]}
          onChoose={setPerson}
        />
      )}
      {edits && !shown.length && <p className="pencil pt-2">Nothing was changed yet.</p>}
      {byDay(shown).map(([day, list]) => (
        <div key={day}>
          <h3 className="pencil pt-3">{day}</h3>
          <ul aria-label={`Edits, ${day}`}>
            {list.map((edit) => (
              <li key={edit.revision} style={{ borderBottom: '1px solid var(--hair-faint)' }}>
                <button
                  type="button"
                  className="flex w-full items-baseline gap-2 py-1 text-left"
                  title="Compare what stood before it with today"
                  onClick={() => compare(edit)}
                >
                  <span className="pencil w-9 shrink-0">{clockSaid(edit.at)}</span>
                  <span className="min-w-0 flex-1">
                    {edit.label}
                    {personOf(edit.author) && <span className="pencil block text-[11px]">{edit.author}</span>}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
