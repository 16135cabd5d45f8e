/** The field of light on the plan: its legend, and what the pointer reads there. */
import { useMemo } from 'react';
import { useStore } from 'zustand';
import { TONE } from '#core/draw/list';
import { bandColour } from '#core/draw/lux';
import { channelText } from '#core/fields/texts';
import { FOOTCANDLE } from '#core/light/beam';
import { blockedBy, blockersOf } from '#core/light/blockers';
import { luxAt, type Surface } from '#core/light/field';
import { sourceOf } from '#core/light/source';
import { hexOfXyz } from '#core/light/srgb';
import { formatLength } from '#core/measure/lengths';
import type { Fixture, Id, Vec3 } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { useShow } from '../../../state/context';
import { type LightState, litOf, useLight } from '../../../state/light';
import { useSelection } from '../../../state/selection';
import type { Pane } from '../pane';
import { type Lit, litFixtures, useField } from './useField';

export function LightPane({ pane }: { pane: Pane }) {
  const show = useShow();
  const of = litOf(
    show,
    useLight((state) => state.of),
  );
  useField(show, of);
  const field = useLight((state) => state.field);
  const progress = useLight((state) => state.progress);
  if (of === 'nothing') return null;
  return (
    <>
      {progress !== null && (
        <output
          className="absolute top-3 right-3 border px-2 py-0.5 text-[11px]"
          style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
        >
          light {Math.round(progress * 100)} %
        </output>
      )}
      {field && <Scale field={field} />}
      {field && <Reading pane={pane} surface={field.surface} of={of} />}
    </>
  );
}

/** Bands of the field with the light at which each begins. */
function Scale({ field: { levels, surface, most } }: { field: NonNullable<LightState['field']> }) {
  const show = useShow();
  const unit = useLight((state) => state.unit);
  const facing = useLight((state) => state.facing);
  const { units } = settingsOf(show);
  const [, , z] = surface.corner;
  return (
    <figure
      aria-label="Scale of the light"
      className="pointer-events-none absolute bottom-2 left-36 px-1 text-[11px]"
      style={{ background: 'var(--sheet)' }}
    >
      <figcaption className="pencil">
        {unit} at +{formatLength(z, units)}, facing {facing}; most {Math.round(most)}
      </figcaption>
      <div className="flex">
        {levels.map((level, i) => (
          <div key={level} className="w-9">
            <div className="h-2.5" style={{ background: bandColour(levels, i), opacity: TONE }} />
            <span>{level >= 10_000 ? `${level / 1000}k` : level}</span>
          </div>
        ))}
      </div>
    </figure>
  );
}

interface Part {
  readonly fixture: Fixture;
  readonly lux: number;
}
/** Who lights a point, brightest first, and the colour of all of it. */
function readAt(show: Show, lit: Lit, point: Vec3, normal: Surface['normal'], blocked: boolean) {
  const blockers = blocked ? blockersOf(show) : [];
  const parts: Part[] = [];
  const sum: [number, number, number] = [0, 0, 0];
  for (const [fixture, output] of lit) {
    const source = sourceOf(show, fixture);
    const lux = source ? output * luxAt(source, point, normal) : 0;
    if (!source || lux <= 0.05 || blockedBy(blockers, source.at, point)) continue;
    parts.push({ fixture, lux });
    source.xyz.forEach((value, i) => {
      sum[i] = (sum[i] ?? 0) + lux * value;
    });
  }
  parts.sort((a, b) => b.lux - a.lux);
  return { parts, lux: sum[1], colour: sum[1] > 0 ? hexOfXyz([(100 * sum[0]) / sum[1], 100, (100 * sum[2]) / sum[1]]) : null };
}
const SHOWN = 6;
const empty: readonly Id[] = [];

function Reading({ pane, surface, of }: { pane: Pane; surface: Surface; of: string }) {
  const show = useShow();
  const unit = useLight((state) => state.unit);
  const blocked = useLight((state) => state.blocked);
  const selection = useSelection((state) => (of === 'selection' ? state.selection : empty));
  const inside = useStore(pane, (state) => state.inside);
  const kept = useLight((state) => state.kept);
  const lit = useMemo(() => litFixtures(show, of, selection, kept), [show, of, selection, kept]);
  if (!inside) return null;
  const { parts, lux, colour } = readAt(show, lit, [inside[0], inside[1], surface.corner[2]], surface.normal, blocked);
  const shown = (value: number) => Math.round(unit === 'fc' ? value / FOOTCANDLE : value);
  return (
    <div
      data-testid="light-here"
      className="pointer-events-none absolute right-4 bottom-14 flex max-w-[70%] items-center gap-2 border px-2 text-[12px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
    >
      {colour && <span className="h-3 w-3 shrink-0 border" style={{ background: colour, borderColor: 'var(--pencil)' }} />}
      <b className="whitespace-nowrap">
        {shown(lux)} {unit}
      </b>
      <span className="truncate">
        {parts
          .slice(0, SHOWN)
          .map(({ fixture, lux: own }) => `${channelText(fixture) || fixture.unit || '?'}: ${shown(own)}`)
          .join('  \u00b7  ')}
        {parts.length > SHOWN && `  and ${parts.length - SHOWN} more`}
      </span>
    </div>
  );
}
