/** Looks through every sheet of the book when the show has stood still for a moment, and tells what is wrong with them. It draws nothing itself. */
import { useEffect, useState } from 'react';
import type { SheetTrouble } from '#core/audit/sheet-snags';
import type { Show } from '#core/model/show';
import { plannedSheets } from '#core/paper/plates';
import { useShow } from '../../state/context';
import { useSince } from '../../state/issues';
import { usePaperSnags } from '../../state/paper-snags';
import { useAllSheets } from './sheets';

/** How long a show must stand still before its sheets are looked at, ms. */
const STILL = 1000;

export function PaperWatch() {
  const show = useShow();
  const [stands, setStands] = useState<Show | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setStands(show), STILL);
    return () => clearTimeout(timer);
  }, [show]);
  return stands === show ? <Look show={show} /> : null;
}
function Look({ show }: { readonly show: Show }) {
  const sheets = plannedSheets(show, useSince());
  const made = useAllSheets(sheets, true);
  useEffect(() => {
    if (made.size < sheets.length) return;
    const troubles = sheets.flatMap(({ key, name }) =>
      (made.get(key)?.troubles ?? []).map(({ what, window, text }): SheetTrouble => ({ sheet: key, name, window, what, text })),
    );
    usePaperSnags.setState({ troubles });
  }, [sheets, made]);
  return null;
}
