/** What is wrong on any sheet of the book: looked at sheet by sheet in quiet moments, told by name, and gone to by a click. */
import { useEffect, useState } from 'react';
import { plannedSheets } from '#core/paper/plates';
import { useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { inTime } from './quiet';
import { isSlow, sheetDrawn } from './sheets';

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
  const [found, setFound] = useState<readonly Found[]>([]);
  useEffect(() => {
    const list = plannedSheets(show).filter((planned) => !isSlow(planned));
    const made: Found[] = [];
    const look = () =>
      list.map((planned, i) =>
        inTime(() => {
          for (const { text, window } of sheetDrawn(show, planned).troubles)
            made.push({ key: planned.key, sheet: planned.name, text, window });
          if (i === list.length - 1) setFound(made);
        }),
      );
    // Not while somebody works: when the show has stood still for a moment.
    let ends: (() => void)[] = [];
    const timer = setTimeout(() => {
      ends = look();
    }, STILL);
    return () => {
      clearTimeout(timer);
      for (const end of ends) end();
    };
  }, [show]);
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
