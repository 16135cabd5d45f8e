/** A snag where it is met: in its list, on the Card, at the hand-over. */

import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v4 } from 'uuid';
import { accepting, repairOf } from '#core/audit/repairs';
import type { Snag, Weight } from '#core/audit/snags';
import { useSession, useShow } from '../state/context';
import { usePaper } from '../state/paper';
import { goTo } from '../state/selection';
import { Typed } from './Field';
import { leavesKeys } from './focus';
import { May } from './May';

export const weightWords: Readonly<Record<Weight, string>> = { stop: 'Stops the show', doubt: 'Doubtful', open: 'Still open' };
export const weightColours: Readonly<Record<Weight, string>> = {
  stop: 'var(--stop)',
  doubt: 'var(--doubt)',
  open: 'var(--pencil)',
};

/** One snag: click goes there; below it what to do, the repair, and accepting it. */
export function SnagItem({ snag, brief = false }: { snag: Snag; brief?: boolean }) {
  const session = useSession();
  const show = useShow();
  const go = useNavigate();
  const [reason, setReason] = useState<string | null>(null);
  // Reckoned when it is looked at: a repair may pack the whole patch.
  const [open, setOpen] = useState(brief);
  const repair = open ? repairOf(show, snag, v4) : null;
  return (
    <div className="my-1 py-0.5 pl-3" style={{ borderLeft: `3px solid ${weightColours[snag.weight]}` }}>
      <button
        type="button"
        className="text-left hover:underline"
        onClick={(event) => {
          setOpen(true);
          if (snag.fixtures.length) goTo(snag.fixtures);
          if (snag.sheet) {
            usePaper.setState({ sheet: snag.sheet.key, window: snag.sheet.window, inside: false, title: null });
            void go(`/shows/${show.id}/paper`);
          }
          leavesKeys(event);
        }}
      >
        {snag.text}
      </button>
      {(open || brief) && (
        <div className="text-[11px]">
          <p className="pencil">{snag.todo}</p>
          <May>
            <p className="flex flex-wrap gap-x-3">
              {repair && (
                <button type="button" className="link" onClick={() => session.edit(repair.text, repair.change)}>
                  {repair.text}
                </button>
              )}
              {reason === null && (
                <button type="button" className="link" onClick={() => setReason('')}>
                  Accept it
                </button>
              )}
            </p>
          </May>
          {reason !== null && (
            <form
              className="flex gap-1"
              onSubmit={(event) => {
                event.preventDefault();
                if (reason.trim()) session.edit(`Accept: ${snag.text}`.slice(0, 80), accepting(show, snag, reason, v4));
              }}
            >
              <Typed label="Why it is accepted" placeholder="why" value={reason} onText={(value) => setReason(value)} />
              <button type="submit" className="act act-small" disabled={!reason.trim()}>
                Accept
              </button>
            </form>
          )}
        </div>
      )}
    </div>
  );
}

export function SnagLine({
  text,
  stop,
  repair,
  onGo,
}: {
  text: string;
  stop: boolean;
  repair: { text: string; run: () => void } | null;
  onGo?: () => void;
}) {
  return (
    <div className="my-1 py-1 pl-3" style={{ borderLeft: `3px solid ${stop ? 'var(--stop)' : 'var(--doubt)'}` }}>
      {onGo ? (
        <button type="button" className="text-left hover:underline" onClick={onGo}>
          {text}
        </button>
      ) : (
        <p>{text}</p>
      )}
      {repair && (
        <button type="button" className="link" onClick={repair.run}>
          {repair.text}
        </button>
      )}
    </div>
  );
}
