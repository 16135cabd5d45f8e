/** Under which name one writes what is found and done: that of the account, or one that is typed. */
import { useMe } from '../state/me';
import { usePreferences } from '../state/preferences';
import { TextField } from './TextField';

/** The name under which one writes here. */
export function useNameHere(): string {
  const me = useMe();
  const typed = usePreferences((state) => state.checker);
  return (me?.asks && me.who?.name) || typed.trim();
}
export function Writer({ label }: { readonly label: string }) {
  const me = useMe();
  const typed = usePreferences((state) => state.checker);
  if (me?.asks && me.who?.name) return <span className="min-w-0 flex-1 truncate">{me.who.name}</span>;
  return (
    <TextField
      label={label}
      value={typed}
      onWrite={(text) => {
        usePreferences.setState({ checker: text.trim().slice(0, 100) });
        return null;
      }}
    />
  );
}
