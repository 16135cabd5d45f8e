/** When something cannot be shown: what happened in a sentence, and ways on. Each pane has its own, and so has the whole. */

import { type ReactNode, useState } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import useSWR from 'swr';
import { call } from '../state/api';
import { at } from '../state/base';
import { takeNewer } from '../state/installed';
import { useView } from '../state/view';

/** A part of the interface that is not on the server any more, since a newer one lies there (Vite and the browsers say it in these words). */
const isOutdated = (error: unknown): boolean =>
  /dynamically imported module|Importing a module script failed|Unable to preload/i.test(
    error instanceof Error ? error.message : String(error),
  );
const isWithoutWebGl = (error: unknown): boolean => error instanceof Error && /WebGL/i.test(error.message);

export class NoWebGl extends Error {
  constructor() {
    super('This browser or machine offers no WebGL.');
  }
}

/** What happened, for people. `what` begins a sentence: "The plan". */
function words(error: unknown, what: string): string {
  if (isOutdated(error)) return 'Dessin was updated while this window was open. Reload it; edits that wait are kept.';
  if (isWithoutWebGl(error))
    return '3D needs WebGL, which this browser or machine does not offer just now. Everything else works without it.';
  return `${what} cannot be shown just now. What was stored is stored, and edits that wait are kept.`;
}

const showOfAddress = (): string | null => /\/shows\/([0-9a-f-]{36})/.exec(window.location.pathname)?.[1] ?? null;

function FaultText({ error, what, again }: { error: unknown; what: string; again: (() => void) | null }) {
  const view = useView((state) => state.view);
  const beside = useView((state) => state.beside);
  const show = showOfAddress();
  const without3d = view === '3d' || beside === '3d';
  return (
    <div role="alert" className="flex h-full flex-col items-start justify-center gap-3 overflow-auto py-8 pr-8 pl-16">
      <p className="max-w-[44rem] text-[14px]">{words(error, what)}</p>
      <div className="flex flex-wrap gap-2">
        {isOutdated(error) || !again ? (
          <button type="button" className="act act-main" onClick={() => void takeNewer()}>
            Reload
          </button>
        ) : (
          <button type="button" className="act act-main" onClick={again}>
            Try again
          </button>
        )}
        {without3d && (
          <button
            type="button"
            className="act"
            onClick={() => {
              useView.setState({ view: view === '3d' ? 'plan' : view, beside: beside === '3d' ? null : beside });
              again?.();
            }}
          >
            Open without 3D
          </button>
        )}
        {show && (
          <a className="act" href={at(`/api/shows/${show}/out/handover.mvr?download`)}>
            Download the show
          </a>
        )}
        {!again && (
          <a className="act" href={at('/')}>
            The list of shows
          </a>
        )}
      </div>
      <details className="pencil max-w-full text-[11px]">
        <summary>For the developers</summary>
        <pre className="whitespace-pre-wrap pt-1">{error instanceof Error ? (error.stack ?? error.message) : String(error)}</pre>
      </details>
    </div>
  );
}

interface GuardedProps {
  readonly what: string;
  /** What makes a new try worthwhile when it changes. */
  readonly reset?: unknown;
  readonly also?: unknown;
  readonly children: ReactNode;
}

/** One part of the screen: when it fails, the others go on. */
export function Guarded({ what, reset, also, children }: GuardedProps) {
  return (
    <ErrorBoundary
      resetKeys={[reset, also]}
      fallbackRender={({ error, resetErrorBoundary }: FallbackProps) => (
        <FaultText error={error} what={what} again={resetErrorBoundary} />
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

/** The whole page. */
export function PageFault({ error }: Pick<FallbackProps, 'error'>) {
  return (
    <main className="h-full">
      <FaultText error={error} what="This page" again={null} />
    </main>
  );
}

/** Name of the build that this window runs, as the server wrote it into the page; null while developing. */
const ownBuild = document.querySelector<HTMLMetaElement>('meta[name="dessin-build"]')?.content ?? null;

/** For pages without a connection of their own: asks the server on coming back to the window, and each minute. */
export function UpdatedSince() {
  const { data } = useSWR<{ build: string }>('/api/health', (path: string) => call(path), { refreshInterval: 60_000 });
  return <Updated build={data?.build ?? null} />;
}

/** Asks to reload when the server has another build than this window. */
export function Updated({ build }: { build: string | null }) {
  const [later, setLater] = useState<string | null>(null);
  if (!build || !ownBuild || build === ownBuild || later === build) return null;
  return (
    <div
      role="status"
      className="fixed top-20 left-1/2 z-50 flex -translate-x-1/2 items-center gap-3 border px-3 py-2 text-[12px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--lamp)' }}
    >
      Dessin was updated. This window still runs the version before; reload it when it suits you.
      <button type="button" className="act act-main" onClick={() => void takeNewer()}>
        Reload
      </button>
      <button type="button" className="act" onClick={() => setLater(build)}>
        Later
      </button>
    </div>
  );
}
