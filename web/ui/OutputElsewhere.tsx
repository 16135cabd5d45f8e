/** On pages without a show too, every window of the server says in red that something is being sent, and can end it. */
import useSWR from 'swr';
import type { WiresState } from '#core/wires/state';
import { call, send } from '../state/api';

/** How often it is looked for, ms. */
const EVERY = 3000;

export function OutputElsewhere() {
  const { data, mutate } = useSWR<WiresState>('/api/wires', (path: string) => call<WiresState>(path), {
    refreshInterval: EVERY,
    shouldRetryOnError: false,
  });
  if (!data?.output && !data?.sending.length) return null;
  const end = async () => {
    await send('/api/wires/off', 'POST', {}).catch(() => undefined);
    await mutate();
  };
  return (
    <button
      type="button"
      className="fixed top-1 left-1/2 z-30 h-7 -translate-x-1/2 border px-3 font-bold whitespace-nowrap"
      style={{ color: 'var(--stop)', borderColor: 'var(--stop)', background: 'var(--sheet)' }}
      title="The server sends levels. A click ends it: what is lit fades out"
      onClick={() => void end()}
    >
      {data.output ? 'Output on' : 'Output fades'} · {data.on?.name ?? 'this machine'}
    </button>
  );
}
