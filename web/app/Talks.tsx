/** How many notes to each other are open, and what was sent back and waits. */
import { sentOpen } from '#core/back/sent';
import type { Show } from '#core/model/show';
import { isOpenTalk, talksOf } from '#core/talk/remarks';
import { usePanels } from '../state/panels';
import { openTalk } from '../state/talk';
import { useCommandContext } from '../ui/context';
import { plural } from '../ui/words';

export function Talks({ show }: { readonly show: Show }) {
  const open = talksOf(show).filter(isOpenTalk).length;
  const sent = sentOpen(show).length;
  const { go } = useCommandContext();
  return (
    <>
      {sent > 0 && (
        <button
          type="button"
          className="link shrink-0 max-[900px]:hidden"
          title="Sent back, in the step Hand-over"
          onClick={() => {
            go('hand-over');
            usePanels.setState({ panel: null });
          }}
        >
          {sent} sent back
        </button>
      )}
      {open > 0 && (
        <button
          type="button"
          className="link shrink-0 max-[900px]:hidden"
          title="Notes to each other that are open"
          onClick={openTalk}
        >
          {plural(open, 'note')}
        </button>
      )}
    </>
  );
}
