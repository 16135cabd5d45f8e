/** What the user wishes of the package, and how it is changed: one step to undo each. */
import { edit, updating } from '#core/model/change';
import type { HandOver } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { useSession, useShow } from '../../state/context';

type Patch = { readonly [K in keyof HandOver]?: HandOver[K] | undefined };
/** The wish, and what changes it; what is empty or undefined is left out of it. */
export function useWish(): readonly [HandOver, (label: string, patch: Patch) => void] {
  const session = useSession();
  const settings = settingsOf(useShow());
  const wish = settings.handOver ?? {};
  const set = (label: string, patch: Patch) => {
    const next = Object.fromEntries(
      Object.entries({ ...wish, ...patch }).filter(
        ([, value]) => value !== undefined && !(Array.isArray(value) && !value.length),
      ),
    ) as HandOver;
    if (Object.keys(next).length) session.edit(label, edit([settings], { handOver: next }));
    else {
      const { handOver: _, ...rest } = settings;
      session.edit(label, updating([[settings, rest]]));
    }
  };
  return [wish, set];
}
/** A list with something in it or taken out. */
export const toggled = <T>(list: readonly T[] | undefined, item: T, there: boolean): T[] => {
  const others = (list ?? []).filter((other) => other !== item);
  return there ? [...others, item] : others;
};
