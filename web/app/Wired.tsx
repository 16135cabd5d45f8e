/** Keeps this window on the wires of the server, and says in red on every window that something is being sent. */
import { useEffect } from 'react';
import { useSession } from '../state/context';
import { openWires, useWires, wire } from '../state/wires/wires';

export function Wired() {
  const session = useSession();
  useEffect(() => openWires(session), [session]);
  return <OutputMark />;
}
export function OutputMark() {
  const on = useWires(({ state }) => state?.output ?? false);
  const fades = useWires(({ state }) => (state?.sending.length ?? 0) > 0);
  const where = useWires(({ state }) => state?.on?.name ?? 'this machine');
  if (!on && !fades) return null;
  return (
    <button
      type="button"
      className="h-6 shrink-0 whitespace-nowrap border px-2 font-bold"
      style={{ color: 'var(--stop)', borderColor: 'var(--stop)' }}
      title="The server sends levels. A click ends it: what is lit fades out"
      onClick={() => wire()?.output(false)}
    >
      {on ? 'Output on' : 'Output fades'} · {where}
    </button>
  );
}

/** Sources that fell silent, by their names: where the list of them is out of sight. */
export function LossMark() {
  const sources = useWires(({ state }) => state?.sources);
  const lost = [...new Set((sources ?? []).filter((source) => source.lost).map(({ name, address }) => name || address))];
  if (!lost.length) return null;
  return (
    <span className="border px-2 font-bold" style={{ color: 'var(--stop)', borderColor: 'var(--stop)', borderStyle: 'dashed' }}>
      {lost.join(', ')} lost
    </span>
  );
}
