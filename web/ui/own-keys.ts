/** Keys of commands as the user has them: the ones they come with, or others, or none. */
import { usePreferences } from '../state/preferences';
import { type Command, keyText, type Registry, registry } from './registry';

type Own = Readonly<Record<string, string>>;

/** The key of a command; undefined when it has none. */
export const keyOf = (command: Command, own: Own = usePreferences.getState().keys): string | undefined =>
  (own[command.id] ?? command.key) || undefined;

/** Letters, figures and signs are what dictation and mistyping press (WCAG 2.1.4). */
export const isCharacter = (key: string): boolean => key.replace(/^shift\+/, '').length === 1;

/** The command that a key does. */
export function commandFor(key: string): Command | undefined {
  const { keys, singleKeys } = usePreferences.getState();
  if (!singleKeys && isCharacter(key)) return undefined;
  for (const command of registry().commands.values()) if (keyOf(command, keys) === key) return command;
  return undefined;
}

/** What the window, its fields and the browser need for themselves. */
const reserved =
  /^(shift\+)?(Tab|Enter|Escape|Arrow\w+|Home|End|PageUp|PageDown|Shift|Control|Alt|Meta|Dead|Unidentified|AltGraph)$|^mod\+(C|V|X|W|T|N|R|shift\+I)$/;

/**
 * Gives a command another key, or none with ''.
 * @returns the keys that were changed, or a sentence that says why it cannot have it
 */
export function withKey(
  all: Registry,
  own: Own,
  id: string,
  key: string,
): { readonly ok: true; readonly keys: Own } | { readonly ok: false; readonly why: string } {
  const command = all.commands.get(id);
  if (!command) return { ok: false, why: 'This command is not there any more.' };
  if (reserved.test(key)) return { ok: false, why: `${keyText(key)} is needed elsewhere. Press another key.` };
  const other = key ? [...all.commands.values()].find((item) => item.id !== id && keyOf(item, own) === key) : undefined;
  if (other) return { ok: false, why: `${keyText(key)} is the key of "${other.name}". Press another, or change that one first.` };
  const { [id]: _, ...rest } = own;
  return { ok: true, keys: (command.key ?? '') === key ? rest : { ...rest, [id]: key } };
}

/** The tool tip of a command: its name and its key. */
export const tip = (id: string): string => {
  const command = registry().commands.get(id);
  if (!command) throw new Error(`No command is called ${id}.`);
  const key = keyOf(command);
  return key ? `${command.name} (${keyText(key)})` : command.name;
};
