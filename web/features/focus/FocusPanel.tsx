/** The step Focus: how areas are drawn, and the list of those there are. */
import { useMemo } from 'react';
import { AIM_HEIGHT } from '#core/fields/aim';
import { formatLength } from '#core/measure/lengths';
import type { Fixture } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { natural } from '#core/order/order';
import { type AimWay, aimWays } from '#core/setout/aims';
import { useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { useLight } from '../../state/light';
import { goTo, select, useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { Choice, Tick, Typed } from '../../ui/Field';
import { leavesKeys } from '../../ui/focus';
import { Line } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';
import { areaShapes, gridOrders, namings, useFocus } from './state';

const says = {
  circle: 'Click its middle, then its edge.',
  ellipse: 'Click two opposite corners.',
  polygon: 'Click the corners; Enter or a double click ends.',
};

export function FocusPanel() {
  const show = useShow();
  const tool = useTool((state) => state.tool);
  const drawing = tool === 'area' || tool === 'area grid';
  const pick = (name: string) => arrange({ tool: tool === name ? 'select' : name, view: 'plan' });
  return (
    <section aria-label="Focus">
      <div className="flex flex-wrap gap-1">
        <Tip command="area">
          <button type="button" className="act" aria-pressed={tool === 'area'} onClick={() => pick('area')}>
            Area
          </button>
        </Tip>
        <Tip command="area grid">
          <button type="button" className="act" aria-pressed={tool === 'area grid'} onClick={() => pick('area grid')}>
            Grid of areas
          </button>
        </Tip>
        <Tip command="aim">
          <button type="button" className="act" aria-pressed={tool === 'aim'} onClick={() => pick('aim')}>
            Aim
          </button>
        </Tip>
      </div>
      {tool === 'aim' && <Aiming />}
      {drawing && <Making grid={tool === 'area grid'} units={settingsOf(show).units} />}
      <Blocked />
      <Areas />
    </section>
  );
}

const aimSays: Readonly<Record<AimWay, string>> = {
  'all there': 'Click an area, or a point; or type a name or figures. Alt takes the point inside an area.',
  'each in order': 'Click the area of the first unit: the others go on by name, in the order in which you chose them.',
  parallel: 'Click where the first is aimed: all others look in the same direction.',
  'along a line': 'Click where the first is aimed, then where the last is.',
  'round an arc': 'Click where the first is aimed, a point that the arc passes, then where the last is.',
};
/** How the chosen units share what is clicked. */
function Aiming() {
  const way = useFocus((state) => state.way);
  return (
    <div className="pt-1">
      <Line name="Several go">
        <Choice label="Several units" value={way} options={aimWays} onChoose={(value) => useFocus.setState({ way: value })} />
      </Line>
      <p className="pencil pt-1">{aimSays[way]}</p>
    </div>
  );
}

/** What the next areas are. */
function Making({ grid, units }: { readonly grid: boolean; readonly units: 'metric' | 'imperial' }) {
  const focus = useFocus();
  const typed = (field: 'height' | 'across' | 'rows' | 'overlap', name: string, placeholder = '', unit?: string) => (
    <Line name={name} {...(unit ? { unit } : {})}>
      <Typed
        label={name}
        value={focus[field]}
        placeholder={placeholder}
        onText={(text) => useFocus.setState({ [field]: text })}
      />
    </Line>
  );
  return (
    <div className="pt-1">
      {!grid && (
        <Line name="Shape">
          <Choice
            label="Shape of the area"
            value={focus.shape}
            options={areaShapes}
            onChoose={(shape) => useFocus.setState({ shape })}
          />
        </Line>
      )}
      {typed('height', 'Aimed at', formatLength(AIM_HEIGHT, units))}
      {grid && (
        <>
          {typed('across', 'Across')}
          {typed('rows', 'Rows')}
          {typed('overlap', 'Overlap', '', '%')}
          <Line name="First">
            <Choice
              label="First area"
              value={focus.order}
              options={gridOrders}
              onChoose={(order) => useFocus.setState({ order })}
            />
          </Line>
          <Line name="From">
            <Choice
              label="First row"
              value={focus.from}
              options={['downstage', 'upstage']}
              onChoose={(from) => useFocus.setState({ from })}
            />
          </Line>
        </>
      )}
      <Line name="Names">
        <Choice label="Names" value={focus.naming} options={namings} onChoose={(naming) => useFocus.setState({ naming })} />
      </Line>
      <p className="pencil pt-1">
        {grid ? 'Click two opposite corners of the stage that they are to cover.' : says[focus.shape]}
      </p>
    </div>
  );
}

/** What light does at cloths, while it is looked at. */
function Blocked() {
  const of = useLight((state) => state.of);
  const blocked = useLight((state) => state.blocked);
  if (of === 'nothing') return null;
  return (
    <div className="flex items-center gap-2 pt-1">
      <Tick label="Light stops at cloths and walls" checked={blocked} onTick={() => useLight.setState({ blocked: !blocked })} />
      <span>light stops at cloths and walls</span>
    </div>
  );
}

/** The areas there are, with how many units aim at each. */
function Areas() {
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const chosen = new Set(selection);
  const { units } = settingsOf(show);
  const areas = useMemo(() => [...all(show, 'area')].sort((a, b) => natural(a.name, b.name)), [show]);
  const aimed = useMemo(() => {
    const map = new Map<string, Fixture[]>();
    for (const fixture of all(show, 'fixture'))
      if (fixture.aim?.kind === 'area') map.set(fixture.aim.area, [...(map.get(fixture.aim.area) ?? []), fixture]);
    return map;
  }, [show]);
  if (!areas.length)
    return (
      <p className="pencil pt-2">
        No areas yet: draw one where a face is to be lit, or a grid over the stage. Then choose units and aim them.
      </p>
    );
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
    <ul className="mt-2 max-h-60 overflow-auto" aria-label="Focus areas" onClick={leavesKeys}>
      {areas.map((area) => {
        const at = aimed.get(area.id) ?? [];
        return (
          <li key={area.id} className="flex items-center justify-between gap-2">
            <button
              type="button"
              className="min-w-0 flex-1 truncate px-1 py-0.5 text-left hover:underline"
              style={{ background: chosen.has(area.id) ? 'var(--halo)' : undefined }}
              onClick={(event) =>
                event.shiftKey ? select([...selection.filter((id) => id !== area.id), area.id]) : goTo([area.id])
              }
            >
              {area.name} <span className="pencil">+{formatLength(area.at[2], units)}</span>
            </button>
            {at.length ? (
              <button
                type="button"
                className="link whitespace-nowrap"
                title={`Choose the units that are aimed at ${area.name}`}
                onClick={() => goTo(at.map(({ id }) => id))}
              >
                {plural(at.length, 'unit')}
              </button>
            ) : (
              <span className="pencil whitespace-nowrap">no unit</span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
