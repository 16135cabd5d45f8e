/** The frame: steps at the left, the Drawing in the middle, the Ledger below, the Card at the right. */

import { Library, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { centreSection } from '#core/draw/section-view';
import { find, settingsOf } from '#core/model/show';
import { Card } from '../features/card/Card';
import { Drawing } from '../features/drawing/Drawing';
import { PlateView } from '../features/paper/PlateView';
import { isTyping } from '../ui/canvas/pointing';
import { BackPanel } from '../features/ledger/BackPanel';
import { Ledger } from '../features/ledger/Ledger';
import { useLedger } from '../features/ledger/state';
import { CopyPanel } from '../features/setout/CopyPanel';
import { DeletePanel } from '../features/setout/DeletePanel';
import { FieldsPanel } from '../features/fields/FieldsPanel';
import { KeyPanel } from '../features/tags/KeyPanel';
import { SetOutPanel } from '../features/setout/SetOutPanel';
import { SnagsPanel } from '../features/audit/SnagsPanel';
import { StockPanel } from '../features/stock/StockPanel';
import { TagsPanel } from '../features/tags/TagsPanel';
import { ModesPanel } from '../features/patch/ModesPanel';
import { PowerPanel } from '../features/patch/PowerPanel';
import { SessionContext, useSession, useSessionState, useShow } from '../state/context';
import { useDesk, type View } from '../state/desk';
import { openSession } from '../state/session/open';
import type { Session } from '../state/session/session';
import { useNewer } from '../state/shelf';
import { HandOverPanel } from '../features/hand-over/HandOverPanel';
import { HangPanel } from '../features/hang/HangPanel';
import { NumberPanel } from '../features/number/NumberPanel';
import { PaperPanel } from '../features/paper/PaperPanel';
import { PatchPanel } from '../features/patch/PatchPanel';
import { PositionsPanel } from '../features/positions/PositionsPanel';
import { QuickFigures } from '../features/number/QuickFigures';
import { StagePanel } from '../features/stage/StagePanel';
import { AsideNote } from './AsideNote';
import { type Context, commandById, commandForKey, keyText, nudge, tip } from './commands';
import { Divider } from '../ui/Divider';
import { DrawingBar, SectionBar, Tools } from './DrawingBar';
import { Guarded, Updated } from '../ui/Fault';
import { focusDrawing, keysAt, leavesKeys } from '../state/focus';
import { Palette } from './Palette';
import { Steps } from './Steps';

const DxfPanel = lazy(() => import('../features/dxf/DxfPanel').then((module) => ({ default: module.DxfPanel })));
const ShelfRoom = lazy(() => import('../features/shelf/ShelfRoom').then((module) => ({ default: module.ShelfRoom })));
const UniverseMap = lazy(() => import('../features/patch/UniverseMap').then((module) => ({ default: module.UniverseMap })));
const PixelView = lazy(() => import('../features/pixels/PixelView').then((module) => ({ default: module.PixelView })));
const ThreeView = lazy(() => import('../features/drawing/ThreeView'));

export function ShowPage() {
  const { id = '' } = useParams();
  const [session, setSession] = useState<Session | null>(null);
  const [fault, setFault] = useState('');
  const navigate = useNavigate();
  useEffect(() => {
    let closed = false;
    let opened: Session | null = null;
    useDesk.setState({
      selection: [],
      tool: 'select',
      view: 'plan',
      beside: null,
      type: null,
      goTo: null,
      panel: null,
      shelf: null,
      layer: null,
      tagSet: null,
      accessories: [],
      hangWay: null,
      quick: false,
      dimmed: null,
      wall: null,
      colourBy: 'nothing',
      section: centreSection(180),
    });
    useLedger.setState({ columns: null, sieves: [], groups: [], sort: null, dim: false, back: null, pasted: null, tool: null });
    openSession(id, (text) => toast.error(text, { duration: 8000 })).then(
      (made) => {
        opened = made;
        if (closed) made.close();
        else setSession(made);
      },
      (error: Error) => setFault(error.message),
    );
    return () => {
      closed = true;
      opened?.close();
      setSession(null);
    };
  }, [id]);
  if (fault)
    return (
      <main className="p-10">
        <p>{fault}</p>
        <button type="button" className="link" onClick={() => void navigate('/')}>
          Back to the list of shows
        </button>
      </main>
    );
  if (!session) return <main className="pencil p-10">Opening the show...</main>;
  return (
    <SessionContext value={session}>
      <Frame />
    </SessionContext>
  );
}

function useCommands(): Context {
  const session = useSession();
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const { show } = useSessionState();
  return { session, show, go: (path) => void navigate(path === '..' ? '/' : `/shows/${id}/${path}`) };
}

function Frame() {
  const context = useCommands();
  const { show } = context;
  const { build } = useSessionState();
  const { step = 'hang' } = useParams();
  const coming = useLedger((state) => state.back !== null || state.pasted !== null);
  const { view, beside, panel: over, ledgerHeight, shelf, quick, set } = useDesk();

  useEffect(() => {
    const handle = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        useDesk.setState({ palette: true });
        return;
      }
      // From a field too: this is how the keys come back to the drawing.
      if (event.key === 'F6' && !useDesk.getState().shelf && !useDesk.getState().palette) {
        event.preventDefault();
        focusDrawing();
        return;
      }
      if (isTyping(event.target) || useDesk.getState().palette || useDesk.getState().shelf) return;
      // In the Ledger the clipboard holds cells, and text that is marked anywhere is copied as text.
      const clipboard = (event.ctrlKey || event.metaKey) && /^[cvx]$/i.test(event.key);
      const inLedger = event.target instanceof Element && event.target.closest('[data-testid="ledger"]') !== null;
      if (clipboard && (inLedger || !getSelection()?.isCollapsed)) return;
      const { snap } = settingsOf(show);
      const arrows: Readonly<Record<string, readonly [number, number]>> = {
        ArrowLeft: [-1, 0],
        ArrowRight: [1, 0],
        ArrowUp: [0, 1],
        ArrowDown: [0, -1],
      };
      const arrow = arrows[event.key];
      const keys = keysAt(event.target);
      if (arrow && keys === 'rig' && !event.ctrlKey && !event.metaKey && useDesk.getState().selection.length) {
        event.preventDefault();
        const by = snap * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);
        nudge(context, arrow[0] * by, arrow[1] * by);
        return;
      }
      // The drawing leaves its own things by Escape; where none is shown, panels are left here.
      if (event.key === 'Escape' && !isDrawn(useDesk.getState().view)) {
        useDesk.setState({ panel: null });
        return;
      }
      const command = commandForKey(event);
      // Single keys belong to the drawing; on a control they are the control's.
      const single = !event.ctrlKey && !event.metaKey;
      if (!command || (single && (keys === null || (command.edits && keys !== 'rig')))) return;
      event.preventDefault();
      command.run(context);
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, [context, show]);

  // The Plate belongs to the Paper step; elsewhere the plan stands.
  useEffect(() => {
    if (step === 'paper') useDesk.setState({ view: 'plate', beside: null, tool: 'select' });
    else if (useDesk.getState().view === 'plate') useDesk.setState({ view: 'plan' });
  }, [step]);

  const panel = {
    stage: <StagePanel />,
    positions: <PositionsPanel />,
    hang: <HangPanel />,
    number: <NumberPanel />,
    patch: <PatchPanel />,
    paper: <PaperPanel />,
    'hand-over': <HandOverPanel />,
  }[step];
  const overPanel = {
    'set out': <SetOutPanel />,
    copy: <CopyPanel />,
    tags: <TagsPanel />,
    key: <KeyPanel />,
    delete: <DeletePanel />,
    fields: <FieldsPanel />,
    stock: <StockPanel />,
    dxf: null,
    snags: <SnagsPanel />,
    power: <PowerPanel />,
    modes: <ModesPanel />,
  }[over ?? 'dxf'];
  return (
    <div className="grid h-full grid-cols-[104px_1fr_264px] grid-rows-[40px_1fr]">
      <TopBar context={context} />
      <Steps />
      <div className="flex min-h-0 min-w-0 flex-col">
        <DrawingBar />
        <div className="relative flex min-h-0 flex-1">
          {view === 'plate' ? (
            <Guarded what="The plate" reset={[show]}>
              <PlateView />
            </Guarded>
          ) : (
            <>
              <div className="relative min-w-0 flex-1">
                <Pane key={view} view={view} step={step} />
                {isDrawn(view) && <Tools context={context} step={step} />}
                {quick && view === 'plan' && <QuickFigures />}
              </div>
              {beside && (
                <div className="relative min-w-0 flex-1" style={{ borderLeft: '1px solid var(--hair)' }}>
                  <Pane key={beside} view={beside} step={step} />
                </div>
              )}
            </>
          )}
          {over === 'dxf' && (
            <Guarded what="The reader of DXF files">
              <Suspense fallback={null}>
                <DxfPanel />
              </Suspense>
            </Guarded>
          )}
        </div>
        <Divider height={ledgerHeight} onHeight={(next) => set({ ledgerHeight: next })} />
        <div style={{ height: ledgerHeight }} className="shrink-0">
          <Guarded what="The Ledger" reset={[show]}>
            <Ledger />
          </Guarded>
        </div>
      </div>
      <aside
        className="min-h-0 overflow-auto px-3 py-2 text-[12px]"
        style={{ borderLeft: '1px solid var(--hair)' }}
        aria-label="Card"
      >
        <Guarded what="This panel" reset={[show, over, step]}>
          {coming ? (
            <div className="mb-3 pb-3" style={{ borderBottom: '1px solid var(--hair)' }}>
              <BackPanel />
            </div>
          ) : overPanel ? (
            <div className="mb-3 pb-3" style={{ borderBottom: '1px solid var(--hair)' }}>
              {overPanel}
            </div>
          ) : (
            panel && (
              <div className="mb-3 pb-3" style={{ borderBottom: '1px solid var(--hair)' }}>
                {panel}
              </div>
            )
          )}
          <Card />
        </Guarded>
      </aside>
      <Palette context={context} />
      <AsideNote />
      <Updated build={build} />
      {shelf && (
        <Guarded what="The Shelf" reset={[shelf]}>
          <Suspense fallback={null}>
            <ShelfRoom
              key={shelf.tab}
              session={context.session}
              show={show}
              tab={shelf.tab}
              edit={shelf.edit ? find(show, 'type', shelf.edit) : undefined}
              close={() => set({ shelf: null })}
            />
          </Suspense>
        </Guarded>
      )}
    </div>
  );
}

function TopBar({ context }: { context: Context }) {
  const { session } = context;
  const { undo, redo, waiting, link, show, aside } = useSessionState();
  const { theme, set } = useDesk();
  const settings = settingsOf(show);
  const newer = useNewer(show);
  const next = undo.at(-1);
  const again = redo.at(-1);
  return (
    <header className="rule-b col-span-3 flex items-center gap-4 px-4">
      <Link to="/" className="font-bold" title="The list of shows">
        Dessin
      </Link>
      <span className="pencil">/</span>
      <h1 className="truncate">{settings.name}</h1>
      <span className="pencil truncate">{settings.venue}</span>
      <span className="flex-1" />
      <button
        type="button"
        className="flex items-center gap-1"
        title={tip('shelf')}
        onClick={() => set({ shelf: { tab: 'shelf' } })}
      >
        <Library size={15} /> Shelf
      </button>
      {newer > 0 && (
        <button type="button" className="link" title="See the differences" onClick={() => set({ shelf: { tab: 'show' } })}>
          {newer} newer
        </button>
      )}
      <button
        type="button"
        className="flex h-7 w-52 items-center justify-between border px-3"
        style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
        onClick={() => {
          // What it gives the focus back to when it is closed.
          focusDrawing();
          set({ palette: true });
        }}
      >
        <span className="pencil">Do anything by name</span>
        <kbd className="pencil">{keyText('mod+K')}</kbd>
      </button>
      <button
        type="button"
        className="flex max-w-56 items-center gap-1 truncate disabled:opacity-40"
        disabled={!next}
        title={tip('undo')}
        onClick={(event) => {
          session.undo();
          leavesKeys(event);
        }}
      >
        <Undo2 size={15} className="shrink-0" /> <span className="truncate">{next ? `Undo: ${next.label}` : 'Undo'}</span>
      </button>
      <button
        type="button"
        className="disabled:opacity-40"
        disabled={!again}
        aria-label={again ? `Redo: ${again.label}` : 'Redo'}
        title={again ? `Redo: ${again.label} (${keyText('mod+shift+Z')})` : tip('redo')}
        onClick={(event) => {
          session.redo();
          leavesKeys(event);
        }}
      >
        <Redo2 size={15} />
      </button>
      <output
        className="w-32 text-right"
        data-testid="stored"
        style={{ color: link === 'open' && !aside.length ? 'var(--lamp)' : 'var(--stop)' }}
      >
        {link === 'gone'
          ? `show was deleted${waiting ? `, ${waiting} wait` : ''}`
          : link === 'lost'
            ? `waiting for the server${waiting ? `, ${waiting}` : ''}`
            : waiting
              ? 'storing'
              : aside.length
                ? `${aside.length} not stored`
                : 'stored'}
      </output>
      <button
        type="button"
        aria-label={commandById('theme').name}
        title={commandById('theme').name}
        onClick={() => set({ theme: theme === 'vellum' ? 'blackout' : 'vellum' })}
      >
        {theme === 'vellum' ? <Moon size={15} /> : <Sun size={15} />}
      </button>
    </header>
  );
}

/** Views that are drawn on paper, and take its tools. */
const isDrawn = (view: View): boolean => view === 'plan' || view === 'section' || view === 'elevation';

/** One view of the show. */
function Pane({ view, step }: { view: Exclude<View, 'plate'>; step: string }) {
  const show = useShow();
  const names = {
    plan: 'The plan',
    section: 'The section',
    elevation: 'The elevation',
    '3d': '3D',
    universes: 'The map of universes',
    pixels: 'The wall',
  };
  return (
    <Guarded what={names[view]} reset={[show]}>
      <PaneContent view={view} step={step} />
    </Guarded>
  );
}

function PaneContent({ view, step }: { view: Exclude<View, 'plate'>; step: string }) {
  if (view === '3d')
    return (
      <Suspense fallback={<p className="pencil p-6">Building the stage...</p>}>
        <ThreeView />
      </Suspense>
    );
  if (view === 'universes' || view === 'pixels')
    return (
      <Suspense fallback={<p className="pencil p-6">Laying out the slots...</p>}>
        {view === 'universes' ? <UniverseMap /> : <PixelView />}
      </Suspense>
    );
  return (
    <>
      <Drawing pane={view} step={step} />
      {view === 'section' && <SectionBar />}
    </>
  );
}
