/** Light of a type: a polar chart of its candela, and what reaches a surface at some distances. Measured where it was, else calculated from two angles. */

import {
  CartesianGrid,
  Line,
  LineChart,
  PolarAngleAxis,
  PolarGrid,
  PolarRadiusAxis,
  Radar,
  RadarChart,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { familyEntry } from '#core/families/index';
import { FOOTCANDLE, illuminance, peakOf, profileOf, widthAt } from '#core/light/beam';
import { angleAt, lumensOf, offAxis, peakOfTable } from '#core/light/candela';
import type { Units } from '#core/measure/lengths';
import type { FixtureType } from '#core/model/records';

const figures = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });
const one = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 });
const degrees = (value: number | null): string => (value === null ? 'not determined' : `${one.format(value)}°`);
const ink = { fontSize: 10, fill: 'var(--pencil)', fontFamily: 'inherit' };

/** Candela in both crossed planes, from -90 to 90 degrees off the axis. */
function sampled(type: FixtureType): { gamma: number; a: number; b: number }[] {
  const light = type.photometry;
  const peak = light ? 1 : peakOf(type);
  const profile = profileOf(type);
  // To the next mark of fifteen degrees, so that the outermost one is figured.
  const width = light ? (angleAt(light, 0.1) ?? 180) : type.field;
  const reach = Math.min(90, 15 * Math.ceil(Math.max(20, width) / 15));
  const step = reach > 60 ? 3 : reach > 30 ? 1.5 : 1;
  const out = [];
  for (let gamma = -reach; gamma <= reach; gamma += step)
    out.push({
      gamma,
      a: light ? offAxis(light, 0, gamma) : peak * profile(gamma),
      b: light ? offAxis(light, 90, gamma) : peak * profile(gamma),
    });
  return out;
}

/** Width of the polar chart, dots. */
const CHART = 206;
/** Every fifteenth degree, counted from the axis; none that the edge would cut. */
function AngleTick(props: unknown) {
  const { x, y, payload } = props as { x: number; y: number; payload: { value: number } };
  return payload.value % 15 === 0 && x > 14 && x < CHART - 14 ? (
    <text x={x} y={y + 3} textAnchor="middle" {...ink}>
      {Math.abs(payload.value)}°
    </text>
  ) : (
    <g />
  );
}

export function Light({ type, units }: { type: FixtureType; units: Units }) {
  if (familyEntry(type.family).dark) return null;
  const light = type.photometry;
  const peak = light ? peakOfTable(light).peak : peakOf(type);
  if (peak <= 0) return <p className="pencil py-2">Without lumens, candela or a photometric file no light can be shown.</p>;
  const beam = light ? angleAt(light, 0.5) : type.beam;
  const field = light ? angleAt(light, 0.1) : type.field;
  const across = light && light.horizontal.length > 1 ? [angleAt(light, 0.5, 90), angleAt(light, 0.1, 90)] : null;
  const curve = sampled(type);
  // A round chart wants a whole turn: the axis of the beam points down.
  const polar = curve.map(({ gamma, a, b }) => ({ angle: gamma, a, b }));
  const feet = units === 'imperial';
  const distances = feet ? [10, 15, 20, 30, 40] : [3, 4, 6, 8, 10, 12];
  return (
    <section aria-label="Light">
      <div className="flex gap-3">
        <figure className="m-0" aria-label="Polar chart">
          <div style={{ width: CHART, height: 190 }}>
            <ResponsiveContainer>
              <RadarChart
                data={polar}
                startAngle={270 - Math.abs(polar[0]!.angle)}
                endAngle={270 + Math.abs(polar[0]!.angle)}
                cy="18%"
                outerRadius={136}
                margin={{ top: 4, bottom: 0, left: 4, right: 4 }}
              >
                <PolarGrid stroke="var(--hair)" gridType="circle" radialLines={false} />
                <PolarAngleAxis dataKey="angle" tick={AngleTick} axisLine={false} />
                <PolarRadiusAxis tick={false} axisLine={false} domain={[0, peak]} />
                <Radar dataKey="a" stroke="var(--lamp)" fill="var(--glow)" fillOpacity={0.35} isAnimationActive={false} />
                {across && <Radar dataKey="b" stroke="var(--ink)" fill="none" strokeDasharray="4 2" isAnimationActive={false} />}
              </RadarChart>
            </ResponsiveContainer>
          </div>
          <figcaption className="pencil text-[11px]">
            candela off the axis{across ? ', dashed: the plane across' : ''};{' '}
            {light ? `measured, ${light.name}` : 'calculated from two angles'}
          </figcaption>
        </figure>
        <dl className="grid h-fit grid-cols-[auto_auto] gap-x-3 gap-y-0.5 whitespace-nowrap">
          <dt className="pencil">Peak</dt>
          <dd className="text-right">{figures.format(peak)} cd</dd>
          <dt className="pencil">Beam</dt>
          <dd className="text-right">{degrees(beam)}</dd>
          <dt className="pencil">Field</dt>
          <dd className="text-right">{degrees(field)}</dd>
          {across && (
            <>
              <dt className="pencil">Across</dt>
              <dd className="text-right">
                {degrees(across[0] ?? null)} / {degrees(across[1] ?? null)}
              </dd>
            </>
          )}
          <dt className="pencil">Lumens</dt>
          <dd className="text-right">
            {figures.format(light ? lumensOf(light) : type.lumens)} lm
            {!light && (
              <div className="pencil text-[11px]">
                {type.lumensIn === 'total' ? 'in all' : `in the ${type.lumensIn ?? 'field'}`}
              </div>
            )}
          </dd>
        </dl>
      </div>
      <table className="mt-2 w-full text-right" aria-label="Illuminance over distance">
        <thead className="pencil">
          <tr style={{ borderBottom: '1px solid var(--hair)' }}>
            <th className="text-left font-normal">at</th>
            {distances.map((d) => (
              <th key={d} className="font-normal">
                {d} {feet ? 'ft' : 'm'}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th className="pencil text-left font-normal">{feet ? 'fc' : 'lx'}</th>
            {distances.map((d) => (
              <td key={d}>{figures.format(illuminance(peak, feet ? d * 0.3048 : d) / (feet ? FOOTCANDLE : 1))}</td>
            ))}
          </tr>
          <tr>
            <th className="pencil text-left font-normal">beam {feet ? 'ft' : 'm'}</th>
            {distances.map((d) => (
              <td key={d}>{beam === null ? '' : one.format(widthAt(d, beam))}</td>
            ))}
          </tr>
          <tr>
            <th className="pencil text-left font-normal">field {feet ? 'ft' : 'm'}</th>
            {distances.map((d) => (
              <td key={d}>{field === null ? '' : one.format(widthAt(d, field))}</td>
            ))}
          </tr>
        </tbody>
      </table>
    </section>
  );
}

/** A spectral curve, in the colours of the theme. */
export function Curve({ points, label }: { points: readonly { nm: number; passes: number; light?: number }[]; label: string }) {
  return (
    <figure className="m-0" aria-label={label}>
      <div style={{ width: '100%', height: 170 }}>
        <ResponsiveContainer>
          <LineChart data={[...points]} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
            <CartesianGrid stroke="var(--hair-faint)" />
            <XAxis
              dataKey="nm"
              type="number"
              domain={[380, 780]}
              ticks={[400, 500, 600, 700]}
              tick={ink}
              stroke="var(--hair)"
              unit=" nm"
            />
            <YAxis
              domain={[0, 1]}
              ticks={[0, 0.5, 1]}
              tick={ink}
              stroke="var(--hair)"
              tickFormatter={(v: number) => `${Math.round(v * 100)} %`}
            />
            <Line dataKey="light" stroke="var(--hair)" dot={false} isAnimationActive={false} strokeWidth={1} />
            <Line dataKey="passes" stroke="var(--lamp)" dot={false} isAnimationActive={false} strokeWidth={2} />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
