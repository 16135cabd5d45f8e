/**
 * Dessin in this browser: its page and parts are kept by a service worker, which browsers allow on this machine itself and behind TLS alone. A newer one waits
 * until somebody takes it.
 */
import { at } from './base';

interface Container {
  readonly controller: unknown;
  register(file: string, options: { readonly scope: string }): Promise<ServiceWorkerRegistration>;
  getRegistration(scope: string): Promise<ServiceWorkerRegistration | undefined>;
  addEventListener(kind: 'controllerchange', call: () => void, options?: { readonly once: true }): void;
}
const container = (): Container | undefined => (globalThis.navigator as { serviceWorker?: Container } | undefined)?.serviceWorker;
const SCOPE = at('/');

/** Whether the parts of the interface come from this browser: they are there without the server too. */
export const isKept = (): boolean => container()?.controller != null;

/** After what the page itself needs, ms: all parts together are more than one page waits for. */
const QUIET = 4000;
/** Keeps the interface in this browser, in a quiet moment. Whose browser says that it saves data is left alone. */
export function keepHere(): void {
  const saves = (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;
  // Developing, parts change under one's hands.
  const built = document.querySelector('meta[name="dessin-build"]') !== null;
  if (!built || saves || !container()) return;
  setTimeout(
    () =>
      void container()
        ?.register(at('/service.js'), { scope: SCOPE })
        .catch(() => undefined),
    QUIET,
  );
}

/** How long a newer one may take until it is there, ms. */
const PATIENCE = 20_000;
/** The newer one that waits, or is on its way, of what lies at the server. */
async function waiting(registration: ServiceWorkerRegistration): Promise<ServiceWorker | null> {
  await registration.update().catch(() => undefined);
  const { installing } = registration;
  if (installing)
    await new Promise<void>((done) => {
      installing.addEventListener('statechange', () => installing.state !== 'installing' && done());
      setTimeout(done, PATIENCE);
    });
  return registration.waiting;
}
/** Loads the page anew, with the interface that the server has by now. */
export async function takeNewer(): Promise<void> {
  const registration = await container()?.getRegistration(SCOPE);
  const newer = registration && isKept() ? await waiting(registration) : null;
  if (newer) {
    const taken = new Promise<void>((done) => {
      container()?.addEventListener('controllerchange', done, { once: true });
      setTimeout(done, PATIENCE);
    });
    newer.postMessage('take');
    await taken;
  }
  window.location.reload();
}
