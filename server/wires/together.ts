/** Several at one check: of each show one drives, and the others see what they do. Whoever drives and goes leaves the wheel to the next. */

import { isId } from '#core/model/ids';
import { type CheckSaid, type CheckState, checkStateFrom } from '#core/wires/together';

interface Seat<W> {
  readonly window: W;
  readonly show: string;
  readonly name: string;
}
interface Check<W> {
  state: CheckState | null;
  driver: W | null;
}
/** Checks that are remembered at most: the one that was left longest goes. */
const MOST = 200;
const NAME = 60;

export interface Together<W> {
  /** What a window says of it: where it sits, that it drives, where it is, or that it goes. @returns false for what is no such word */
  readonly take: (window: W, value: unknown) => boolean;
  readonly leave: (window: W) => void;
}
/** @param tell  to one window */
export function makeTogether<W>(tell: (window: W, said: CheckSaid) => void): Together<W> {
  const seats = new Map<W, Seat<W>>();
  const checks = new Map<string, Check<W>>();

  const checkOf = (show: string): Check<W> => {
    const own = checks.get(show) ?? { state: null, driver: null };
    checks.delete(show);
    checks.set(show, own);
    const [oldest] = checks.keys();
    if (checks.size > MOST && oldest !== undefined) checks.delete(oldest);
    return own;
  };
  const tellAll = (show: string) => {
    const { state, driver } = checkOf(show);
    const here = [...seats.values()].filter((seat) => seat.show === show);
    const name = driver === null ? null : (seats.get(driver)?.name ?? null);
    for (const { window } of here)
      tell(window, { event: 'check', show, state, driver: name, mine: window === driver, here: here.length });
  };
  const leave = (window: W) => {
    const seat = seats.get(window);
    if (!seat) return;
    seats.delete(window);
    const check = checkOf(seat.show);
    if (check.driver === window) check.driver = null;
    tellAll(seat.show);
  };
  return {
    take(window, value) {
      if (value === null) {
        leave(window);
        return true;
      }
      if (typeof value !== 'object') return false;
      const { show, name, drive, state } = value as Record<string, unknown>;
      if (!isId(show)) return false;
      if (seats.get(window)?.show !== show) leave(window);
      seats.set(window, {
        window,
        show,
        name: typeof name === 'string' && name.trim() ? name.trim().slice(0, NAME) : 'somebody',
      });
      const check = checkOf(show);
      if (drive === true) check.driver = window;
      else if (drive === false && check.driver === window) check.driver = null;
      if (state !== undefined) {
        const next = checkStateFrom(state);
        if (!next) return false;
        // Who takes a free wheel drives; of all others only what the driver says counts.
        check.driver ??= window;
        if (check.driver === window) check.state = next;
      }
      tellAll(show);
      return true;
    },
    leave,
  };
}
