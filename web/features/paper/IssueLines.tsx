/** Giving the plot out: the issues so far, the next one, and what paper marks as changed since. */
import { useState } from 'react';
import { v4 } from 'uuid';
import { issuePlot } from '#core/compare/issuing';
import { issuesInOrder, nextIssueOf } from '#core/compare/since';
import { apply, updating } from '#core/model/change';
import { settingsOf } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { rememberStood, useSince } from '../../state/issues';
import { Choice, Typed } from '../../ui/Field';
import { Line } from '../../ui/TextField';

const today = (): string => {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
};
const dayText = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }).format(new Date(`${day}T12:00:00`));

function Marks() {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const issues = issuesInOrder(show);
  if (!issues.length) return null;
  return (
    <Line name="Marks">
      <Choice
        label="What paper marks as changed"
        value={settings.marks ?? ''}
        options={[
          ['', 'since the last issue'],
          ...issues.map(({ id, name }) => [id, `since issue ${name}`] as const),
          ['none', 'nothing'],
        ]}
        onChoose={(value) => {
          const { marks: _, ...rest } = settings;
          session.edit('Mark other changes on paper', updating([[settings, value ? { ...rest, marks: value } : rest]]));
        }}
      />
    </Line>
  );
}

export function IssueLines() {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const issues = issuesInOrder(show);
  const since = useSince();
  const [name, setName] = useState<string | null>(null);
  const [to, setTo] = useState('');
  const [note, setNote] = useState('');
  const [fault, setFault] = useState('');
  const issue = name ?? nextIssueOf(show);
  return (
    <>
      {issues.length > 0 && (
        <ol aria-label="Issues" className="leading-5">
          {issues.map((item) => (
            <li key={item.id} className="flex gap-2">
              <b className="shrink-0">{item.name}</b>
              <span className="shrink-0">{dayText(item.day)}</span>
              <span className="truncate" title={[item.to, item.note].filter(Boolean).join(': ')}>
                {[item.to && `for ${item.to}`, item.note].filter(Boolean).join(': ')}
              </span>
            </li>
          ))}
        </ol>
      )}
      {settings.issued && (
        <p>
          Issued as <b>{settings.issued}</b>. Unit numbers are frozen; a unit that is added between 4 and 5 becomes 4A.
        </p>
      )}
      {since?.stale && <p role="status">{since.stale}</p>}
      <form
        aria-label="Issue the plot"
        className="mt-1 flex flex-col gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          const given = { name: issue, day: today(), to, note, ...(settings.designer ? { by: settings.designer } : {}) };
          const change = issuePlot(show, given, v4);
          if (typeof change === 'string') {
            setFault(change);
            return;
          }
          const after = apply(show, change);
          for (const { id, kind } of change.added) if (kind === 'issue') rememberStood(id, after);
          session.edit(`Issue the plot as ${issue.trim()}`, change);
          setName(null);
          setTo('');
          setNote('');
          setFault('');
        }}
      >
        <div className="flex gap-1">
          <span className="w-12 shrink-0">
            <Typed label="Name of the issue" value={issue} onText={setName} />
          </span>
          <Typed label="For whom" placeholder="for whom" className="min-w-0 flex-1" value={to} onText={setTo} />
        </div>
        <Typed label="What it is, or what changed" placeholder="what it is, or what changed" value={note} onText={setNote} />
        {fault && <p role="alert">{fault}</p>}
        <div className="flex gap-1">
          <button
            type="submit"
            className="act whitespace-nowrap"
            title="Keeps the show as it stands under this name, and freezes the unit numbers"
          >
            Issue the plot
          </button>
          {settings.issued && (
            <button
              type="button"
              className="act whitespace-nowrap"
              title="Unit numbers follow again; the issues stay"
              onClick={() => {
                const { issued: _, ...drafted } = settings;
                session.edit('Take the plot back to drafting', updating([[settings, drafted]]));
              }}
            >
              Back to drafting
            </button>
          )}
        </div>
      </form>
      <Marks />
    </>
  );
}
