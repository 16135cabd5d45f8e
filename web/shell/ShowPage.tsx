/** The frame: steps at the left, the Drawing in the middle, the Ledger below, the Card at the right. */

import {
  AlignHorizontalSpaceAround,
  Blinds,
  Copy,
  FlipHorizontal2,
  KeyRound,
  Lamp,
  Maximize,
  Moon,
  MousePointer2,
  PenTool,
  Redo2,
  Ruler,
  Spline,
  StickyNote,
  Sun,
  Tags,
  Undo2,
} from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { colourings } from '#core/draw/colouring';
import { centreSection } from '#core/draw/section';
import { tagSetsOf } from '#core/draw/tag-set';
import { find, settingsOf } from '#core/model/show';
import { Card } from '../card/Card';
import { Drawing } from '../drawing/Drawing';
import { PlateView } from '../drawing/PlateView';
import { isTyping } from '../drawing/pointing';
import { Ledger } from '../ledger/Ledger';
import { CopyPanel } from '../panels/CopyPanel';
import { DeletePanel } from '../panels/DeletePanel';
import { KeyPanel } from '../panels/KeyPanel';
import { SetOutPanel } from '../panels/SetOutPanel';
import { TagsPanel } from '../panels/TagsPanel';
import { SessionContext, useSession, useSessionState, useShow } from '../session/context';
import { useDesk, type View } from '../session/desk';
import { openSession, type Session } from '../session/session';
import { HandOverPanel } from '../steps/HandOverPanel';
import { HangPanel } from '../steps/HangPanel';
import { NumberPanel } from '../steps/NumberPanel';
import { PaperPanel } from '../steps/PaperPanel';
import { PatchPanel } from '../steps/PatchPanel';
import { PositionsPanel } from '../steps/PositionsPanel';
import { StagePanel } from '../steps/StagePanel';
import { ClashNote } from './ClashNote';
import { type Context, commandById, commandForKey, keyText, nudge, tip } from './commands';
import { Divider } from './Divider';
import { Palette } from './Palette';
import { Steps } from './Steps';

const DxfPanel = lazy(() => import('../panels/DxfPanel').then((module) => ({ default: module.DxfPanel })));
const ThreeView = lazy(() => import('../drawing/ThreeView'));

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
      layer: null,
      tagSet: null,
      accessories: [],
      hangWay: null,
      colourBy: 'nothing',
      section: centreSection(180),
    });
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
  const { step = 'hang' } = useParams();
  const { view, beside, panel: over, ledgerHeight, set } = useDesk();

  useEffect(() => {
    const handle = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        useDesk.setState({ palette: true });
        return;
      }
      if (isTyping(event.target) || useDesk.getState().palette) return;
      const { snap } = settingsOf(show);
      const arrows: Readonly<Record<string, readonly [number, number]>> = {
        ArrowLeft: [-1, 0],
        ArrowRight: [1, 0],
        ArrowUp: [0, 1],
        ArrowDown: [0, -1],
      };
      const arrow = arrows[event.key];
      if (arrow && !event.ctrlKey && !event.metaKey && useDesk.getState().selection.length) {
        event.preventDefault();
        const by = snap * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);
        nudge(context, arrow[0] * by, arrow[1] * by);
        return;
      }
      const command = commandForKey(event);
      if (!command) return;
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
    dxf: null,
  }[over ?? 'dxf'];
  return (
    <div className="grid h-full grid-cols-[104px_1fr_264px] grid-rows-[40px_1fr]">
      <TopBar context={context} />
      <Steps />
      <div className="flex min-h-0 min-w-0 flex-col">
        <DrawingBar />
        <div className="relative flex min-h-0 flex-1">
          {view === 'plate' ? (
            <PlateView />
          ) : (
            <>
              <div className="relative min-w-0 flex-1">
                <Pane key={view} view={view} step={step} />
                {view !== '3d' && <Tools context={context} step={step} />}
              </div>
              {beside && (
                <div className="relative min-w-0 flex-1" style={{ borderLeft: '1px solid var(--hair)' }}>
                  <Pane key={beside} view={beside} step={step} />
                </div>
              )}
            </>
          )}
          {over === 'dxf' && (
            <Suspense fallback={null}>
              <DxfPanel />
            </Suspense>
          )}
        </div>
        <Divider height={ledgerHeight} onHeight={(next) => set({ ledgerHeight: next })} />
        <div style={{ height: ledgerHeight }} className="shrink-0">
          <Ledger />
        </div>
      </div>
      <aside
        className="min-h-0 overflow-auto px-3 py-2 text-[12px]"
        style={{ borderLeft: '1px solid var(--hair)' }}
        aria-label="Card"
      >
        {overPanel ? (
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
      </aside>
      <Palette context={context} />
      <ClashNote />
    </div>
  );
}

function TopBar({ context }: { context: Context }) {
  const { session } = context;
  const { undo, redo, waiting, link, show } = useSessionState();
  const { theme, set } = useDesk();
  const settings = settingsOf(show);
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
        className="flex h-7 w-52 items-center justify-between border px-3"
        style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
        onClick={() => set({ palette: true })}
      >
        <span className="pencil">Do anything by name</span>
        <kbd className="pencil">{keyText('mod+K')}</kbd>
      </button>
      <button
        type="button"
        className="flex max-w-56 items-center gap-1 truncate disabled:opacity-40"
        disabled={!next}
        title={tip('undo')}
        onClick={() => session.undo()}
      >
        <Undo2 size={15} className="shrink-0" /> <span className="truncate">{next ? `Undo: ${next.label}` : 'Undo'}</span>
      </button>
      <button
        type="button"
        className="disabled:opacity-40"
        disabled={!again}
        aria-label={again ? `Redo: ${again.label}` : 'Redo'}
        title={again ? `Redo: ${again.label} (${keyText('mod+shift+Z')})` : tip('redo')}
        onClick={() => session.redo()}
      >
        <Redo2 size={15} />
      </button>
      <output className="w-32 text-right" data-testid="stored" style={{ color: link === 'lost' ? 'var(--stop)' : 'var(--lamp)' }}>
        {link === 'lost' ? `waiting for the server${waiting ? `, ${waiting}` : ''}` : waiting ? 'storing' : 'stored'}
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

/** One view of the show. */
function Pane({ view, step }: { view: Exclude<View, 'plate'>; step: string }) {
  if (view === '3d')
    return (
      <Suspense fallback={<p className="pencil p-6">Building the stage...</p>}>
        <ThreeView />
      </Suspense>
    );
  return (
    <>
      <Drawing pane={view} step={step} />
      {view === 'section' && <SectionBar />}
    </>
  );
}

/** Where the section is cut, and which way one looks. */
function SectionBar() {
  const { section, sightLines } = useDesk();
  const look = ((section.look % 360) + 360) % 360;
  const way =
    look > 135 && look < 225
      ? 'to stage right'
      : look < 45 || look > 315
        ? 'to stage left'
        : look <= 135
          ? 'upstage'
          : 'downstage';
  const centre = section.at[0] === 0 && section.at[1] === 0;
  return (
    <div className="absolute top-2 left-14 flex flex-wrap items-center gap-1 text-[11px]">
      <span className="pencil pr-1">
        {centre ? 'on the centre line' : 'on the drawn line'}, looking {way}
      </span>
      <button
        type="button"
        className="act act-small"
        title={tip('look')}
        onClick={() => commandById('look').run(undefined as never)}
      >
        Turn round
      </button>
      {!centre && (
        <button type="button" className="act act-small" onClick={() => useDesk.setState({ section: centreSection(180) })}>
          Centre line
        </button>
      )}
      <button
        type="button"
        className="act act-small"
        title={tip('section line')}
        onClick={() => commandById('section line').run(undefined as never)}
      >
        Draw a line
      </button>
      <button
        type="button"
        className="act act-small"
        aria-pressed={sightLines}
        title={tip('sight')}
        onClick={() => commandById('sight').run(undefined as never)}
      >
        Sight lines
      </button>
    </div>
  );
}

function DrawingBar() {
  const { view, beside, tagSet, colourBy, set, layer } = useDesk();
  const { step } = useParams();
  const show = useShow();
  const sets = tagSetsOf(show);
  const views: readonly (readonly [View, string])[] = [
    ['plan', 'Plan'],
    ['section', 'Section'],
    ['elevation', 'Elevation'],
    ['3d', '3D'],
    ...(step === 'paper' ? ([['plate', 'Plate']] as const) : []),
  ];
  const active = layer ? find(show, 'layer', layer) : undefined;
  return (
    <div
      className="flex shrink-0 items-center gap-3 px-4"
      style={{ background: 'var(--sheet)', borderBottom: '1px solid var(--hair-faint)' }}
    >
      <div role="tablist" aria-label="View" className="flex gap-4">
        {views.map(([name, text]) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={view === name}
            className="tab"
            title={tip(name)}
            onClick={() => set({ view: name, ...(beside === name || name === 'plate' ? { beside: null } : {}) })}
          >
            {text}
          </button>
        ))}
      </div>
      {view !== 'plate' && (
        <label className="flex items-center gap-1 whitespace-nowrap">
          <span className="pencil">beside it</span>
          <select
            className="field !w-20"
            aria-label="Beside it"
            value={beside ?? ''}
            onChange={(event) => set({ beside: (event.target.value || null) as typeof beside })}
          >
            <option value="">nothing</option>
            {(['plan', 'section', 'elevation', '3d'] as const)
              .filter((name) => name !== view)
              .map((name) => (
                <option key={name} value={name}>
                  {name === '3d' ? '3D' : name}
                </option>
              ))}
          </select>
        </label>
      )}
      <span className="flex-1" />
      {active && (
        <span className="truncate whitespace-nowrap text-[11px]" style={{ color: 'var(--lamp)' }}>
          new {active.role} go to {active.name}
        </span>
      )}
      <label className="flex items-center gap-1 whitespace-nowrap">
        <span className="pencil">colour by</span>
        <select
          className="field !w-24"
          aria-label="Colour by"
          value={colourBy}
          onChange={(event) => set({ colourBy: event.target.value as typeof colourBy })}
        >
          {colourings.map((by) => (
            <option key={by}>{by}</option>
          ))}
        </select>
      </label>
      <fieldset className="flex items-center gap-1">
        <legend className="sr-only">Tags</legend>
        <span className="pencil">tags</span>
        {sets.slice(0, 4).map((item, i) => (
          <button
            key={item.id}
            type="button"
            className="act act-small whitespace-nowrap"
            aria-pressed={tagSet === item.id || (tagSet === null && i === 0)}
            title={`${tip('tag set')}: ${item.name}`}
            onClick={() => set({ tagSet: item.id })}
          >
            {item.name}
          </button>
        ))}
        <button
          type="button"
          className="act act-small"
          aria-pressed={tagSet === 'none'}
          title={tip('no tags')}
          onClick={() => set({ tagSet: tagSet === 'none' ? null : 'none' })}
        >
          none
        </button>
        <button
          type="button"
          className="tool !h-6 !w-6"
          aria-label={commandById('tag sets').name}
          title={tip('tag sets')}
          onClick={() => set({ panel: 'tags' })}
        >
          <Tags size={13} />
        </button>
      </fieldset>
    </div>
  );
}

const toolIcons = {
  select: MousePointer2,
  pipe: Spline,
  hang: Lamp,
  outline: PenTool,
  masking: Blinds,
  dimension: Ruler,
  note: StickyNote,
} as const;

/** The tools of the step float at the left edge of the drawing. */
function Tools({ context, step }: { context: Context; step: string }) {
  const { tool, panel } = useDesk();
  const tools =
    step === 'stage' ? (['select', 'outline', 'masking', 'dimension', 'note'] as const) : (['select', 'pipe', 'hang'] as const);
  const actions = [
    ['set out', AlignHorizontalSpaceAround, panel === 'set out'],
    ['copies', Copy, panel === 'copy'],
    ['mirror', FlipHorizontal2, false],
    ['key', KeyRound, panel === 'key'],
    ['fit', Maximize, false],
  ] as const;
  return (
    <div role="toolbar" aria-label="Tools" className="absolute top-3 left-3 flex flex-col gap-1">
      {tools.map((id) => {
        const Icon = toolIcons[id];
        return (
          <button
            key={id}
            type="button"
            className="tool"
            aria-pressed={tool === id}
            aria-label={commandById(id).name}
            title={tip(id)}
            onClick={() => commandById(id).run(context)}
          >
            <Icon size={16} />
          </button>
        );
      })}
      <span className="h-1" />
      {actions.map(([id, Icon, pressed]) => (
        <button
          key={id}
          type="button"
          className="tool"
          aria-pressed={pressed}
          aria-label={commandById(id).name}
          title={tip(id)}
          onClick={() => commandById(id).run(context)}
        >
          <Icon size={16} />
        </button>
      ))}
    </div>
  );
}
