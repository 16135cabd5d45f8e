/** Levels on slots to which nothing is patched, by their addresses. */
import { formatAddress, toAbsolute } from '#core/patch/address';
import { useWires } from '../../../state/wires/wires';

const MOST = 6;

export function Strangers() {
  const strangers = useWires((own) => own.strangers);
  if (!strangers.length) return null;
  const named = strangers.slice(0, MOST).map(([universe, slot]) => formatAddress(toAbsolute(universe, slot)));
  return (
    <p style={{ color: 'var(--doubt)' }} data-testid="strangers">
      Levels where nothing is patched: {named.join(', ')}
      {strangers.length > MOST ? ` and ${strangers.length - MOST} more` : ''}.
    </p>
  );
}
