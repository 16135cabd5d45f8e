import { useState } from 'react';
import { closePanel } from '../../state/acting';
import { usePreferences } from '../../state/preferences';
import { Tick, Typed } from '../../ui/Field';
import { fieldKeys, pressed } from '../../ui/field-keys';
import { keyOf, withKey } from '../../ui/own-keys';
import { PanelHead } from '../../ui/PanelHead';
import { type Command, type KeyEntry, keyText, registry } from '../../ui/registry';

/** Scopes in which parts of the screen have keys of their own, in the order in which they are told. */
const places: readonly (readonly [scope: KeyEntry['scope'], name: string])[] = [
  ['ledger', 'In the Ledger'],
  ['list', 'In the list of universes'],
  ['slots', 'On the map of slots'],
  ['pixels', 'On a pixel wall'],
  ['matrix', 'In the matrix of areas and purposes'],
  ['check', 'In the rig check'],
  ['plate', 'On a sheet of paper'],
  ['title block', 'On a title block that is drawn'],
  ['shelf', 'On the Shelf'],
  ['items', 'In the list of the Shelf'],
  ['symbol', 'In the symbol editor'],
  ['board', 'On the board of a symbol'],
];
const words = (text: string): string[] => text.toLowerCase().split(/\s+/).filter(Boolean);
const meets = (wanted: readonly string[], ...texts: readonly string[]): boolean =>
  wanted.every((word) => texts.some((text) => text.toLowerCase().includes(word)));

export function KeysPanel() {
  const [search, setSearch] = useState('');
  const own = usePreferences((state) => state.keys);
  const single = usePreferences((state) => state.singleKeys);
  const [asked, setAsked] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const wanted = words(search);
  const commands = [...registry().commands.values()]
    .filter((command) => meets(wanted, command.name, keyText(keyOf(command, own) ?? '')))
    .filter((command) => keyOf(command, own) || wanted.length > 0)
    .sort((a, b) => Number(!keyOf(a, own)) - Number(!keyOf(b, own)) || a.name.localeCompare(b.name));
  const give = (id: string, key: string) => {
    const changed = withKey(registry(), own, id, key);
    if (!changed.ok) return setFault(changed.why);
    usePreferences.setState({ keys: changed.keys });
    setFault('');
    setAsked(null);
  };
  return (
    <section aria-label="Keys">
      <PanelHead name="Keys" onClose={closePanel} />
      <Typed label="Search the keys" placeholder="A word, or a key" value={search} onText={setSearch} />
      <label className="flex items-baseline gap-2 py-1">
        <Tick
          label="Single letters, figures and signs are keys"
          checked={single}
          onTick={(singleKeys) => usePreferences.setState({ singleKeys })}
        />
        <span>Single letters, figures and signs are keys of the drawing</span>
      </label>
      {Object.keys(own).length > 0 && (
        <button type="button" className="act act-small" onClick={() => usePreferences.setState({ keys: {} })}>
          All keys as they came
        </button>
      )}
      <h3 className="pencil pt-2">On the drawing, and everywhere</h3>
      <ul>
        {commands.map((command) => (
          <CommandKey
            key={command.id}
            command={command}
            own={own}
            asked={asked === command.id}
            fault={asked === command.id ? fault : ''}
            onAsk={() => {
              setAsked(asked === command.id ? null : command.id);
              setFault('');
            }}
            onKey={(key) => give(command.id, key)}
          />
        ))}
      </ul>
      {!commands.length && <p className="pencil">Nothing by this word.</p>}
      {places.map(([scope, name]) => (
        <ScopeKeys key={scope} name={name} entries={registry().keys.filter((item) => item.scope === scope)} wanted={wanted} />
      ))}
    </section>
  );
}

interface CommandKeyProps {
  readonly command: Command;
  readonly own: Readonly<Record<string, string>>;
  /** The next key that is pressed is to be its key. */
  readonly asked: boolean;
  readonly fault: string;
  readonly onAsk: () => void;
  readonly onKey: (key: string) => void;
}
function CommandKey({ command, own, asked, fault, onAsk, onKey }: CommandKeyProps) {
  const key = keyOf(command, own);
  return (
    <li style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <div className="flex items-baseline justify-between gap-2 py-0.5">
        <span>{command.name}</span>
        <button
          type="button"
          className="act act-small shrink-0"
          aria-pressed={asked}
          aria-label={`Key of "${command.name}": ${key ? keyText(key) : 'none'}`}
          onClick={onAsk}
          onKeyDown={fieldKeys({
            '*': (event) => {
              if (!asked || /^(Shift|Control|Alt|Meta|Tab)$/.test(event.key)) return false;
              event.preventDefault();
              const name = pressed(event);
              if (name === 'Escape') onAsk();
              else onKey(name === 'Delete' ? '' : name);
            },
          })}
        >
          {asked ? 'Press a key' : key ? <kbd>{keyText(key)}</kbd> : 'none'}
        </button>
      </div>
      {asked && (
        <p
          role={fault ? 'alert' : undefined}
          className="pencil pb-1 text-[11px]"
          style={fault ? { color: 'var(--stop)' } : undefined}
        >
          {fault || 'Delete takes its key away, Escape leaves it as it is.'}
          {own[command.id] !== undefined && (
            <button type="button" className="link pl-2" onClick={() => onKey(command.key ?? '')}>
              As it came
            </button>
          )}
        </p>
      )}
    </li>
  );
}

function ScopeKeys({ name, entries, wanted }: { name: string; entries: readonly KeyEntry[]; wanted: readonly string[] }) {
  const shown = entries.filter((item) => meets(wanted, item.name, item.keys.map(keyText).join(' ')));
  if (!shown.length) return null;
  return (
    <>
      <h3 className="pencil pt-2">{name}</h3>
      <ul>
        {shown.map((item) => (
          <li
            key={item.id}
            className="flex items-baseline justify-between gap-2 py-0.5"
            style={{ borderBottom: '1px solid var(--hair-faint)' }}
          >
            <span>{item.name}</span>
            <kbd className="pencil shrink-0">{keysText(item.keys)}</kbd>
          </li>
        ))}
      </ul>
    </>
  );
}

/** A few keys in full, many by the first and how many more. */
const keysText = (keys: readonly string[]): string =>
  keys.length > 3
    ? keys.every((key) => /Arrow|Home|End|Page/.test(key))
      ? `${/shift/.test(keys[0] ?? '') ? 'Shift ' : ''}arrows`
      : `${keyText(keys[0] ?? '')} and ${keys.length - 1} more`
    : keys.map((key) => (key === '*' ? 'any letter' : keyText(key))).join(', ');
