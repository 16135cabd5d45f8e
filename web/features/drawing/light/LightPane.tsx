/** The field of light on the plan: its legend, and what the pointer reads there. */
import { useMemo } from 'react';
import { useStore } from 'zustand';
import { TONE } from '#core/draw/list';
import { bandColour, lessColours } from '#core/draw/lux';
import { blockersOf } from '#core/light/blockers';
import type { Surface } from '#core/light/field';
import { readAt } from '#core/light/reading';
import { formatLength } from '#core/measure/lengths';
import type { Id } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { useShow } from '../../../state/context';
import { type LightState, litOf, useLight } from '../../../state/light';
import { useSelection } from '../../../state/selection';
import type { Pane } from '../pane';
import { LightSaid } from './LightSaid';
import { litFixtures, useField } from './useField';

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
      {field?.compared && !field.levels.length && (
        <p
          className="pencil pointer-events-none absolute bottom-2 left-36 px-1 text-[11px]"
          style={{ background: 'var(--sheet)' }}
        >
          The light is the same on this plane.
        </p>
      )}
      {field && (field.levels.length > 0 || !field.compared) && <Scale field={field} />}
      {field && <Reading pane={pane} surface={field.surface} of={of} />}
    </>
  );
}

/** Bands of the field with the light at which each begins. */
function Scale({ field: { levels, surface, most, compared } }: { field: NonNullable<LightState['field']> }) {
  const bands = [
    ...(compared
      ? [...levels.keys()].reverse().map((i) => [-(levels[i] ?? 0), bandColour(levels, i, lessColours)] as const)
      : []),
    ...levels.map((level, i) => [level, bandColour(levels, i)] as const),
  ];
  const sign = (level: number) => (compared && level > 0 ? '+' : '');
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
        {unit} at +{formatLength(z, units)}, facing {facing}; most {sign(most)}
        {Math.round(most)}
      </figcaption>
      <div className="flex">
        {bands.map(([level, colour]) => (
          <div key={level} className="w-9">
            <div className="h-2.5" style={{ background: colour, opacity: TONE }} />
            <span>
              {sign(level)}
              {Math.abs(level) >= 10_000 ? `${level / 1000}k` : level}
            </span>
          </div>
        ))}
      </div>
    </figure>
  );
}

const empty: readonly Id[] = [];

function Reading({ pane, surface, of }: { pane: Pane; surface: Surface; of: string }) {
  const show = useShow();
  const unit = useLight((state) => state.unit);
  const blocked = useLight((state) => state.blocked);
  const selection = useSelection((state) => (of === 'selection' ? state.selection : empty));
  const inside = useStore(pane, (state) => state.inside);
  const kept = useLight((state) => state.kept);
  const trial = useLight((state) => state.trial);
  const live = useLight((state) => state.live);
  const liveStates = useLight((state) => state.liveStates);
  const lit = useMemo(
    () => litFixtures(show, of, selection, kept, { trial, live, liveStates }),
    [show, of, selection, kept, trial, live, liveStates],
  );
  if (!inside) return null;
  const point = [inside[0], inside[1], surface.corner[2]] as const;
  const reading = readAt(show, lit, point, surface.normal, blocked ? blockersOf(show) : []);
  return <LightSaid reading={reading} unit={unit} />;
}
