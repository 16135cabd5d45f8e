/** The universe that is looked at, and who sits in it. */
import { useMemo } from 'react';
import type { Fixture } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { universeOf } from '#core/patch/address';
import { useView } from '../../state/view';

export function useUniverse(show: Show): { number: number; inside: readonly Fixture[] } {
  const number = useView((state) => state.universe);
  const inside = useMemo(
    () =>
      all(show, 'fixture').filter((fixture) =>
        fixture.parts.some(({ address }) => address !== null && universeOf(address) === number),
      ),
    [show, number],
  );
  return { number, inside };
}
