/** The sheets of the show as they print, made once for all that look at them. */
import { useMemo } from 'react';
import { writeSvg } from '#core/formats/svg';
import type { Show } from '#core/model/show';
import { drawSheet, type Planned, plannedSheets, type SheetDrawn } from '#core/paper/plates';
import { useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { withFaces } from './faces';

const today = (): string => new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());

const drawn = new WeakMap<Show, Map<string, SheetDrawn>>();
/** A sheet with its number among all. Remembered by the show and the sheet. */
export function sheetDrawn(show: Show, planned: Planned): SheetDrawn {
  const known = drawn.get(show) ?? new Map<string, SheetDrawn>();
  drawn.set(show, known);
  const before = known.get(planned.key);
  if (before) return before;
  const made = drawnAs(show, planned);
  known.set(planned.key, made);
  return made;
}
/** A sheet that is tried: it is not remembered. */
export function drawnAs(show: Show, planned: Planned): SheetDrawn {
  const all = plannedSheets(show);
  const contents = all.map(({ name, paper }) => ({ name, paper: paper.name }));
  const sheet = all.findIndex(({ key }) => key === planned.key) + 1;
  return drawSheet(show, planned, { date: today(), sheet, sheets: all.length, contents });
}

/** Kinds of window that take a good part of a second: such a sheet is drawn when it is looked at, not before. */
const slow: ReadonlySet<string> = new Set(['lux', 'focus charts']);
export const isSlow = (planned: Planned): boolean => planned.windows.some(({ what }) => slow.has(what));

const urls = { plain: new WeakMap<SheetDrawn, string>(), faced: new WeakMap<SheetDrawn, string>() };
/** The address of a sheet's picture. It lives as long as the sheet: what let go of the sheet lets go of its picture too. */
const gone = new FinalizationRegistry<string>((url) => URL.revokeObjectURL(url));
/** @param faced  with the faces of paper in it; small ones go without */
export function pictureOf(made: SheetDrawn, faced = false): string {
  const kept = urls[faced ? 'faced' : 'plain'];
  const known = kept.get(made);
  if (known) return known;
  const svg = writeSvg(made.sheet);
  const url = URL.createObjectURL(new Blob([faced ? withFaces(svg) : svg], { type: 'image/svg+xml' }));
  kept.set(made, url);
  gone.register(made, url);
  return url;
}

/** All sheets, and the one that is looked at. */
export function useSheets(): { readonly sheets: readonly Planned[]; readonly planned: Planned | null; readonly number: number } {
  const show = useShow();
  const key = usePaper((state) => state.sheet);
  return useMemo(() => {
    const sheets = plannedSheets(show);
    const at = Math.max(
      0,
      sheets.findIndex((sheet) => sheet.key === key),
    );
    return { sheets, planned: sheets[at] ?? null, number: at + 1 };
  }, [show, key]);
}
