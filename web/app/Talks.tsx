/** How many notes to each other are open. */
import type { Show } from '#core/model/show';
import { isOpenTalk, talksOf } from '#core/talk/remarks';
import { openTalk } from '../state/talk';
import { plural } from '../ui/words';

export function Talks({ show }: { readonly show: Show }) {
  const open = talksOf(show).filter(isOpenTalk).length;
  if (!open) return null;
  return (
    <button
      type="button"
      className="link shrink-0 max-[900px]:hidden"
      title="Notes to each other that are open"
      onClick={openTalk}
    >
      {plural(open, 'note')}
    </button>
  );
}
