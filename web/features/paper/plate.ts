/** The plate of the show as it stands, made once for all that look at it. */

import { useMemo } from 'react';
import { firstOf } from '#core/measure/list';
import { paperNamed, papers } from '#core/measure/scales';
import { type Show, settingsOf } from '#core/model/show';
import { fittingScale, type PlateOptions, plotPlate, sayMissing } from '#core/paper/plot';
import { useShow } from '../../state/context';
import { useView } from '../../state/view';

const plates = new WeakMap<Show, Map<string, ReturnType<typeof make>>>();
function make(show: Show, turn: 'landscape' | 'portrait') {
  const settings = settingsOf(show);
  const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
  const options: PlateOptions = {
    paper: paperNamed(settings.paper) ?? firstOf(papers),
    landscape: turn === 'landscape',
    denominator: settings.scale,
    date,
  };
  return { ...plotPlate(show, options), options };
}

export function usePlate(): ReturnType<typeof make> {
  const show = useShow();
  const turn = useView((state) => state.turn);
  const made = plates.get(show) ?? new Map<string, ReturnType<typeof make>>();
  plates.set(show, made);
  const plate = made.get(turn) ?? make(show, turn);
  made.set(turn, plate);
  return plate;
}

/** What falls off the sheet, in words, and the scale at which nothing does; null when all fits. */
export function usePlateMissing(): { readonly words: string; readonly fits: number | null } | null {
  const show = useShow();
  const { missing, options } = usePlate();
  return useMemo(() => {
    if (!missing) return null;
    const fits = fittingScale(show, options);
    return { words: sayMissing(missing, options, fits), fits };
  }, [show, missing, options]);
}
