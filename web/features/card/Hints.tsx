/** Three quiet hints for whoever is here for the first time: one after the other, and never again once they were read. */
import { usePreferences } from '../../state/preferences';
import { keyOf } from '../../ui/own-keys';
import { commandById, keyText } from '../../ui/registry';

/** The key that a command has now, as people read it. */
const key = (id: string): string => keyText(keyOf(commandById(id), usePreferences.getState().keys) ?? '');
const hints: readonly (() => string)[] = [
  () => `${key('palette')} does anything by its name, and finds a channel, a unit or a position.`,
  () => `${key('guide')} opens the guide: a first show step by step, a glossary, what to do when.`,
  () => `${key('keys')} lists all keys. They act while the drawing has the focus; F6 goes there.`,
];

export function Hints() {
  const read = usePreferences((state) => state.hintsRead);
  const hint = hints[read];
  if (!hint) return null;
  return (
    <p className="mt-4 border-l-2 pl-2" style={{ borderColor: 'var(--lamp)' }} data-testid="hint">
      {hint()}{' '}
      <button type="button" className="link" onClick={() => usePreferences.setState({ hintsRead: read + 1 })}>
        {read + 1 < hints.length ? 'Next hint' : 'Good'}
      </button>
    </p>
  );
}
