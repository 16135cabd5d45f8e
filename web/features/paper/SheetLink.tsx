/** A link to look at one sheet: whoever has it sees that, and nothing else of the show. */

import { send } from '../../state/api';
import { home } from '../../state/base';
import { useMay, useShow } from '../../state/context';
import { useMe } from '../../state/me';
import { toast } from '../../state/toast';

/** For how long it is given, days. */
const LASTS = 31;

export function SheetLink({ sheet }: { readonly sheet: string }) {
  const show = useShow();
  const me = useMe();
  const gives = useMay('people');
  if (!me?.asks || !gives) return null;
  const make = async () => {
    try {
      const { token } = await send<{ token: string }>(`/api/shows/${show.id}/links`, 'POST', {
        what: 'sheet',
        sheet,
        days: LASTS,
      });
      const link = `${home()}/look#${token}`;
      await navigator.clipboard.writeText(link).then(
        () =>
          toast(
            `A link to look at ${sheet} is in the clipboard. It lasts ${LASTS} days, and is taken back on the list of shows.`,
          ),
        () => toast(link, { duration: 60_000 }),
      );
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  return (
    <button
      type="button"
      className="link"
      title="Whoever has it looks at this sheet, and at nothing else, without an account"
      onClick={() => void make()}
    >
      Link to look at it
    </button>
  );
}
