/** What is wrong on any sheet of the book: looked at sheet by sheet in quiet moments, told by name, and gone to by a click. */
import { useEffect, useState } from 'react';
import type { Show } from '#core/model/show';
import { plannedSheets } from '#core/paper/plates';
import { useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { useAllSheets } from './sheets';

/** How long a show must stand still before its sheets are looked at, ms. */
const STILL = 1000;

interface Found {
  readonly key: string;
  readonly sheet: string;
  readonly text: string;
  readonly window: string | null;
}
export function PaperSnags() {
  const show = useShow();
  // Not while somebody works: when the show has stood still for a moment.
  const [stands, setStands] = useState<Show | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setStands(show), STILL);
    return () => clearTimeout(timer);
  }, [show]);
  const sheets = plannedSheets(show);
  const made = useAllSheets(sheets, stands === show);
  const found = sheets.flatMap((planned): Found[] =>
    (made.get(planned.key)?.troubles ?? []).map(({ text, window }) => ({ key: planned.key, sheet: planned.name, text, window })),
  );
  if (!found.length) return null;
  return (
    <>
      <h2 className="pencil pt-3">Snags of paper</h2>
      <ul aria-label="Snags of paper">
        {found.slice(0, 20).map(({ key, sheet, text, window }) => (
          <li key={`${key} ${window} ${text}`}>
            <button
              type="button"
              className="link text-left"
              onClick={() => usePaper.setState({ sheet: key, window, inside: false })}
            >
              {sheet}
            </button>{' '}
            {text}
          </li>
        ))}
        {found.length > 20 && <li>and {found.length - 20} more</li>}
      </ul>
    </>
  );
}
