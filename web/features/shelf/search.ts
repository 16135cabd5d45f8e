/** What is looked for on the Shelf, and what is found. */
import { useDeferredValue, useMemo, useState } from 'react';
import type { Family, ShelfKind } from '#core/model/records';
import { searchShelf } from '#core/shelf/search';
import type { ShelfList } from '../../state/shelf';

export const angleRanges: readonly (readonly [string, readonly [number, number]])[] = [
  ['up to 15°', [0, 15]],
  ['15° to 25°', [15, 25]],
  ['25° to 40°', [25, 40]],
  ['40° to 70°', [40, 70]],
  ['over 70°', [70, 180]],
];
export const wattRanges: readonly (readonly [string, readonly [number, number]])[] = [
  ['up to 300 W', [0, 300]],
  ['300 to 700 W', [300, 700]],
  ['700 to 1200 W', [700, 1200]],
  ['over 1200 W', [1200, 1e9]],
];

/** What narrows the search beside the text, the kind and the folder; ranges by their index, -1 is any. */
export interface Narrowing {
  readonly family: Family | undefined;
  readonly maker: string | undefined;
  readonly angle: number;
  readonly watts: number;
  readonly favourites: boolean;
}
const wide: Narrowing = { family: undefined, maker: undefined, angle: -1, watts: -1, favourites: false };

export function useSearch({ items }: ShelfList) {
  const [kind, setKind] = useState<ShelfKind | undefined>('type');
  const [folder, setFolder] = useState('');
  const [text, setText] = useState('');
  const [narrowing, setNarrowing] = useState(wide);
  const wanted = useDeferredValue(text);
  const search = useMemo(() => {
    const { family, maker, angle, watts, favourites } = narrowing;
    return {
      text: wanted,
      kind,
      folder,
      favourites,
      family,
      maker,
      beam: angleRanges[angle]?.[1],
      watts: wattRanges[watts]?.[1],
    };
  }, [wanted, kind, folder, narrowing]);
  const { found, elsewhere } = useMemo(() => searchShelf(items, search), [items, search]);
  const makers = useMemo(
    () => [...new Set(items.filter((item) => !kind || item.kind === kind).flatMap((item) => item.summary.maker || []))].sort(),
    [items, kind],
  );
  return {
    kind,
    folder,
    text,
    narrowing,
    found,
    elsewhere,
    makers,
    setFolder,
    setText,
    setKind,
    /** Another kind has other families, makers, angles and watts. */
    turnTo: (next: ShelfKind | undefined) => {
      setKind(next);
      setNarrowing((now) => ({ ...wide, favourites: now.favourites }));
    },
    narrow: (more: Partial<Narrowing>) => setNarrowing((now) => ({ ...now, ...more })),
    widen: () => setNarrowing(wide),
  };
}
export type Search = ReturnType<typeof useSearch>;
