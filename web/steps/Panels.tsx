/** What each step adds at the right, above the Card. */
import { Search } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { snagsOf } from '#core/audit/snags';
import { keyRows } from '#core/draw/key';
import { plotPlate } from '#core/draw/plate';
import { formatLength } from '#core/measure/lengths';
import { paperNamed, papers, scales } from '#core/measure/scales';
import { edit } from '#core/model/change';
import type { Fixture, FixtureType } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { inScheduleOrder, leftToRight, positionsInOrder } from '#core/number/order';
import { applyRun, previewRun, type RunPreview } from '#core/number/run';
import { formatAddress, parseAddress } from '#core/patch/address';
import { footprintOf } from '#core/patch/footprint';
import { planPatch } from '#core/patch/pack';
import { call } from '../api';
import { SnagLine } from '../card/Card';
import { plural } from '../drawing/Drawing';
import { useSession, useShow } from '../session/context';
import { goTo, useDesk } from '../session/desk';
import { chosenFixtures, tip } from '../shell/commands';
import { Line, TextField } from '../ui/TextField';
import { usePreviewStore } from './run';

export function PositionsPanel() {
  const show = useShow();
  const { selection, tool, set } = useDesk();
  const { units } = settingsOf(show);
  const counts = useMemo(() => {
    const map = new Map<string, number>();
    for (const fixture of all(show, 'fixture')) map.set(fixture.position, (map.get(fixture.position) ?? 0) + 1);
    return map;
  }, [show]);
  return (
    <section aria-label="Positions">
      <button
        type="button"
        className="act act-main w-full"
        aria-pressed={tool === 'pipe'}
        title={tip('pipe')}
        onClick={() => set({ tool: tool === 'pipe' ? 'select' : 'pipe', view: 'plan' })}
      >
        {tool === 'pipe' ? 'Click where the pipe begins' : 'Draw a pipe'}
      </button>
      <ul className="mt-2 max-h-44 overflow-auto">
        {positionsInOrder(show).map((position) => (
          <li key={position.id}>
            <button
              type="button"
              className="flex w-full justify-between px-1 py-0.5 text-left hover:underline"
              style={{ background: selection.includes(position.id) ? 'var(--halo)' : undefined }}
              onClick={() => goTo([position.id])}
            >
              <span>{position.name}</span>
              <span className="pencil">
                {formatLength(position.curve.z, units)}, {counts.get(position.id) ?? 0}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {!all(show, 'position').length && (
        <p className="pencil pt-1">No positions yet. Draw the first pipe: its trim height is asked as you draw.</p>
      )}
    </section>
  );
}

export function HangPanel() {
  const show = useShow();
  const { type, tool, rowCount, set } = useDesk();
  const [search, setSearch] = useState('');
  const counts = useMemo(() => new Map(keyRows(show).map((row) => [row.type.id, row.count])), [show]);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const types = all(show, 'type').filter((item) =>
    words.every((word) => `${item.family} ${item.maker} ${item.name} ${item.field} ${item.watts} W`.toLowerCase().includes(word)),
  );
  return (
    <section aria-label="Hang">
      <label className="flex items-center gap-2">
        <Search size={14} className="pencil shrink-0" />
        <input
          className="field"
          aria-label="Search the show's types"
          placeholder="Type to search, for example fresnel"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && types[0]) {
              set({ type: types[0].id, tool: 'hang', view: 'plan' });
              event.currentTarget.blur();
            }
          }}
        />
      </label>
      <ul className="mt-1 max-h-40 overflow-auto" aria-label="Types">
        {types.map((item) => (
          <li key={item.id}>
            <button
              type="button"
              aria-pressed={type === item.id && tool === 'hang'}
              className="flex w-full justify-between gap-2 px-1 py-0.5 text-left"
              style={{ background: type === item.id && tool === 'hang' ? 'var(--halo)' : undefined }}
              onClick={() => set({ type: item.id, tool: 'hang', view: 'plan' })}
            >
              <span className="truncate">
                {item.name} <span className="pencil">{item.family}</span>
              </span>
              <span className="pencil shrink-0">
                {item.field ? `${item.field}°` : ''} {counts.get(item.id) ?? 0}
              </span>
            </button>
          </li>
        ))}
        {!types.length && (
          <li className="pencil px-1">
            {all(show, 'type').length ? `No type matches "${search}".` : 'This show has no fixture types yet.'}
          </li>
        )}
      </ul>
      {!all(show, 'type').length && <TakeTypes />}
      <p className="pencil pt-2">
        {tool === 'hang'
          ? 'Click a position to hang one. Press and drag along it for a row of '
          : 'Choose a type, then point at a position. A row has '}
        <input
          className="field !inline-block !w-9 !p-0 text-center"
          aria-label="Units in a row"
          value={rowCount}
          onChange={(event) => {
            const n = Number(event.target.value.replace(/\D/g, ''));
            if (n >= 1 && n <= 200) set({ rowCount: n });
          }}
        />
        ; type a figure or turn the wheel as you drag.
      </p>
    </section>
  );
}

/** A new show has no types: it takes the house stock that ships with Dessin. */
function TakeTypes() {
  const session = useSession();
  const show = useShow();
  const take = async () => {
    const { types } = await call<{ types: FixtureType[] }>('/api/stock');
    session.edit('Take the house stock of types', {
      added: types.filter((type) => !show.records.has(type.id)),
      updated: [],
      removed: [],
    });
  };
  return (
    <button type="button" className="act mt-2 w-full" onClick={() => void take()}>
      Take the house stock of types
    </button>
  );
}

const whole = (text: string): boolean => /^-?\d+$/.test(text.trim());

export function NumberPanel() {
  const session = useSession();
  const show = useShow();
  const { selection, run, set } = useDesk();
  const fixtures = chosenFixtures(show, selection);
  const ordered = useMemo(() => (run.order === 'selected' ? fixtures : leftToRight(show, fixtures)), [run.order, fixtures, show]);
  const { preview, fault } = useMemo((): { preview: RunPreview | null; fault: string } => {
    if (!ordered.length) return { preview: null, fault: '' };
    if (!whole(run.start) || !whole(run.step))
      return { preview: null, fault: 'Start and step are whole numbers, for example 101 and 1.' };
    try {
      return { preview: previewRun(show, ordered, { start: Number(run.start), step: Number(run.step) }), fault: '' };
    } catch (error) {
      return { preview: null, fault: (error as Error).message };
    }
  }, [show, ordered, run.start, run.step]);
  useEffect(() => {
    usePreviewStore.setState({ preview });
    return () => usePreviewStore.setState({ preview: null });
  }, [preview]);
  const values = preview ? [...preview.values.values()] : [];
  return (
    <form
      aria-label="Number"
      onSubmit={(event) => {
        event.preventDefault();
        if (preview) session.edit(`Number ${plural(ordered.length)} ${values[0]} to ${values.at(-1)}`, applyRun(show, preview));
      }}
    >
      <Line name="Order">
        <select
          className="field"
          aria-label="Order"
          value={run.order}
          onChange={(event) => set({ run: { ...run, order: event.target.value as typeof run.order } })}
        >
          <option value="selected">as selected</option>
          <option value="left to right">left to right</option>
        </select>
      </Line>
      <Line name="Start">
        <input
          className="field"
          aria-label="Start"
          inputMode="numeric"
          value={run.start}
          onChange={(event) => set({ run: { ...run, start: event.target.value } })}
        />
      </Line>
      <Line name="Step">
        <input
          className="field"
          aria-label="Step"
          inputMode="numeric"
          value={run.step}
          onChange={(event) => set({ run: { ...run, step: event.target.value } })}
        />
      </Line>
      {!fixtures.length && (
        <p className="pencil pt-2">Select the fixtures in the order in which they are to count: click them with Shift held.</p>
      )}
      {fault && (
        <p role="alert" className="pt-2" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
      {preview && (
        <p className="pt-2" data-testid="run-summary">
          Channels {values[0]} to {values.at(-1)} for {plural(ordered.length)}.
        </p>
      )}
      {preview && preview.taken.length > 0 && (
        <p className="pt-1" style={{ color: 'var(--doubt)' }}>
          {[...new Set(preview.taken.map((item) => item.value))].slice(0, 6).join(', ')}{' '}
          {preview.taken.length === 1 ? 'is' : 'are'} also on other fixtures.{' '}
          <button type="button" className="link" onClick={() => goTo(preview.taken.map((item) => item.by))}>
            Show them
          </button>
        </p>
      )}
      <button type="submit" className="act act-main mt-2 w-full" disabled={!preview}>
        Apply the numbers
      </button>
    </form>
  );
}

export function PatchPanel() {
  const session = useSession();
  const show = useShow();
  const { selection } = useDesk();
  const [start, setStart] = useState('1.1');
  const chosen = chosenFixtures(show, selection);
  const unpatched = all(show, 'fixture').filter((fixture) => fixture.parts.some((part) => part.address === null));
  const [scope, setScope] = useState<'selection' | 'without' | 'all'>('selection');
  const fixtures: readonly Fixture[] = scope === 'selection' ? chosen : scope === 'without' ? unpatched : all(show, 'fixture');
  const parsed = parseAddress(start);
  const plan = useMemo(
    () => (parsed.ok && parsed.address !== null && fixtures.length ? planPatch(show, fixtures, parsed.address) : null),
    [show, fixtures, parsed],
  );
  const snags = snagsOf(show);
  return (
    <section aria-label="Patch">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (plan) session.edit(`Give addresses to ${plural(plan.patched, 'part')} from ${start}`, plan.change);
        }}
      >
        <Line name="For">
          <select
            className="field"
            aria-label="For"
            value={scope}
            onChange={(event) => setScope(event.target.value as typeof scope)}
          >
            <option value="selection">the selection ({chosen.length})</option>
            <option value="without">all without an address ({unpatched.length})</option>
            <option value="all">the whole rig ({all(show, 'fixture').length})</option>
          </select>
        </Line>
        <Line name="From">
          <input
            className="field"
            aria-label="Start address"
            value={start}
            aria-invalid={!parsed.ok}
            onChange={(event) => setStart(event.target.value)}
          />
        </Line>
        {!parsed.ok && (
          <p role="alert" style={{ color: 'var(--stop)' }}>
            {parsed.why}
          </p>
        )}
        {parsed.ok && parsed.address === null && <p className="pencil">Type the first address, for example 1.101.</p>}
        {plan && (
          <p className="pt-1" data-testid="patch-summary">
            {plural(plan.patched, 'address').replace('addresss', 'addresses')} in channel order,{' '}
            {plan.last === null
              ? 'none'
              : `${formatAddress(Math.min(...[...plan.addresses.values()].flat().filter((address): address is number => address !== null)))} to ${formatAddress(plan.last)}`}
            {plan.failed ? `; ${plan.failed} found no place` : ''}.
          </p>
        )}
        {!fixtures.length && (
          <p className="pencil pt-1">{scope === 'selection' ? 'Nothing is selected.' : 'Every fixture has an address.'}</p>
        )}
        <button type="submit" className="act act-main mt-2 w-full" disabled={!plan || plan.patched === 0}>
          Give addresses
        </button>
      </form>
      <h3 className="pencil pt-3">{snags.length ? plural(snags.length, 'snag') : 'No snags'}</h3>
      <div className="max-h-32 overflow-auto">
        {snags.slice(0, 100).map((snag) => (
          <SnagLine
            key={snag.text + snag.fixtures.join()}
            text={snag.text}
            stop={snag.weight === 'stop'}
            repair={null}
            onGo={() => goTo(snag.fixtures)}
          />
        ))}
      </div>
    </section>
  );
}

export function PaperPanel() {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const { set, view, turn } = useDesk();
  const paper = paperNamed(settings.paper) ?? papers[0]!;
  const missing = useMemo(
    () => plotPlate(show, { paper, landscape: turn === 'landscape', denominator: settings.scale, date: '' }).missing,
    [show, paper, turn, settings.scale],
  );
  const base = `/api/shows/${show.id}/out`;
  const query = `turn=${turn}`;
  const link = (file: string, name: string, extra = '') => (
    <a className="link" href={`${base}/${file}?download${extra ? `&${extra}` : ''}`}>
      {name}
    </a>
  );
  const text = (label: string, field: 'name' | 'venue' | 'designer') => (
    <Line name={label}>
      <TextField
        label={label}
        value={settings[field]}
        onWrite={(value) => {
          if (field === 'name' && !value.trim()) return 'A show has a name.';
          session.edit(`${label} to ${value}`, edit([settings], { [field]: value.trim().slice(0, 200) }));
          return null;
        }}
      />
    </Line>
  );
  return (
    <section aria-label="Paper">
      <h3 className="pencil">Plate</h3>
      <Line name="Paper">
        <select
          className="field"
          aria-label="Paper"
          value={settings.paper}
          onChange={(event) => session.edit(`Paper ${event.target.value}`, edit([settings], { paper: event.target.value }))}
        >
          {papers.map((item) => (
            <option key={item.name}>{item.name}</option>
          ))}
        </select>
      </Line>
      <Line name="Turn">
        <select
          className="field"
          aria-label="Turn"
          value={turn}
          onChange={(event) => set({ turn: event.target.value as typeof turn })}
        >
          <option>landscape</option>
          <option>portrait</option>
        </select>
      </Line>
      <Line name="Scale">
        <select
          className="field"
          aria-label="Scale"
          value={settings.scale}
          onChange={(event) =>
            session.edit(
              `Scale ${event.target.selectedOptions[0]?.text}`,
              edit([settings], { scale: Number(event.target.value) }),
            )
          }
        >
          {scales.map((item) => (
            <option key={item.name} value={item.denominator}>
              {item.name}
            </option>
          ))}
        </select>
      </Line>
      {text('Title', 'name')}
      {text('Venue', 'venue')}
      {text('Designer', 'designer')}
      {missing && (
        <p className="pt-1" style={{ color: 'var(--doubt)' }}>
          The plot is larger than this paper by {Math.ceil(Math.max(...missing))} mm at this scale. Choose a larger paper or a
          smaller scale.
        </p>
      )}
      {view !== 'plate' && (
        <button type="button" className="act mt-2 w-full" onClick={() => set({ view: 'plate' })}>
          Show the plate
        </button>
      )}
      <div className="flex gap-4 pt-2">
        {link('plot.pdf', 'Plot as PDF', query)}
        {link('plot.svg', 'Plot as SVG', query)}
      </div>
      <h3 className="pencil pt-3">Schedules</h3>
      <div className="grid grid-cols-[1fr_auto_auto] gap-x-4 gap-y-1">
        <span>Channel hookup</span>
        {link('hookup.pdf', 'PDF')}
        {link('hookup.csv', 'CSV')}
        <span>Instrument schedule</span>
        {link('schedule.pdf', 'PDF')}
        {link('schedule.csv', 'CSV')}
      </div>
    </section>
  );
}

export function HandOverPanel() {
  const show = useShow();
  const fixtures = inScheduleOrder(show);
  const without = fixtures.filter((fixture) => !fixture.spare && fixture.parts.every((part) => !part.channel)).length;
  const unpatched = fixtures.filter(
    (fixture) =>
      !fixture.spare &&
      fixture.parts.every((part) => part.address === null) &&
      all(show, 'type').some(
        (type) => type.id === fixture.type && type.modes.some((mode) => mode.name === fixture.mode && footprintOf(mode) > 0),
      ),
  ).length;
  const stops = snagsOf(show).filter((snag) => snag.weight === 'stop');
  return (
    <section aria-label="Hand-over">
      <p>
        The package for the console programmer: {plural(fixtures.length)} of {plural(keyRows(show).length, 'type')} with places,
        aims, channels and addresses, as MVR 1.6 with one GDTF file a type.
      </p>
      {[
        without ? `${plural(without)} without a channel.` : '',
        unpatched ? `${plural(unpatched)} without an address.` : '',
        stops.length ? `${plural(stops.length, 'snag')} that stop the show.` : '',
      ]
        .filter(Boolean)
        .map((text) => (
          <p key={text} className="pt-1" style={{ color: 'var(--doubt)' }}>
            {text}
          </p>
        ))}
      {stops.slice(0, 5).map((snag) => (
        <SnagLine key={snag.text} text={snag.text} stop repair={null} onGo={() => goTo(snag.fixtures)} />
      ))}
      <a className="act act-main mt-3 block w-full" href={`/api/shows/${show.id}/out/handover.mvr?download`}>
        Write the MVR file
      </a>
      <p className="pencil pt-2">
        An MVR file that comes back is opened on the page of all shows, where it becomes a new show with a report of what was odd
        in it.
      </p>
    </section>
  );
}
