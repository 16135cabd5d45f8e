/** Copies of positions and of things on the stage: at a typed offset, several in a row, or mirrored; with or without the units. */

import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { parseLength, type Units } from '#core/measure/lengths';
import { POINT_HELP, parsePoint } from '#core/measure/point';
import { type Change, isEmpty } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { copyRecords } from '#core/setout/copy';
import { mirrorFixtures } from '#core/setout/mirror';
import { centreLine, lineThrough, type Motion, type PlanLine } from '#core/space/transform';
import { chosenFixtures, chosenThings } from '../../state/chosen';
import { consider } from '../../state/considered';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { Choice, Tick, Typed } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { mirrorSentence } from './clip';
import { namesOf } from './names';

/** The line through two typed points, or a sentence. */
function lineOf(first: string, second: string, units: Units): PlanLine | string {
  const a = parsePoint(first, units);
  if (!a.ok) return `Line from: ${a.why}`;
  const b = parsePoint(second, units, { from: a.at });
  if (!b.ok) return `Line to: ${b.why}`;
  try {
    return lineThrough(a.at, b.at);
  } catch (error) {
    return (error as Error).message;
  }
}

export function CopyPanel() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const { units } = settingsOf(show);
  const things = chosenThings(show, selection);
  const ids = new Set(things.map((thing) => thing.id));
  const riding = all(show, 'fixture').filter((fixture) => ids.has(fixture.position)).length;
  const fixtures = things.length ? [] : chosenFixtures(show, selection);
  const [way, setWay] = useState<'offset' | 'mirror' | 'line'>(fixtures.length ? 'mirror' : 'offset');
  const [first, setFirst] = useState('0, 0');
  const [second, setSecond] = useState('1, 0');
  const [across, setAcross] = useState('0');
  const [up, setUp] = useState('1');
  const [higher, setHigher] = useState('0');
  const [times, setTimes] = useState('1');
  const [withUnits, setWithUnits] = useState(true);
  const [channels, setChannels] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: things are the selection of the show
  const { change, fault } = useMemo((): { change: Change | null; fault: string } => {
    if (!things.length && !fixtures.length) return { change: null, fault: '' };
    const options = { units: withUnits, channels };
    if (way !== 'offset') {
      const about = way === 'mirror' ? centreLine : lineOf(first, second, units);
      if (typeof about === 'string') return { change: null, fault: about };
      if (things.length) return { change: copyRecords(show, things, [{ kind: 'mirror', about }], options, v4), fault: '' };
      const mirrored = mirrorFixtures(show, fixtures, options, v4, { kind: 'mirror', about });
      return { change: mirrored.change, fault: mirrored.done.length === fixtures.length ? '' : mirrorSentence(mirrored) };
    }
    if (!things.length) return { change: null, fault: 'Units are copied by Duplicate, or mirrored here.' };
    const [x, y, z] = [parseLength(across, units), parseLength(up, units), parseLength(higher, units)];
    const n = Number(times);
    if (!x.ok) return { change: null, fault: `Stage left: ${x.why}` };
    if (!y.ok) return { change: null, fault: `Upstage: ${y.why}` };
    if (!z.ok) return { change: null, fault: `Higher: ${z.why}` };
    if (!Number.isInteger(n) || n < 1 || n > 200) return { change: null, fault: 'From 1 to 200 copies.' };
    const motions = Array.from(
      { length: n },
      (_, i): Motion => ({ kind: 'shift', by: [x.mm * (i + 1), y.mm * (i + 1), z.mm * (i + 1)] }),
    );
    return { change: copyRecords(show, things, motions, options, v4), fault: '' };
  }, [show, selection, way, across, up, higher, times, withUnits, channels, units, first, second]);
  useEffect(() => {
    consider(change ? { change, ids: change.added.map((record) => record.id) } : null);
    return () => consider(null);
  }, [change]);
  const copies = change?.added.filter((record) => record.kind !== 'fixture').length ?? 0;
  return (
    <form
      aria-label="Copies"
      onSubmit={(event) => {
        event.preventDefault();
        if (!change || isEmpty(change)) return;
        session.edit(
          `${way === 'offset' ? 'Copy' : 'Mirror'} ${things.length ? namesOf(things) : plural(change.added.length)}${riding && withUnits ? ' with the units' : ''}`,
          change,
        );
        select(change.added.flatMap((record) => (record.kind === 'fixture' && things.length ? [] : [record.id])));
        // What was made is chosen now; a second Enter must not double it.
        usePanels.setState({ panel: null });
        toast(`${copies || change.added.length} ${way === 'offset' ? 'copied' : 'mirrored'}.`);
      }}
    >
      <PanelHead name="Copies" onClose={() => usePanels.setState({ panel: null })} />
      {!things.length && !fixtures.length && (
        <p className="pencil">Select positions, outlines or cloths to copy them, or units to mirror them.</p>
      )}
      <Line name="How">
        <Choice
          label="How"
          value={way}
          options={[
            ['offset', 'at an offset'],
            ['mirror', 'mirrored about the centre line'],
            ['line', 'mirrored about a line'],
          ]}
          onChoose={(value) => setWay(value)}
        />
      </Line>
      {way === 'line' &&
        (
          [
            ['Line from', first, setFirst],
            ['Line to', second, setSecond],
          ] as const
        ).map(([name, value, write]) => (
          <Line key={name} name={name}>
            <Typed label={name} title={POINT_HELP} value={value} onText={(text) => write(text)} />
          </Line>
        ))}
      {way === 'offset' &&
        (
          [
            ['Stage left', across, setAcross],
            ['Upstage', up, setUp],
            ['Higher', higher, setHigher],
            ['How many', times, setTimes],
          ] as const
        ).map(([name, value, write]) => (
          <Line key={name} name={name}>
            <Typed label={name} value={value} onText={(value) => write(value)} />
          </Line>
        ))}
      <label className="flex items-center gap-2 py-1">
        <Tick checked={withUnits} onTick={() => setWithUnits(!withUnits)} />
        with the units{riding ? ` (${riding})` : ''}
      </label>
      <label className="flex items-center gap-2 py-1">
        <Tick checked={channels} disabled={!withUnits} onTick={() => setChannels(!channels)} />
        new channels for them
      </label>
      {fault && (
        <p role="alert" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
      {change && (
        <output className="block pt-1">
          {copies} {copies === 1 ? 'copy' : 'copies'}
          {change.added.length > copies ? `, with ${plural(change.added.length - copies, 'unit')}` : ''}.
        </output>
      )}
      <button type="submit" className="act act-main mt-2 w-full" disabled={!change}>
        {way === 'offset' ? 'Copy' : 'Mirror'}
      </button>
    </form>
  );
}
