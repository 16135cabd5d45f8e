import { updating } from '#core/model/change';
import type { SymbolSet } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import type { Context } from '../../ui/registry';

/** One of our symbol sets for the whole show; symbols of the user's own win in either. */
export const switchSymbols = ({ session, show }: Pick<Context, 'session' | 'show'>, set: SymbolSet): void => {
  const settings = settingsOf(show);
  const { symbolSet: _, ...rest } = settings;
  session.edit(
    set === 'bold' ? 'Bold symbols' : 'Outline symbols',
    updating([[settings, set === 'bold' ? { ...rest, symbolSet: set } : rest]]),
  );
};
