/** The check in the hand: one page with large targets, for a telephone at the foot of a ladder. It follows whoever drives, or drives itself. */
import { useEffect, useState } from 'react';
import { channelText } from '#core/fields/texts';
import type { Finding, Fixture } from '#core/model/records';
import { all, find, get, type Show, settingsOf } from '#core/model/show';
import { checkList } from '#core/wires/check-order';
import { clearing, faults, findingsOf, isOpen, openFaults } from '#core/wires/findings';
import { useSession, useShow } from '../../state/context';
import { saidNow } from '../../state/me';
import { usePreferences } from '../../state/preferences';
import { openWires, useWires, wire } from '../../state/wires/wires';
import { Choice } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { useNameHere, Writer } from '../../ui/Writer';
import { plural } from '../../ui/words';
import { note, sawInstead, tick } from './acts';
import { linesOf } from './parts/LightPart';
import { PositionStrip } from './parts/PositionStrip';
import { another, drive, driveOn, follow, move, sit, step, take, takeWheel, useCheck } from './state';

/** Large enough for a thumb in a glove. */
const BIG = 'act !h-16 !text-[18px] w-full';

export function Hand() {
  const session = useSession();
  useEffect(() => openWires(session), [session]);
  return <InHand />;
}
// Long: the page from top to bottom; its parts are short.
function InHand() {
  const show = useShow();
  const session = useSession();
  const check = useCheck();
  const [faultsShown, setFaultsShown] = useState(false);
  const together = useWires((state) => state.check);
  const heard = useWires(({ state }) => state !== null);
  const output = useWires(({ state }) => state?.output ?? false);
  const checker = useNameHere();
  const theme = usePreferences((state) => state.theme);
  const driver = another();
  // biome-ignore lint/correctness/useExhaustiveDependencies: sits down again under another name, or after a gap
  useEffect(() => sit(show), [show.id, checker, heard]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows what the driver says
  useEffect(follow, [together]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked for is read from the check
  useEffect(() => {
    if (!output) return;
    // Of two only the one that drives asks for levels.
    if (driver) return drive(null);
    return driveOn(show);
  }, [output, show, check, driver]);
  useEffect(() => () => drive(null), []);
  useEffect(() => beginAt(show), [show]);
  const light = find(show, 'fixture', check.at ?? undefined);
  const lights = checkList(show, check.order);
  const now = lights.findIndex(({ id }) => id === light?.id);
  const open = openFaults(show);
  return (
    <main
      data-theme={theme}
      className="mx-auto flex h-full max-w-[34rem] flex-col gap-3 overflow-auto px-3 pt-3 text-[16px]"
      style={{ background: 'var(--sheet)', color: 'var(--ink)' }}
    >
      <title>{`Check, ${settingsOf(show).name}`}</title>
      <header className="flex flex-wrap items-center gap-2">
        <b className="min-w-0 flex-1 truncate">{settingsOf(show).name}</b>
        <button
          type="button"
          className="act !h-11"
          aria-pressed={output}
          disabled={!heard}
          style={output ? { color: 'var(--stop)', borderColor: 'var(--stop)' } : {}}
          onClick={() => wire()?.output(!output)}
        >
          {output ? 'Output on' : 'Output off'}
        </button>
        <button type="button" className="act !h-11" aria-pressed={faultsShown} onClick={() => setFaultsShown(!faultsShown)}>
          {plural(open.length, 'fault')}
        </button>
      </header>
      {!heard && <p style={{ color: 'var(--stop)' }}>The server does not answer. What is noted is kept and sent when it does.</p>}
      <p className="flex items-center gap-2" data-testid="wheel">
        <span className="min-w-0 flex-1 truncate">
          {driver ? `${driver} drives` : together?.mine ? 'You drive' : 'Nobody drives'}
          {(together?.here ?? 0) > 1 && `, ${together?.here} are here`}
        </span>
        {!together?.mine && (
          <button type="button" className="act !h-11" onClick={() => takeWheel(show)}>
            {driver ? 'Take it over' : 'Drive'}
          </button>
        )}
      </p>
      {faultsShown ? (
        <FaultLines show={show} open={open} />
      ) : (
        <>
          {light ? (
            <Big show={show} light={light} place={now < 0 ? '' : `${now + 1} of ${lights.length}`} />
          ) : (
            <p>Next brings up the first light.</p>
          )}
          {light && <Words light={light} />}
          <Level show={show} />
          <div
            className="sticky bottom-0 mt-auto flex flex-col gap-2 py-2"
            style={{ background: 'var(--sheet)', borderTop: '1px solid var(--hair)' }}
          >
            <button type="button" className={`${BIG} act-main !text-[24px]`} onClick={() => tick(session)}>
              {light ? 'Works' : 'Next light'}
            </button>
            <div className="grid grid-cols-4 gap-2">
              <button type="button" className={BIG} disabled={!light} onClick={() => note(session, 'dark', '')}>
                Dark
              </button>
              <Choice
                label="What is wrong"
                className="!h-16 !text-[18px]"
                value=""
                disabled={!light}
                options={[['', 'Wrong'], ...faults.filter((what) => what.startsWith('wrong '))]}
                onChoose={(chosen) => {
                  const what = faults.find((one) => one === chosen);
                  if (what) note(session, what, '');
                }}
              />
              <button type="button" className={BIG} onClick={() => step(show, -1)}>
                Back
              </button>
              <button type="button" className={BIG} onClick={() => step(show, 1)}>
                Skip
              </button>
            </div>
          </div>
        </>
      )}
    </main>
  );
}
/** A code of a position opens its first light. */
function beginAt(show: Show): void {
  const position = new URLSearchParams(window.location.search).get('at');
  if (!position || useCheck.getState().at) return;
  const first = checkList(show, 'position').find((fixture) => fixture.position === position);
  if (first) useCheck.setState({ at: first.id });
}

function Big({ show, light, place }: { readonly show: Show; readonly light: Fixture; readonly place: string }) {
  const own = findingsOf(show, light.id).filter((record) => isOpen(record) || record.what === 'works');
  return (
    <section aria-live="polite" data-testid="check light">
      <p className="pencil">{place}</p>
      <p className="text-[88px] leading-none font-bold">{channelText(light) || '-'}</p>
      <p className="text-[22px] font-bold">
        {get(show, 'position', light.position).name}
        {light.unit ? `, unit ${light.unit}` : ''}
      </p>
      <p className="pencil">{get(show, 'type', light.type).name}</p>
      <PositionStrip show={show} light={light} />
      <dl>
        {linesOf(show, light)
          .filter(([, value]) => value)
          .map(([name, value]) => (
            <div key={name} className="flex justify-between gap-3 py-1.5" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
              <dt className="pencil shrink-0">{name}</dt>
              <dd className="text-right">{value}</dd>
            </div>
          ))}
      </dl>
      {own.map((record) => (
        <p key={record.id} style={isOpen(record) ? { color: 'var(--stop)' } : {}}>
          {record.what}
          {record.note && `: ${record.note}`} <span className="pencil">{record.by}</span>
        </p>
      ))}
    </section>
  );
}
function Words({ light }: { readonly light: Fixture }) {
  const session = useSession();
  const show = useShow();
  const last = findingsOf(show, light.id).find((record) => isOpen(record) && !record.note);
  return (
    <div className="grid grid-cols-[7rem_1fr] items-center gap-y-3 [&_input]:!h-11" key={light.id}>
      <span className="pencil">a word</span>
      <TextField
        label="A word to this light"
        value=""
        onWrite={(text) => {
          if (text.trim()) note(session, last && last.what !== 'works' ? last.what : 'a word', text.trim());
          return null;
        }}
      />
      <span className="pencil">I see channel</span>
      <TextField
        label="The channel that came up instead"
        value=""
        onWrite={(text) => (text.trim() ? sawInstead(session, text) : null)}
      />
    </div>
  );
}
function Level({ show }: { readonly show: Show }) {
  const { level } = useCheck();
  return (
    <div className="grid grid-cols-[7rem_1fr] items-center gap-y-3 [&_input]:!h-11">
      <span className="pencil">level</span>
      <Choice
        label="Level of the light"
        className="!h-11"
        value={level}
        options={[1, 0.75, 0.5, 0.3, 0.1].map((share) => [share, `${Math.round(share * 100)} %`] as const)}
        onChoose={(share) => move(show, { level: Number(share) })}
      />
      <span className="pencil">checked by</span>
      <Writer label="Checked by" />
    </div>
  );
}
/** What is open, by position, for whoever climbs next. */
function FaultLines({ show, open }: { readonly show: Show; readonly open: readonly Finding[] }) {
  const session = useSession();
  if (!open.length)
    return <p>Nothing is open. {plural(all(show, 'finding').filter(({ what }) => what === 'works').length, 'light')} ticked.</p>;
  return (
    <ul aria-label="Faults" className="flex flex-col gap-2">
      {open.map((record, i) => (
        <li key={record.id}>
          {record.position !== open[i - 1]?.position && <h2 className="pt-2 text-[18px] font-bold">{record.position}</h2>}
          <div className="flex items-center gap-2 border px-2 py-1" style={{ borderColor: 'var(--hair)' }}>
            <button type="button" className="min-h-11 flex-1 text-left" onClick={() => take(show, record.fixture)}>
              <b className="text-[20px]">{record.channel || '-'}</b> unit {record.unit}:{' '}
              <span style={{ color: 'var(--stop)' }}>{record.what}</span> {record.note}
            </button>
            <button
              type="button"
              className="act !h-11"
              aria-label={`Clear ${record.what} of ${record.channel || record.unit}`}
              onClick={() =>
                session.edit(`Clear ${record.what} of ${record.channel || record.unit}`, clearing([record], saidNow(), 'cleared'))
              }
            >
              Clear
            </button>
          </div>
        </li>
      ))}
    </ul>
  );
}
