/** What programmers have sent back, until whoever drafts has looked at it. */
import { fileOf, sentOpen, settling } from '#core/back/sent';
import type { Sent } from '#core/model/records';
import { useMay, useSession, useShow } from '../../state/context';
import { letIn } from '../../state/incoming';
import { saidNow } from '../../state/me';
import { toast } from '../../state/toast';
import { whenSaid } from '../../ui/moments';

export function SentBack() {
  const show = useShow();
  const session = useSession();
  const [drafts, sends] = [useMay('draft'), useMay('send')];
  const open = sentOpen(show);
  if (!open.length) return null;
  const look = (sent: Sent) => {
    try {
      void letIn(new File([fileOf(sent) as BlobPart], sent.name), session, sent);
    } catch (error) {
      toast.error((error as Error).message, { duration: 10_000 });
    }
  };
  return (
    <section aria-label="Sent back" className="pb-3">
      <h3 className="font-bold">Sent back</h3>
      <ul>
        {open.map((sent) => (
          <li key={sent.id} className="rule-b py-1">
            <span className="block truncate">{sent.name}</span>
            <span className="pencil flex gap-3 text-[11px]">
              <span className="flex-1">
                {sent.by}, {whenSaid(sent.at)}
              </span>
              {sends && (
                <button type="button" className="link" aria-label={`Look at ${sent.name}`} onClick={() => look(sent)}>
                  Look at it
                </button>
              )}
              {drafts && (
                <button
                  type="button"
                  className="link"
                  aria-label={`Put aside ${sent.name}`}
                  onClick={() => session.edit(`Put aside ${sent.name}`, settling(sent, 'put aside', saidNow()))}
                >
                  Put aside
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
