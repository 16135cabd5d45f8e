/** The frame: steps at the left, the Drawing in the middle, the Ledger below, the Card at the right. */

import { Lamp, Maximize, Minus, Moon, MousePointer2, Redo2, Sun, Undo2 } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { settingsOf } from '#core/model/show';
import { Card } from '../card/Card';
import { Drawing } from '../drawing/Drawing';
import { PlateView } from '../drawing/PlateView';
import { isTyping } from '../drawing/pointing';
import { Ledger } from '../ledger/Ledger';
import { SessionContext, useSession, useSessionState } from '../session/context';
import { useDesk, type View } from '../session/desk';
import { openSession, type Session } from '../session/session';
import { HandOverPanel } from '../steps/HandOverPanel';
import { HangPanel } from '../steps/HangPanel';
import { NumberPanel } from '../steps/NumberPanel';
import { PaperPanel } from '../steps/PaperPanel';
import { PatchPanel } from '../steps/PatchPanel';
import { PositionsPanel } from '../steps/PositionsPanel';
import { ClashNote } from './ClashNote';
import { type Context, commandById, commandForKey, keyText, nudge, tip } from './commands';
import { Divider } from './Divider';
import { Palette } from './Palette';
import { Steps } from './Steps';

const ThreeView = lazy(() => import('../drawing/ThreeView'));

export function ShowPage() {
  const { id = '' } = useParams();
  const [session, setSession] = useState<Session | null>(null);
  const [fault, setFault] = useState('');
  const navigate = useNavigate();
  useEffect(() => {
    let closed = false;
    let opened: Session | null = null;
    useDesk.setState({ selection: [], tool: 'select', view: 'plan', type: null, goTo: null });
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
  const { view, ledgerHeight, set } = useDesk();

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
    if (step === 'paper') useDesk.setState({ view: 'plate', tool: 'select' });
    else if (useDesk.getState().view === 'plate') useDesk.setState({ view: 'plan' });
  }, [step]);

  const panel = {
    positions: <PositionsPanel />,
    hang: <HangPanel />,
    number: <NumberPanel />,
    patch: <PatchPanel />,
    paper: <PaperPanel />,
    'hand-over': <HandOverPanel />,
  }[step];
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
              {view !== '3d' && (
                <div className="relative min-w-0 flex-1">
                  <Drawing />
                  <Tools context={context} />
                </div>
              )}
              {view !== 'plan' && (
                <div className="min-w-0 flex-1" style={{ borderLeft: view === 'both' ? '1px solid var(--hair)' : undefined }}>
                  <Suspense fallback={<p className="pencil p-6">Building the stage...</p>}>
                    <ThreeView />
                  </Suspense>
                </div>
              )}
            </>
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
        {panel && (
          <div className="mb-3 pb-3" style={{ borderBottom: '1px solid var(--hair)' }}>
            {panel}
          </div>
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

function DrawingBar() {
  const { view, tags, set } = useDesk();
  const { step } = useParams();
  const views: readonly (readonly [View, string])[] = [
    ['plan', 'Plan'],
    ['3d', '3D'],
    ['both', 'Plan + 3D'],
    ...(step === 'paper' ? ([['plate', 'Plate']] as const) : []),
  ];
  return (
    <div
      className="flex shrink-0 items-center gap-5 px-4"
      style={{ background: 'var(--sheet)', borderBottom: '1px solid var(--hair-faint)' }}
    >
      <div role="tablist" aria-label="View" className="flex gap-5">
        {views.map(([name, text]) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={view === name}
            className="tab"
            title={tip(name)}
            onClick={() => set({ view: name })}
          >
            {text}
          </button>
        ))}
      </div>
      <span className="flex-1" />
      <fieldset className="flex items-center gap-3">
        <legend className="sr-only">Tags</legend>
        <span className="pencil">tags</span>
        {(['channel', 'unit', 'colour', 'address'] as const).map((tag) => (
          <label key={tag} className="flex cursor-pointer items-center gap-1">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={tags[tag]}
              onChange={() => set({ tags: { ...tags, [tag]: !tags[tag] } })}
            />
            {tag}
          </label>
        ))}
      </fieldset>
    </div>
  );
}

function Tools({ context }: { context: Context }) {
  const tool = useDesk((desk) => desk.tool);
  const tools = [
    ['select', MousePointer2],
    ['pipe', Minus],
    ['hang', Lamp],
  ] as const;
  return (
    <div role="toolbar" aria-label="Tools" className="absolute top-3 left-3 flex flex-col gap-1">
      {tools.map(([id, Icon]) => (
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
      ))}
      <button
        type="button"
        className="tool"
        aria-label={commandById('fit').name}
        title={tip('fit')}
        onClick={() => commandById('fit').run(context)}
      >
        <Maximize size={16} />
      </button>
    </div>
  );
}
