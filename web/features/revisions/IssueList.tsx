/** The issues of the plot: when, for whom, what each held, and how the plot looked then. */

import { issuesInOrder } from '#core/compare/since';
import type { Issue } from '#core/model/records';
import { all } from '#core/model/show';
import { stagePositions } from '#core/order/tray';
import { at } from '../../state/base';
import { useCompare, useMoment } from '../../state/compare';
import { useShow } from '../../state/context';
import { plural } from '../../ui/words';

function Held({ issue }: { readonly issue: Issue }) {
  const { show } = useMoment(`issue ${issue.id}`);
  if (!show) return null;
  const fixtures = all(show, 'fixture').filter(({ spare }) => !spare).length;
  return (
    <>
      {plural(fixtures)} on {plural(stagePositions(show).length, 'position')}
    </>
  );
}

export function IssueList() {
  const show = useShow();
  const issues = issuesInOrder(show);
  if (!issues.length) return null;
  return (
    <ol aria-label="Issues" className="flex flex-col gap-2">
      {[...issues].reverse().map((issue) => (
        <li key={issue.id} className="flex gap-2">
          <img
            src={at(`/api/shows/${show.id}/out/thumbnail.svg?issue=${issue.id}`)}
            alt={`The plot in issue ${issue.name}`}
            loading="lazy"
            className="h-16 w-20 shrink-0 border bg-white object-contain"
            style={{ borderColor: 'var(--hair)' }}
          />
          <div className="min-w-0 flex-1 leading-5">
            <p className="truncate">
              <b>{issue.name}</b> {issue.day} {issue.by && <span className="pencil">by {issue.by}</span>}
            </p>
            <p className="truncate" title={[issue.to, issue.note].filter(Boolean).join(': ')}>
              {[issue.to && `for ${issue.to}`, issue.note].filter(Boolean).join(': ')}
            </p>
            <p className="pencil truncate">
              <Held issue={issue} />
            </p>
            {issue.readBy?.map(({ by, read, of, at, faults }) => (
              <p
                key={by}
                className="truncate"
                style={read < of ? { color: 'var(--doubt)' } : undefined}
                title={faults?.join('\n')}
              >
                read by {by}, {read} of {of}, on {new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
              </p>
            ))}
            <p className="flex items-baseline gap-3">
              <button
                type="button"
                className="link"
                onClick={() => useCompare.setState({ from: `issue ${issue.id}`, to: 'now' })}
              >
                Compare
              </button>
              <a className="link" href={at(`/shows/${show.id}/hang?issue=${issue.id}`)} target="_blank" rel="noreferrer">
                Read it
              </a>
              <a className="link" href={at(`/api/shows/${show.id}/out/book.pdf?issue=${issue.id}&download`)}>
                Book
              </a>
            </p>
          </div>
        </li>
      ))}
    </ol>
  );
}
