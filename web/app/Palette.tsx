/** Everything by name: Ctrl K. Fetched when it is first asked for, or in a quiet moment. */
import { Suspense } from 'react';
import { usePanels } from '../state/panels';
import { type Context, lazily } from '../ui/registry';

const OpenPalette = lazily(async () => (await import('./OpenPalette')).default);

export function Palette({ context }: { context: Context }) {
  const open = usePanels((state) => state.palette);
  return open ? (
    <Suspense fallback={null}>
      <OpenPalette context={context} />
    </Suspense>
  ) : null;
}
