/** Where one is, what can be undone, and whether it is stored. */

import { Library, Moon, PanelRight, Redo2, Sun, Undo2 } from 'lucide-react';
import { Suspense, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { may } from '#core/access/roles';
import { settingsOf } from '#core/model/show';
import { useSessionPart, useSessionState } from '../state/context';
import { personOf } from '../state/edits';
import { usePanels } from '../state/panels';
import { otherTheme, usePreferences } from '../state/preferences';
import { focusDrawing, leavesKeys } from '../ui/focus';
import { keyOf, tip } from '../ui/own-keys';
import { type Context, commandById, keyText, lazily, useQuiet } from '../ui/registry';
import { Tip } from '../ui/Tip';
import { People } from './People';

const Newer = lazily(async () => (await import('./Newer')).Newer);
const Talks = lazily(async () => (await import('./Talks')).Talks);
const Wired = lazily(async () => (await import('./Wired')).Wired);

export function TopBar({ context, step }: { context: Context; step: string }) {
  const { session } = context;
  const { undo, redo, waiting, link, show, aside, role, reading } = useSessionState();
  const theme = usePreferences((state) => state.theme);
  const settings = settingsOf(show);
  const quiet = useQuiet();
  const drawer = usePanels((state) => state.drawer || state.panel !== null);
  const next = undo.at(-1);
  const again = redo.at(-1);
  return (
    <header className="rule-b col-span-3 flex min-w-0 items-center gap-4 px-4 max-[900px]:col-span-2 max-[900px]:gap-2 max-[900px]:px-2">
      <Link to="/" className="font-bold" title="The list of shows">
        Dessin
      </Link>
      <span className="pencil">/</span>
      <h1 className="min-w-20 truncate">{settings.name}</h1>
      <span className="pencil truncate max-[900px]:hidden">{settings.venue}</span>
      {/* Whoever drafts needs no word of it. */}
      {!reading && !may(role, 'draft') && (
        <span className="shrink-0 border px-2 text-[11px]" style={{ borderColor: 'var(--lamp)', color: 'var(--lamp)' }}>
          {role}
        </span>
      )}
      <span className="flex-1" />
      <People step={step} />
      <Heard />
      <Tip command="shelf">
        <button type="button" className="flex shrink-0 items-center gap-1" onClick={() => commandById('shelf').run(context)}>
          <Library size={15} /> Shelf
        </button>
      </Tip>
      {quiet && (
        <Suspense>
          <Newer context={context} show={show} />
          <Talks show={show} />
          <Wired />
        </Suspense>
      )}
      <button
        type="button"
        className="flex h-7 w-52 shrink-0 items-center justify-between border px-3 max-[900px]:w-auto"
        style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
        onClick={() => {
          // What it gives the focus back to when it is closed.
          focusDrawing();
          commandById('palette').run(context);
        }}
      >
        <span className="pencil max-[900px]:sr-only">Do anything by name</span>
        <kbd className="pencil">{keyText(keyOf(commandById('palette')) ?? '')}</kbd>
      </button>
      <Tip command="undo">
        <button
          type="button"
          className="flex min-w-8 max-w-56 shrink-[5] items-center gap-1 truncate disabled:opacity-40"
          disabled={!next}
          onClick={(event) => {
            session.undo();
            leavesKeys(event);
          }}
        >
          <Undo2 size={15} className="shrink-0" />{' '}
          <span className="truncate max-[900px]:sr-only">{next ? `Undo: ${next.label}` : 'Undo'}</span>
        </button>
      </Tip>
      <button
        type="button"
        className="disabled:opacity-40"
        disabled={!again}
        aria-label={again ? `Redo: ${again.label}` : 'Redo'}
        title={again ? `${tip('redo')}: ${again.label}` : tip('redo')}
        onClick={(event) => {
          session.redo();
          leavesKeys(event);
        }}
      >
        <Redo2 size={15} />
      </button>
      <output
        className="min-w-32 shrink-0 whitespace-nowrap text-right max-[900px]:w-16 max-[900px]:min-w-16 max-[900px]:truncate"
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
        className="hidden items-center gap-1 max-[900px]:flex"
        aria-expanded={drawer}
        onClick={() => usePanels.setState({ drawer: !drawer, panel: null })}
      >
        <PanelRight size={15} /> Card
      </button>
      <button type="button" aria-label={commandById('theme').name} title={commandById('theme').name} onClick={otherTheme}>
        {theme === 'vellum' ? <Moon size={15} /> : <Sun size={15} />}
      </button>
    </header>
  );
}

/** How long an edit of somebody else is told, ms. */
const TOLD = 12_000;
/** What somebody else has just done: beside what one would take back oneself. */
function Heard() {
  const heard = useSessionPart((state) => state.heard);
  const [over, setOver] = useState<typeof heard>(null);
  useEffect(() => {
    if (!heard) return;
    const timer = setTimeout(() => setOver(heard), TOLD);
    return () => clearTimeout(timer);
  }, [heard]);
  const person = heard && heard !== over ? personOf(heard.author) : '';
  if (!person) return null;
  return (
    <button
      type="button"
      className="min-w-0 max-w-64 shrink-[5] truncate text-[11px] max-[900px]:hidden"
      style={{ color: 'var(--lamp)' }}
      title={`${person}: ${heard?.label}. All edits`}
      onClick={() => usePanels.setState({ panel: 'edits' })}
    >
      <b>{person}</b> {heard?.label}
    </button>
  );
}
