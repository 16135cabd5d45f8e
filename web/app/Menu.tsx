import { Suspense } from 'react';
import { useMenu } from '../state/menu';
import { type Context, lazily } from '../ui/registry';

const OpenMenu = lazily(async () => (await import('./OpenMenu')).default);

/** The menu at the right button, when it is open. */
export function Menu({ context }: { context: Context }) {
  const open = useMenu((state) => state.at !== null);
  return <Suspense>{open && <OpenMenu context={context} />}</Suspense>;
}
