/** The frame: steps at the left, the panes in the middle, the Ledger below, the Card at the right. */

import { Suspense, useEffect, useState } from 'react';
import { Navigate, useParams } from 'react-router';
import { may } from '#core/access/roles';
import { settingsOf } from '#core/model/show';
import { Card } from '../features/card/Card';
import { Ledger } from '../features/ledger/Ledger';
import { useLedger } from '../features/ledger/state';
import { ShelfOver } from '../features/shelf/ShelfOver';
import { useSessionPart } from '../state/context';
import { arrange } from '../state/desk';
import { useIncoming } from '../state/incoming';
import { usePanels } from '../state/panels';
import { usePreferences } from '../state/preferences';
import { useView } from '../state/view';
import { useCommandContext } from '../ui/context';
import { Guarded, Updated } from '../ui/Fault';
import { useCommandKeys } from '../ui/keys';
import { PanelFocus } from '../ui/PanelFocus';
import { fetchAll, lazily, pageStands, registry, useQuiet } from '../ui/registry';
import { Split } from '../ui/Split';
import { Announcer } from './Announcer';
import { useAddress } from './address';
import { Door } from './Door';
import { DrawingBar } from './DrawingBar';
import { Menu } from './Menu';
import { Palette } from './Palette';
import { Panes } from './Panes';
import { Reading } from './Reading';
import { Steps } from './Steps';
import { TopBar } from './TopBar';

const AsideNote = lazily(async () => (await import('./AsideNote')).AsideNote);
const LossMark = lazily(async () => (await import('./Wired')).LossMark);
const OutputMark = lazily(async () => (await import('./Wired')).OutputMark);
const TipLayer = lazily(async () => (await import('../ui/TipLayer')).default);

export function Frame() {
  const context = useCommandContext();
  const { step = 'hang' } = useParams();
  useCommandKeys(context);
  useAddress();
  // A view that belongs to one step is seen with it, and with no other.
  useEffect(() => {
    const view = registry().steps.find((item) => item.path === step)?.view;
    if (view) arrange({ view, beside: null, tool: 'select' });
    else if (registry().steps.some((item) => item.view === useView.getState().view)) useView.setState({ view: 'plan' });
  }, [step]);
  const alone = useView((state) => state.alone);
  if (!registry().steps.some((item) => item.path === step)) return <Navigate to="../hang" relative="path" replace />;
  return (
    <div
      className={`${alone ? 'alone ' : ''}grid h-full min-h-[360px] grid-cols-[104px_1fr_264px] grid-rows-[40px_1fr] max-[900px]:grid-cols-[44px_1fr]`}
    >
      <Title step={step} />
      <TopBar context={context} step={step} />
      <Door />
      <Steps />
      <main className="flex min-h-0 min-w-0 flex-col">
        <Reading />
        <DrawingBar />
        <Middle step={step} />
      </main>
      <Aside step={step} />
      <Announcer />
      <Palette context={context} />
      <Menu context={context} />
      <SetAside />
      <NewBuild />
      <ShelfOver />
      <Later />
      {alone && <Alone />}
    </div>
  );
}

/** Over the panes while they stand alone, for whoever glances at them in the dark; Escape, as the leaving of all things, brings the frame back. */
function Alone() {
  useEffect(() => {
    const back = () => useView.setState({ alone: false });
    // The browser's own way out of its full screen is the way out of this.
    const shrunk = () => {
      if (!document.fullscreenElement) back();
    };
    document.addEventListener('fullscreenchange', shrunk);
    document.documentElement.requestFullscreen?.().catch(() => undefined);
    return () => {
      document.removeEventListener('fullscreenchange', shrunk);
      if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
    };
  }, []);
  return (
    <div className="fixed top-1 right-2 z-20 flex gap-2" data-testid="alone">
      <Suspense>
        <LossMark />
        <OutputMark />
      </Suspense>
      <button type="button" className="act opacity-60 hover:opacity-100" onClick={() => useView.setState({ alone: false })}>
        Frame <kbd className="pl-1 font-normal">Esc</kbd>
      </button>
    </div>
  );
}

/** What the tab of the browser says. */
function Title({ step }: { step: string }) {
  const name = useSessionPart((state) => settingsOf(state.show).name);
  const shelf = usePanels((state) => state.shelf !== null);
  const entry = registry().steps.find((item) => item.path === step);
  return <title>{`${shelf ? 'Shelf' : (entry?.name ?? '')} - ${name} - Dessin`}</title>;
}

/** In a quiet moment the panels are fetched, so that a step is there at once when somebody goes to it; and then the tips. */
function Later() {
  const quiet = useQuiet();
  useEffect(() => {
    const timer = setTimeout(() => {
      pageStands();
      void fetchAll();
    }, 1500);
    return () => clearTimeout(timer);
  }, []);
  return <Suspense>{quiet && <TipLayer />}</Suspense>;
}

/** Beside the panel, so that it stands when the panel does. */
function Stands() {
  useEffect(pageStands, []);
  return null;
}

/** What was set aside is told as soon as there is something. */
function SetAside() {
  const some = useSessionPart((state) => state.aside.length > 0 || state.unsound.length > 0);
  return <Suspense>{some && <AsideNote />}</Suspense>;
}

const NewBuild = () => <Updated build={useSessionPart((state) => state.build)} />;

/** The height of the Ledger is read once: while it is dragged, the split has it. */
function Middle({ step }: { step: string }) {
  const [height] = useState(() => usePreferences.getState().ledgerHeight);
  const onHeight = (ledgerHeight: number) => usePreferences.setState({ ledgerHeight });
  return (
    <Split
      above={<Panes step={step} />}
      below={<Below step={step} />}
      label="Height of the Ledger"
      height={height}
      onHeight={onHeight}
    />
  );
}

/** The Ledger, or a table of the step in its place. */
function Below({ step }: { step: string }) {
  const show = useSessionPart((state) => state.show);
  const wanted = useView((state) => state.table);
  const tables = registry().tables.filter((item) => item.steps.includes(step));
  const table = tables.find(({ id }) => id === wanted);
  const tab = (id: string | null, name: string) => (
    <button
      key={name}
      type="button"
      role="tab"
      aria-selected={(table?.id ?? null) === id}
      className="tab"
      onClick={() => useView.setState({ table: id })}
    >
      {name}
    </button>
  );
  return (
    <div className="flex h-full min-h-0 flex-col">
      {tables.length > 0 && (
        <div
          role="tablist"
          aria-label="Tables"
          className="flex shrink-0 gap-4 px-3"
          style={{ borderBottom: '1px solid var(--hair-faint)' }}
        >
          {tab(null, 'Ledger')}
          {tables.map(({ id, name }) => tab(id, name))}
        </div>
      )}
      <div className="min-h-0 flex-1">
        <Guarded what="This table" reset={show} also={table?.id ?? ''}>
          {/* A table on its way hides itself alone: its tab keeps the focus. */}
          <Suspense fallback={<p className="pencil p-3">Opening...</p>}>{table ? <table.Pane /> : <Ledger />}</Suspense>
        </Guarded>
      </div>
    </div>
  );
}

/** The panel that was opened, or the step's own; below it the Card. */
function Aside({ step }: { step: string }) {
  const open = usePanels((state) => state.panel);
  const drawer = usePanels((state) => state.drawer);
  const coming = useIncoming((state) => state.opened !== null);
  const pasted = useLedger((state) => state.pasted !== null);
  const show = useSessionPart((state) => state.show);
  const over = registry().panels.get(coming ? 'back' : pasted ? 'pasted' : (open ?? ''));
  const role = useSessionPart((state) => state.role);
  const own = registry().steps.find((item) => item.path === step);
  // Where somebody may only look, a panel that does something is not there.
  const Panel = over && !over.wide ? over.Panel : own && may(role, own.takes ?? 'look') ? own.Panel : undefined;
  return (
    <aside
      className={`relative z-10 min-h-0 overflow-auto px-3 py-2 text-[12px] max-[900px]:fixed max-[900px]:top-10 max-[900px]:right-0 max-[900px]:bottom-0 max-[900px]:z-30 max-[900px]:w-[min(300px,88vw)] max-[900px]:shadow-lg ${drawer || over ? '' : 'max-[900px]:hidden'}`}
      style={{ borderLeft: '1px solid var(--hair)', background: 'var(--desk)' }}
      aria-label="Card"
    >
      {!Panel && <Stands />}
      <Guarded what="This panel" reset={show} also={`${open} ${step}`}>
        {Panel && (
          <div className="mb-3 pb-3" style={{ borderBottom: '1px solid var(--hair)' }}>
            <Suspense key={over?.id ?? step} fallback={<p className="pencil">Opening...</p>}>
              {over ? (
                <PanelFocus>
                  <Panel />
                </PanelFocus>
              ) : (
                <Panel />
              )}
              <Stands />
            </Suspense>
          </div>
        )}
        <Card />
      </Guarded>
    </aside>
  );
}
