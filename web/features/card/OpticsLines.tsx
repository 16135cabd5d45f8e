/** How a lantern is focused besides its aim: zoom, iris, edge, frost and the blades of its shutters, by figures. */
import { familyEntry } from '#core/families/index';
import { FOOTCANDLE } from '#core/light/beam';
import { stringFrom, stringText } from '#core/light/changers';
import { cutIn, cutSaid } from '#core/light/cut';
import { luxAt } from '#core/light/field';
import { type Blade, blades, type Optics } from '#core/light/gate';
import { poolOn, washSpacing } from '#core/light/pool';
import { shutterOf, withOptics, withShutter } from '#core/light/shutters';
import { anglesOf, sourceOf } from '#core/light/source';
import { formatLength, lengthUnit } from '#core/measure/lengths';
import { updating } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { all, get, settingsOf } from '#core/model/show';
import { place, yokeOf } from '#core/space/hanging';
import { useSession, useShow } from '../../state/context';
import { useLight } from '../../state/light';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { shared } from './shared';

const percent = (value: number) => String(Math.round(value * 1000) / 10);
/** A share typed as percent; null where it is none. */
const shareOf = (text: string): number | null => {
  const value = Number(text.trim().replace(/\s*%$/, '').replace(',', '.'));
  return text.trim() !== '' && value >= 0 && value <= 100 ? value / 100 : null;
};
/** "22, -3": depth in percent, and the angle where one is said. */
function shutterFrom(text: string): { depth: number; angle: number } | null {
  const [depth = '', angle = '0', ...more] = text.trim() ? text.split(/[;\s]\s*|,\s+/).filter(Boolean) : ['0'];
  const share = shareOf(depth);
  const turn = Number(angle.replace(/°$/, '').replace(',', '.'));
  return share === null || more.length || !(Math.abs(turn) <= 45) ? null : { depth: share, angle: turn };
}
const sides: Readonly<Record<Blade, string>> = {
  up: 'Shutter up',
  down: 'Shutter down',
  left: 'Shutter left',
  right: 'Shutter right',
};

export function OpticsLines({ fixtures }: { readonly fixtures: readonly Fixture[] }) {
  const session = useSession();
  const show = useShow();
  const types = fixtures.map((fixture) => get(show, 'type', fixture.type));
  const images = types.every(({ family }) => familyEntry(family).images);
  const put = (label: string, next: (fixture: Fixture) => Fixture) => {
    session.edit(
      `${label} of ${plural(fixtures.length)}`,
      updating(fixtures.map((fixture) => [fixture, next(fixture)] as const)),
    );
    return null;
  };
  const share = (field: 'zoom' | 'iris' | 'edge' | 'frost', name: string, usual: number, help: string) => {
    const value = shared(fixtures.map((fixture) => fixture.optics?.[field] ?? usual));
    return (
      <Line name={name} unit="%">
        <TextField
          label={name}
          value={value === null ? '' : percent(value)}
          placeholder={value === null ? 'several' : ''}
          help={help}
          onWrite={(text) => {
            const to = text.trim() ? shareOf(text) : usual;
            if (to === null) return 'From 0 to 100.';
            return put(`${name} ${percent(to)} %`, (fixture) =>
              withOptics(fixture, { [field]: to === usual ? undefined : to } as Partial<Optics>),
            );
          }}
        />
      </Line>
    );
  };
  const [one] = fixtures.length === 1 ? fixtures : [];
  return (
    <>
      {one && <Beam fixture={one} />}
      {types.every(({ zoom }) => zoom) && share('zoom', 'Zoom', 0, '0 is the narrow end, 100 the wide one')}
      {images && share('iris', 'Iris', 1, '100 is open')}
      {images && share('edge', 'Edge', 0, '0 is sharp, 100 soft')}
      {share('frost', 'Frost', 0, '0 is none')}
      <ScrollString fixtures={fixtures} />
      {images && fixtures.some(({ gobo }) => gobo) && <GoboTurn fixtures={fixtures} put={put} />}
      {images &&
        blades.map((blade) => {
          const texts = fixtures.map((fixture) => {
            const { depth, angle } = shutterOf(fixture, blade);
            return depth ? `${percent(depth)}, ${Math.round(angle * 10) / 10}` : '0';
          });
          const value = shared(texts);
          return (
            <Line key={blade} name={sides[blade]} unit="%, deg">
              <TextField
                label={sides[blade]}
                value={value ?? ''}
                placeholder={value === null ? 'several' : ''}
                help="How deep, in percent of the field, and the angle of its edge, as in 22, -3"
                onWrite={(text) => {
                  const set = shutterFrom(text);
                  if (!set) return 'A depth from 0 to 100, and an angle from -45 to 45 where it is turned, as in 22, -3.';
                  return put(sides[blade], (fixture) => withShutter(show, fixture, blade, set));
                }}
              />
            </Line>
          );
        })}
    </>
  );
}

/** Colours of the string in the scroller that hangs before the lens: it is the same in all scrollers of that kind. */
function ScrollString({ fixtures }: { readonly fixtures: readonly Fixture[] }) {
  const session = useSession();
  const show = useShow();
  const ids = new Set(fixtures.flatMap(({ accessories = [] }) => accessories));
  const [scroller] = all(show, 'accessory').filter(({ id, form }) => form === 'scroller' && ids.has(id));
  if (!scroller) return null;
  const hung = all(show, 'fixture').filter(({ accessories }) => accessories?.includes(scroller.id)).length;
  return (
    <Line name="String">
      <TextField
        label="String of the scroller"
        value={stringText(scroller.string ?? [])}
        placeholder="clear, code, code"
        help={`Colours in the order of the frames, with commas between; the same in ${plural(hung)} with ${scroller.name}`}
        onWrite={(text) => {
          const string = stringFrom(all(show, 'filter'), text);
          if (string.length > 60) return 'At most 60 frames.';
          const { string: _, ...rest } = scroller;
          session.edit(`String of ${scroller.name}`, updating([[scroller, string.length ? { ...rest, string } : rest]]));
          return null;
        }}
      />
    </Line>
  );
}

/** How a gobo is turned. Its light stands as its picture does: a lens turns over what is in its gate, so that in the holder it is upside down. */
function GoboTurn({
  fixtures,
  put,
}: {
  readonly fixtures: readonly Fixture[];
  readonly put: (label: string, next: (fixture: Fixture) => Fixture) => null;
}) {
  const turn = shared(fixtures.map(({ optics }) => optics?.turn ?? 0));
  const to = (deg: number) => {
    const kept = ((((deg + 180) % 360) + 360) % 360) - 180;
    return put(`Gobo turned to ${kept} deg`, (fixture) => withOptics(fixture, { turn: kept || undefined }));
  };
  return (
    <Line name="Gobo turn" unit="deg">
      <TextField
        label="Gobo turn"
        value={turn === null ? '' : String(turn)}
        placeholder={turn === null ? 'several' : ''}
        help="Anticlockwise as it is seen on the stage. At 0 its light stands upright: the lens turns it over, so in the holder it is upside down"
        onWrite={(text) => {
          const deg = Number(text.trim().replace(/°$/, '').replace(',', '.') || '0');
          return Math.abs(deg) <= 360 ? to(deg) : 'An angle from -360 to 360.';
        }}
      />
      <button type="button" className="link" title="Turn it by half a turn" onClick={() => to((turn ?? 0) + 180)}>
        turn over
      </button>
    </Line>
  );
}

/** What a beam does: its angle, its pool at the height that is aimed at, its light there, and where a head stands for it. */
function Beam({ fixture }: { readonly fixture: Fixture }) {
  const show = useShow();
  const unit = useLight((state) => state.unit);
  const at = place(show, fixture);
  const { units } = settingsOf(show);
  if (!at.target) return null;
  const type = get(show, 'type', fixture.type);
  const pool = poolOn(at.lens[2] - at.target[2], 90 - at.below, anglesOf(type, fixture.optics).field);
  const source = sourceOf(show, fixture);
  // On a face that looks to the light.
  const lux = source ? luxAt(source, at.target, [-at.beam[0], -at.beam[1], -at.beam[2]]) : 0;
  const cut = cutIn(show, fixture);
  return (
    <>
      <Line name="Angle" unit="deg to the floor">
        {Math.round(at.below)}
      </Line>
      {pool && (
        <Line name="Pool" unit={lengthUnit(units)}>
          {`${formatLength(2 * pool.semiMinor, units)} x ${formatLength(2 * pool.semiMajor, units)}`}
        </Line>
      )}
      {at.throw !== null && (
        <Line name="Even wash" unit={lengthUnit(units)}>
          {`every ${formatLength(Math.round(washSpacing(at.throw, anglesOf(type, fixture.optics).beam) / 10) * 10, units)}`}
        </Line>
      )}
      {lux > 0 && (
        <Line name="At the aim" unit={unit}>
          {Math.round(unit === 'fc' ? lux / FOOTCANDLE : lux)}
        </Line>
      )}
      {!at.pose && (
        <Line name="Yoke, tilt" unit="deg">
          {`${Math.round(yokeOf(at))} from square, ${Math.round(at.below)} down`}
        </Line>
      )}
      {at.pose && (
        <Line name="Pan, tilt" unit="deg">
          {`${at.pose.pan.toFixed(1)}, ${at.pose.tilt.toFixed(1)}`}
        </Line>
      )}
      {cut && cut.share >= 0.02 && (
        <p className="py-0.5" style={{ color: 'var(--doubt)' }}>
          It is {cutSaid(cut)}.
        </p>
      )}
    </>
  );
}
