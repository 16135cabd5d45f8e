/** Set out: the selection placed by rule, seen as ghosts before it is done, with its spacing and overlaps in figures. */

import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { formatLength, parseLength, type Units } from '#core/measure/lengths';
import { firstOf, itemAt } from '#core/measure/list';
import { isEmpty } from '#core/model/change';
import { get, settingsOf } from '#core/model/show';
import { copyRecords } from '#core/setout/copy';
import { mirrorFixtures } from '#core/setout/mirror';
import { type Axis, applySetOut, fixtureAxes, positionAxes, type SetOut, setOut } from '#core/setout/rules';
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
import { type Ask, type Figures, type RuleForm, ruleForms, words } from './rule-forms';

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
  const [form, setForm] = useState<RuleForm>(firstOf(ruleForms));
  const [figures, setFigures] = useState<Readonly<Record<string, string>>>({});
  const [axis, setAxis] = useState<Axis>('along');
  const main = axes.includes(axis) ? axis : itemAt(axes, form.aside ? 1 : 0);
  const standing = useMemo(() => {
    const values = fixtures.map((fixture) => {
      const { curve } = get(show, 'position', fixture.position);
      return fromOrigin(curve, fixture.along) + (curve.form === 'vertical' ? curve.z : 0);
    });
    return values.length ? ([Math.min(...values), Math.max(...values)] as const) : null;
  }, [show, fixtures]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the rule is made of these
  const { result, fault } = useMemo((): { result: SetOut | null; fault: string } => {
    if (!records.length || !form.rule) return { result: null, fault: '' };
    try {
      const read = reading(figures, units, main === 'spin' || main === 'turn');
      const rule = form.rule({ ...read, axis: main, axes, fixtures: fixtures.length > 0, count: records.length, standing });
      return { result: setOut(show, records, rule), fault: '' };
    } catch (error) {
      return { result: null, fault: (error as Error).message };
    }
  }, [show, selection, form, figures, main]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the records are the selection of the show
  const mirrored = useMemo(() => {
    if (form.rule || !records.length) return null;
    const options = { units: true, channels: false };
    return fixtures.length
      ? mirrorFixtures(show, fixtures, options, v4).change
      : copyRecords(show, positions, [{ kind: 'mirror' }], options, v4);
  }, [form, show, selection]);
  const change = result?.change ?? mirrored;
  useEffect(() => {
    consider(
      change && !isEmpty(change)
        ? { change, ids: [...change.updated.map(([, to]) => to.id), ...change.added.map((record) => record.id)] }
        : null,
    );
    return () => consider(null);
  }, [change]);

  // Who has typed nothing yet has done nothing wrong.
  const typed = form.asks.some((ask) => figures[ask]?.trim());
  const asks = form.asks.filter((ask) => !(fixtures.length && form.positionsOnly?.includes(ask)));
  return (
    <form
      aria-label="Set out"
      onSubmit={(event) => {
        event.preventDefault();
        if (result)
          session.edit(
            `Set out ${plural(records.length, fixtures.length ? 'fixture' : 'position')}: ${form.name}`,
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
        <Choice
          label="Rule"
          value={form.name}
          options={ruleForms.map(({ name }) => name)}
          onChoose={(name) => setForm(ruleForms.find((item) => item.name === name) ?? form)}
        />
      </Line>
      {asks.map((name) =>
        name === 'axis' ? (
          <Line key={name} name={words.axis}>
            <Choice
              label="Set out along"
              value={main}
              options={axes.map((item) => [item, axisWords[item]] as const)}
              onChoose={(value) => setAxis(value as Axis)}
            />
          </Line>
        ) : (
          <Line key={name} name={words[name]}>
            <Typed
              label={words[name]}
              value={figures[name] ?? ''}
              placeholder={
                name === 'from' && standing
                  ? formatLength(standing[0], units)
                  : name === 'to' && standing
                    ? formatLength(standing[1], units)
                    : name === 'by'
                      ? form.name.startsWith('away')
                        ? 'less than 0 is towards'
                        : '0.5 or -0.5'
                      : ''
              }
              onText={(value) => {
                setFigures((now) => ({ ...now, [name]: value }));
              }}
            />
          </Line>
        ),
      )}
      {fault && typed && records.length > 0 && (
        <p role="status" className="pencil pt-1">
          {fault}
        </p>
      )}
      {result && <Outcome result={result} units={units} />}
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

/** What is typed, by name. Nothing typed is what is usual; where nothing is usual, the sentence of the length says so. */
function reading(
  figures: Readonly<Record<string, string>>,
  units: Units,
  turning: boolean,
): Pick<Figures, 'value' | 'length' | 'plain'> {
  const length = (ask: Ask, usual?: number): number => {
    const text = (figures[ask] ?? '').trim();
    if (!text && usual !== undefined) return usual;
    const parsed = parseLength(text, units);
    if (!parsed.ok) throw new RangeError(`${words[ask]}: ${parsed.why}`);
    return parsed.mm;
  };
  const plain = (ask: Ask, usual: number): number => {
    const text = (figures[ask] ?? '').trim().replace(/(deg|°)$/, '');
    const value = text ? Number(text) : usual;
    if (!Number.isFinite(value)) throw new RangeError(`${words[ask]}: "${text}" is not a figure.`);
    return value;
  };
  return { length, plain, value: (ask, usual) => (turning ? plain(ask, usual ?? 0) : length(ask, usual)) };
}

/** Spacing, overlaps, and what would hang off the end. */
function Outcome({ result, units }: { result: SetOut; units: Units }) {
  const worst = result.overlaps.reduce((most, item) => Math.max(most, item.missing), 0);
  return (
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
  );
}
