/** Over an old issue that is read: which it is, and the way to today's show. */
import { at } from '../state/base';
import { useSessionPart, useShow } from '../state/context';

export function Reading() {
  const reading = useSessionPart((state) => state.reading);
  const show = useShow();
  if (!reading) return null;
  return (
    <p
      role="status"
      className="flex shrink-0 justify-center gap-3 px-4 py-1"
      style={{ background: 'var(--halo)', borderBottom: '1px solid var(--lamp)' }}
    >
      <span>
        Issue <b>{reading.name}</b> as it stood. Nothing is changed here.
      </span>
      <a className="link" href={at(`/shows/${show.id}/hang`)}>
        Today's show
      </a>
    </p>
  );
}
