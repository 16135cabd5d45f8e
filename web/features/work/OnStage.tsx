/**
 * The work on stage, in the hand: the hanging cards with their ticks, for a telephone on a ladder. Positions with how far they are; one of them light by light.
 */
import { useEffect, useState } from 'react';
import type { Fixture, Position } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { positionOf } from '#core/paper/labels';
import { cardFacts, cardLine, toBring } from '#core/paper/windows/card';
import { aboutRecord, openAbout, remarking } from '#core/talk/remarks';
import {
  doneAs,
  needs,
  type Progresses,
  progressByPosition,
  progressOfAll,
  standing,
  ticked,
  type What,
  works,
} from '#core/work/work';
import { useMay, useSession, useSessionPart, useShow } from '../../state/context';
import { saidNow } from '../../state/me';
import { usePreferences } from '../../state/preferences';
import { Choice } from '../../ui/Field';
import { whenSaid } from '../../ui/moments';
import { TextField } from '../../ui/TextField';
import { Writer } from '../../ui/Writer';
import { nameOf, tickOrNot } from './acts';

const AT = 'at';
const ALL = 'all';
/** The position that the address says, which a code on a card does. */
const atFirst = (): string | null => new URLSearchParams(window.location.search).get(AT);
/** Says it in the address, so that the page stays where it is when it is loaded again, and Back goes to the list. */
function say(position: string | null): void {
  const url = new URL(window.location.href);
  if (position) url.searchParams.set(AT, position);
  else url.searchParams.delete(AT);
  window.history.pushState(window.history.state, '', url);
}

export function OnStage() {
  const show = useShow();
  const theme = usePreferences((state) => state.theme);
  const link = useSessionPart((state) => state.link);
  const waiting = useSessionPart((state) => state.waiting);
  const [at, setAt] = useState(atFirst);
  useEffect(() => {
    const back = () => setAt(atFirst());
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  const go = (position: string | null) => {
    say(position);
    setAt(position);
  };
  const lines = progressByPosition(show);
  const meant = at === null ? null : positionOf(show, at);
  const here = lines.findIndex(({ position }) => position === meant);
  const line = lines[here];
  return (
    <main
      data-theme={theme}
      className="mx-auto flex h-full max-w-[34rem] flex-col overflow-auto px-3 pt-3 text-[16px]"
      style={{ background: 'var(--sheet)', color: 'var(--ink)' }}
    >
      <title>{`${line ? `${line.position.name}, ` : ''}On stage, ${settingsOf(show).name}`}</title>
      <header className="flex items-center gap-2 pb-2">
        {line ? (
          <button type="button" className="act !h-11" onClick={() => go(null)}>
            All positions
          </button>
        ) : (
          <b className="min-w-0 flex-1 truncate">{settingsOf(show).name}</b>
        )}
        {line && <span className="flex-1" />}
        {line && <Turn lines={lines} here={here} onGo={go} />}
      </header>
      {link !== 'open' && (
        <p role="status" style={{ color: 'var(--stop)' }}>
          {waiting ? `${waiting} wait for the server. ` : ''}The server does not answer. What is ticked is kept and sent when it
          does.
        </p>
      )}
      {at !== null && !line && <p role="status">This position is not in the show any more, or nothing hangs on it.</p>}
      {line ? (
        <OnePosition key={line.position.id} position={line.position} fixtures={line.fixtures} />
      ) : (
        <List show={show} lines={lines} onGo={go} />
      )}
    </main>
  );
}
type Lines = ReturnType<typeof progressByPosition>;

function Turn({
  lines,
  here,
  onGo,
}: {
  readonly lines: Lines;
  readonly here: number;
  readonly onGo: (position: string) => void;
}) {
  const to = (by: number) => lines[here + by]?.position;
  return (
    <>
      {([-1, 1] as const).map((by) => {
        const position = to(by);
        return (
          <button
            key={by}
            type="button"
            className="act !h-11"
            disabled={!position}
            aria-label={position ? `${by < 0 ? 'Before' : 'Next'}: ${position.name}` : by < 0 ? 'Before' : 'Next'}
            onClick={() => position && onGo(position.id)}
          >
            {by < 0 ? 'Before' : 'Next'}
          </button>
        );
      })}
    </>
  );
}

/** How far each work is, as figures with a line under them. */
function Far({ progress, of }: { readonly progress: Progresses; readonly of: string }) {
  return (
    <span className="grid grid-cols-4 gap-2 text-[13px]" data-testid={`progress of ${of}`}>
      {works.map((what) => {
        const { done, of: all, changed } = progress[what];
        return (
          <span key={what} className={all ? '' : 'pencil'}>
            <span className="block">
              {what}
              <b className="block whitespace-nowrap">
                {all ? `${done}/${all}` : '-'}
                {changed > 0 && <span style={{ color: 'var(--stop)' }}> {changed}!</span>}
              </b>
            </span>
            <span className="block h-1" style={{ background: 'var(--hair)' }}>
              <span
                className="block h-full"
                style={{ width: `${all ? (100 * done) / all : 0}%`, background: done === all ? 'var(--ink)' : 'var(--lamp)' }}
              />
            </span>
          </span>
        );
      })}
    </span>
  );
}

function List({ show, lines, onGo }: { readonly show: Show; readonly lines: Lines; readonly onGo: (position: string) => void }) {
  const writes = useMay('work');
  return (
    <>
      <Far progress={progressOfAll(show)} of="the rig" />
      {writes && (
        <p className="grid grid-cols-[7rem_1fr] items-center pt-2 [&_input]:!h-11">
          <span className="pencil">ticked by</span>
          <Writer label="Ticked by" />
        </p>
      )}
      <ul aria-label="Positions" className="flex flex-col gap-2 py-3">
        {lines.map(({ position, progress }) => (
          <li key={position.id}>
            <button
              type="button"
              className="w-full border px-3 py-2 text-left"
              style={{ borderColor: 'var(--hair)' }}
              onClick={() => onGo(position.id)}
            >
              <b className="block pb-1 text-[18px]">{position.name}</b>
              <Far progress={progress} of={position.name} />
            </button>
          </li>
        ))}
      </ul>
      {!lines.length && <p className="pencil py-3">Nothing hangs yet.</p>}
    </>
  );
}

function OnePosition({ position, fixtures }: { readonly position: Position; readonly fixtures: readonly Fixture[] }) {
  const show = useShow();
  const session = useSession();
  const writes = useMay('work');
  const [left, setLeft] = useState<What | typeof ALL>(ALL);
  const shown =
    left === ALL
      ? fixtures
      : fixtures.filter((fixture) => needs(show, fixture, left) && standing(show, fixture, left).is !== 'done');
  const line = progressByPosition(show).find((each) => each.position.id === position.id);
  const tickAll = (what: What) => session.edit(`All ${what} on ${position.name}`, ticked(show, fixtures, what, saidNow()));
  return (
    <>
      <h1 className="text-[26px] leading-tight font-bold">{position.name}</h1>
      <p className="pencil text-[14px]">{cardFacts(show, position)}</p>
      <details className="py-1">
        <summary className="pencil min-h-11 cursor-pointer py-2">What to bring</summary>
        {toBring(show, fixtures).map((text) => (
          <p key={text}>{text}</p>
        ))}
      </details>
      {line && <Far progress={line.progress} of={position.name} />}
      <div className="flex items-center gap-2 py-2">
        <Choice
          label="What is shown"
          className="!h-11"
          value={left}
          options={[[ALL, 'all units'], ...works.map((what) => [what, `not ${what} yet`] as const)]}
          onChoose={setLeft}
        />
        {writes && left !== ALL && shown.length > 0 && (
          <button type="button" className="act !h-11 shrink-0" onClick={() => tickAll(left)}>
            All {left}
          </button>
        )}
      </div>
      <ul aria-label={`Units on ${position.name}`} className="flex flex-col gap-2 pb-6">
        {shown.map((fixture) => (
          <Unit key={fixture.id} fixture={fixture} position={position} />
        ))}
      </ul>
      {!shown.length && <p className="pencil pb-6">{left === ALL ? 'Nothing hangs here.' : `All of it is ${left}.`}</p>}
    </>
  );
}

const BIG = new Set(['Unit', 'Place', 'Channel']);
function Unit({ fixture, position }: { readonly fixture: Fixture; readonly position: Position }) {
  const show = useShow();
  const session = useSession();
  const [writes, talks] = [useMay('work'), useMay('talk')];
  const lines = cardLine(show, fixture, position);
  const said = new Map(lines);
  const notes = openAbout(show, fixture.id);
  return (
    <li className="border px-3 py-2" style={{ borderColor: 'var(--hair)' }} aria-label={`Unit ${fixture.unit}`}>
      <p className="flex items-baseline gap-3">
        <b className="text-[26px] leading-tight">{said.get('Unit') ?? '-'}</b>
        <span className="flex-1 text-[18px]">{said.get('Place')}</span>
        <span className="pencil">channel</span>
        <b className="text-[20px]">{said.get('Channel') ?? '-'}</b>
      </p>
      <p>
        {lines
          .filter(([heading]) => !BIG.has(heading))
          .map(([heading, text]) => (
            <span key={heading} className="mr-3 inline-block">
              <span className="pencil text-[12px]">{heading.toLowerCase()}</span> {text}
            </span>
          ))}
      </p>
      <div className="grid grid-cols-4 gap-2 pt-2">
        {works.map((what) => (
          <Work key={what} what={what} fixture={fixture} writes={writes} onTick={() => tickOrNot(session, [fixture], what)} />
        ))}
      </div>
      <Changed fixture={fixture} />
      {notes.map(({ remark, answers }) => (
        <p key={remark.id} className="pt-1">
          <span style={{ color: 'var(--lamp)' }}>{(answers.at(-1) ?? remark).by}:</span> {(answers.at(-1) ?? remark).text}
        </p>
      ))}
      {talks && (
        <div className="flex pt-1 [&_input]:!h-11">
          <TextField
            label={`A note on unit ${fixture.unit}`}
            placeholder="a note to the others"
            value=""
            onWrite={(text) => {
              const about = aboutRecord(show, fixture.id);
              if (about && text.trim())
                session.edit(`Note on ${about.name}: ${text.trim().slice(0, 60)}`, remarking(about, text, saidNow()));
              return null;
            }}
          />
        </div>
      )}
    </li>
  );
}
interface WorkProps {
  readonly what: What;
  readonly fixture: Fixture;
  readonly writes: boolean;
  readonly onTick: () => void;
}
function Work({ what, fixture, writes, onTick }: WorkProps) {
  const show = useShow();
  if (!needs(show, fixture, what))
    return (
      <span className="pencil flex h-12 items-center justify-center text-[13px]">
        no {what === 'coloured' ? 'colour' : 'focus'}
      </span>
    );
  const { is, tick } = standing(show, fixture, what);
  return (
    <button
      type="button"
      className="act !h-12 !px-0 text-[15px]"
      aria-pressed={is === 'done'}
      aria-label={`${nameOf(show, [fixture])}: ${what}`}
      title={tick ? `${tick.by}, ${whenSaid(tick.at)}` : ''}
      disabled={!writes}
      style={is === 'changed' ? { borderColor: 'var(--stop)', color: 'var(--stop)', borderStyle: 'dashed' } : {}}
      onClick={onTick}
    >
      {what}
    </button>
  );
}
/** What was done otherwise than the plot asks for now. */
function Changed({ fixture }: { readonly fixture: Fixture }) {
  const show = useShow();
  return works.map((what) => {
    const { is, tick } = standing(show, fixture, what);
    return is === 'changed' && tick ? (
      <p key={what} className="pt-1 text-[14px]" style={{ color: 'var(--stop)' }}>
        {what} as {doneAs(show, tick)} by {tick.by}, {whenSaid(tick.at)}: the plot was changed since.
      </p>
    ) : null;
  });
}
