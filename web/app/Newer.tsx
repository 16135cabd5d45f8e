/** How many copies of this show have a newer version on the Shelf. */
import type { Show } from '#core/model/show';
import { useNewer } from '../state/shelf';
import { type Context, commandById } from '../ui/registry';

export function Newer({ context, show }: { readonly context: Context; readonly show: Show }) {
  const newer = useNewer(show);
  if (!newer) return null;
  return (
    <button type="button" className="link" title="See the differences" onClick={() => commandById('show types').run(context)}>
      {newer} newer
    </button>
  );
}
