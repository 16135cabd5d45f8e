/** Set out: the selection placed by rule, seen as ghosts before it is done, with its spacing and overlaps in figures. */

import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { formatLength, parseLength } from '#core/measure/lengths';
import { isEmpty } from '#core/model/change';
import { get, settingsOf } from '#core/model/show';
import { copyRecords, mirrorFixtures } from '#core/setout/copy';
import { type Axis, applySetOut, fixtureAxes, positionAxes, type Rule, type SetOut, setOut } from '#core/setout/rules';
import { fromOrigin } from '#core/space/curves';
import { chosenFixtures, chosenPositions } from '../../state/chosen';
import { consider } from '../../state/considered';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { select, useSelection } from '../../state/selection';
import { Choice, Typed } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';

const kinds = [
  'evenly',
  'by spacing',
  'V',
  'full V',
  'fan',
  'on an arc',
  'grid',
  'mirrored',
  'align',
  'even gaps',
  'swap ends',
  'nudge',
] as const;
type Kind = (typeof kinds)[number];

/** Which figures a rule asks for. */
const asks: Readonly<Record<Kind, readonly string[]>> = {
  evenly: ['axis', 'from', 'to'],
  'by spacing': ['axis', 'centre', 'spacing'],
  V: ['axis', 'depth'],
  'full V': ['axis', 'depth'],
  fan: ['angle'],
  'on an arc': ['start', 'sweep', 'radius', 'x', 'y'],
  grid: ['columns', 'x', 'y', 'dx', 'dy'],
  mirrored: [],
  align: ['axis', 'at'],
  'even gaps': ['axis'],
  'swap ends': ['axis'],
  nudge: ['axis', 'by'],
};
const words: Readonly<Record<string, string>> = {
  axis: 'Along',
  from: 'From',
  to: 'To',
  centre: 'Centre',
  spacing: 'Spacing',
  depth: 'Depth',
  angle: 'Angle',
  start: 'Start',
  sweep: 'Sweep',
  radius: 'Radius',
  x: 'First, across',
  y: 'First, up',
  dx: 'Columns apart',
  dy: 'Rows apart',
  columns: 'Columns',
  at: 'At',
  by: 'By',
};
const axisWords: Readonly<Record<Axis, string>> = {
  along: 'the position',
  drop: 'drop',
  side: 'to the side',
  spin: 'turn',
  across: 'across the stage',
  upstage: 'up the stage',
  height: 'height',
  turn: 'turn',
};

export function SetOutPanel() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const { units } = settingsOf(show);
  const fixtures = chosenFixtures(show, selection);
  const positions = chosenPositions(show, selection);
  const records = fixtures.length ? fixtures : positions;
  const axes = fixtures.length ? fixtureAxes : positionAxes;
  const [kind, setKind] = useState<Kind>('evenly');
  const [figures, setFigures] = useState<Readonly<Record<string, string>>>({});
  const [axis, setAxis] = useState<Axis>('along');
  const main = axes.includes(axis) ? axis : kind === 'V' || kind === 'full V' ? axes[1]! : axes[0]!;
  const standing = useMemo(() => {
    const values = fixtures.map((fixture) => {
      const { curve } = get(show, 'position', fixture.position);
      return fromOrigin(curve, fixture.along) + (curve.form === 'vertical' ? curve.z : 0);
    });
    return values.length ? ([Math.min(...values), Math.max(...values)] as const) : null;
  }, [show, fixtures]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the rule is made of these
  const { result, fault } = useMemo((): { result: SetOut | null; fault: string } => {
    if (!records.length || kind === 'mirrored') return { result: null, fault: '' };
    try {
      const rule = ruleOf();
      return typeof rule === 'string' ? { result: null, fault: rule } : { result: setOut(show, records, rule), fault: '' };
    } catch (error) {
      return { result: null, fault: (error as Error).message };
    }
  }, [show, selection, kind, figures, main]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the records are the selection of the show
  const mirrored = useMemo(() => {
    if (kind !== 'mirrored' || !records.length) return null;
    const options = { units: true, channels: false };
    return fixtures.length
      ? mirrorFixtures(show, fixtures, options, v4)
      : copyRecords(show, positions, [{ kind: 'mirror' }], options, v4);
  }, [kind, show, selection]);
  const change = result?.change ?? mirrored;
  useEffect(() => {
    consider(
      change && !isEmpty(change)
        ? { change, ids: [...change.updated.map(([, to]) => to.id), ...change.added.map((record) => record.id)] }
        : null,
    );
    return () => consider(null);
  }, [change]);

  function ruleOf(): Rule | string {
    const length = (name: string, standard?: number): number => {
      const text = (figures[name] ?? '').trim();
      if (!text && standard !== undefined) return standard;
      const parsed = parseLength(text, units);
      if (!parsed.ok) throw new RangeError(`${words[name]}: ${parsed.why}`);
      return parsed.mm;
    };
    const plain = (name: string, standard: number): number => {
      const text = (figures[name] ?? '').trim().replace(/(deg|°)$/, '');
      const value = text ? Number(text) : standard;
      if (!Number.isFinite(value)) throw new RangeError(`${words[name]}: "${text}" is not a figure.`);
      return value;
    };
    const turning = main === 'spin' || main === 'turn';
    const value = (name: string, standard?: number) => (turning ? plain(name, standard ?? 0) : length(name, standard));
    switch (kind) {
      case 'evenly':
        return { kind: 'even', axis: main, from: value('from', standing?.[0]), to: value('to', standing?.[1]) };
      case 'by spacing':
        return { kind: 'spacing', axis: main, centre: value('centre', 0), spacing: value('spacing') };
      case 'V':
      case 'full V':
        return { kind: 'v', axis: main === axes[0] ? axes[1]! : main, depth: value('depth'), full: kind === 'full V' };
      case 'fan':
        return { kind: 'fan', angle: plain('angle', 30) };
      case 'on an arc':
        return {
          kind: 'arc',
          start: plain('start', 0),
          sweep: plain('sweep', 360),
          radius: fixtures.length ? 0 : length('radius', 4000),
          centre: [length('x', 0), length('y', 0)],
        };
      case 'grid':
        return {
          kind: 'grid',
          columns: plain('columns', Math.ceil(Math.sqrt(records.length))),
          x: length('x', standing?.[0] ?? 0),
          y: length('y', 0),
          dx: length('dx', 1000),
          dy: length('dy', 1000),
        };
      case 'align':
        return { kind: 'align', axis: main, at: value('at', 0) };
      case 'even gaps':
        return { kind: 'gaps', axis: main };
      case 'swap ends':
        return { kind: 'swap', axis: main };
      default:
        return { kind: 'nudge', axis: main, by: value('by') };
    }
  }
  const shownAsks = asks[kind].filter(
    (name) => !(fixtures.length && (name === 'radius' || (kind === 'on an arc' && (name === 'x' || name === 'y')))),
  );
  const worst = result?.overlaps.reduce((most, item) => Math.max(most, item.missing), 0) ?? 0;
  return (
    <form
      aria-label="Set out"
      onSubmit={(event) => {
        event.preventDefault();
        if (result)
          session.edit(
            `Set out ${plural(records.length, fixtures.length ? 'fixture' : 'position')}: ${kind}`,
            applySetOut(show, result),
          );
        else if (mirrored && !isEmpty(mirrored)) {
          session.edit(`Mirror ${plural(records.length, fixtures.length ? 'fixture' : 'position')}`, mirrored);
          select(
            mirrored.added
              .filter((record) => record.kind === (fixtures.length ? 'fixture' : 'position'))
              .map((record) => record.id),
          );
        }
      }}
    >
      <PanelHead name="Set out" onClose={() => usePanels.setState({ panel: null })} />
      <p className="pencil">
        {records.length
          ? plural(records.length, fixtures.length ? 'fixture' : 'position')
          : 'Select fixtures, or positions, to set them out.'}
      </p>
      <Line name="Rule">
        <Choice label="Rule" value={kind} options={kinds.map((name) => name)} onChoose={(value) => setKind(value as Kind)} />
      </Line>
      {shownAsks.map((name) =>
        name === 'axis' ? (
          <Line key={name} name={words.axis!}>
            <Choice
              label="Set out along"
              value={main}
              options={axes.map((item) => [item, axisWords[item]] as const)}
              onChoose={(value) => setAxis(value as Axis)}
            />
          </Line>
        ) : (
          <Line key={name} name={words[name]!}>
            <Typed
              label={words[name]!}
              value={figures[name] ?? ''}
              placeholder={
                name === 'from' && standing
                  ? formatLength(standing[0], units)
                  : name === 'to' && standing
                    ? formatLength(standing[1], units)
                    : name === 'by'
                      ? '+0.5 or -0.5'
                      : ''
              }
              onText={(value) => {
                setFigures((now) => ({ ...now, [name]: value }));
              }}
            />
          </Line>
        ),
      )}
      {fault && records.length > 0 && (
        <p role="status" className="pencil pt-1">
          {fault}
        </p>
      )}
      {result && (
        <output className="block pt-1" data-testid="set-out-figures">
          {result.spacing
            ? `${formatLength(result.spacing[0], units)}${result.spacing[1] - result.spacing[0] > 1 ? ` to ${formatLength(result.spacing[1], units)}` : ''} apart. `
            : ''}
          {result.overlaps.length ? (
            <span style={{ color: 'var(--stop)' }}>
              {plural(result.overlaps.length, 'overlap')}, the worst by {formatLength(Math.ceil(worst), units)}{' '}
              {units === 'metric' ? 'm' : ''}.{' '}
            </span>
          ) : (
            'No overlaps. '
          )}
          {result.off.length ? (
            <span style={{ color: 'var(--doubt)' }}>{plural(result.off.length)} would hang off the end.</span>
          ) : null}
        </output>
      )}
      {mirrored && (
        <output className="block pt-1">
          {mirrored.added.length
            ? `${plural(mirrored.added.length, 'copy').replace('copys', 'copies')}, without channels.`
            : 'Nothing is off the centre line.'}
        </output>
      )}
      <button type="submit" className="act act-main mt-2 w-full" disabled={!change || isEmpty(change)}>
        Set out
      </button>
    </form>
  );
}
