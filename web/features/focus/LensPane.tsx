/** Through the lens of the chosen unit: stage, cloths and a person as it sees them, its field, and the blades of its shutters, which are pushed and turned here. */
import { useMemo, useRef, useState } from 'react';
import { channelText } from '#core/fields/texts';
import { type Blade, behindBlade, blades, fromUnder, STEEPEST } from '#core/light/gate';
import {
  cutToLine,
  type LensView,
  lensViewOf,
  lineInGate,
  type Shutter,
  shutterOf,
  shuttersDoubtful,
  withShutter,
} from '#core/light/shutters';
import { anglesOf } from '#core/light/source';
import { updating } from '#core/model/change';
import type { Fixture, Vec2, Vec3 } from '#core/model/records';
import { all, find, get, type Show, settingsOf } from '#core/model/show';
import { areaPoints } from '#core/space/areas';
import { place } from '#core/space/hanging';
import { maskingEnds, outlinePoints } from '#core/space/transform';
import { chosenFixtures } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { toast } from '../../state/toast';

/** Half the width of the picture, in radii of the field. */
const WIDE = 1.3;
/** Pixels of a radius. */
const R = 180;
type Line = readonly [Vec2, Vec2];

interface Edge {
  readonly line: Line;
  readonly use: 'floor' | 'house' | 'cloth' | 'area' | 'person';
  /** Ends in the world: what a blade can be cut to. */
  readonly ends: readonly [Vec3, Vec3];
}
/** A person of 1.75 m who stands below the aim: height of the crown, half the width of the shoulders, mm (common practice, no source). */
const PERSON = { height: 1750, shoulders: 230, neck: 1480, head: 110 };

/** Lines of the stage as the lens sees them. */
function edgesOf(show: Show, fixture: Fixture, view: LensView): Edge[] {
  const out: Edge[] = [];
  const add = (use: Edge['use'], a: Vec3, b: Vec3) => {
    const line = lineInGate(view, a, b);
    if (line) out.push({ use, line, ends: [a, b] });
  };
  const ring = (use: Edge['use'], points: readonly Vec3[]) =>
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length];
      if (b) add(use, a, b);
    });
  const { stageWidth, stageDepth } = settingsOf(show);
  for (let x = -Math.floor(stageWidth / 2000); x <= stageWidth / 2000; x++)
    add('floor', [x * 1000, 0, 0], [x * 1000, stageDepth, 0]);
  for (let y = 0; y <= stageDepth / 1000; y++) add('floor', [-stageWidth / 2, y * 1000, 0], [stageWidth / 2, y * 1000, 0]);
  for (const outline of all(show, 'outline')) {
    const points = outlinePoints(outline);
    if (outline.use === 'seats') continue;
    points.slice(1).forEach((b, i) => {
      const a = points[i];
      if (!a) return;
      for (const z of new Set([outline.zFrom, outline.zTo])) add('house', [...a, z], [...b, z]);
      if (outline.zTo > outline.zFrom) add('house', [...a, outline.zFrom], [...a, outline.zTo]);
    });
  }
  for (const cloth of all(show, 'masking')) {
    const [a, b] = maskingEnds(cloth);
    const [low, high] = [cloth.z, cloth.z + cloth.height];
    ring('cloth', [
      [...a, low],
      [...b, low],
      [...b, high],
      [...a, high],
    ]);
  }
  const aimed = fixture.aim?.kind === 'area' ? find(show, 'area', fixture.aim.area) : undefined;
  if (aimed)
    ring(
      'area',
      areaPoints(aimed).map(([x, y]): Vec3 => [x, y, aimed.at[2]]),
    );
  out.push(...personAt(view, place(show, fixture).target));
  return out;
}
/** A person below a point, turned to the lens. */
function personAt(view: LensView, target: Vec3 | null): Edge[] {
  if (!target) return [];
  const { right } = view;
  const [x, y] = target;
  const at = (across: number, z: number): Vec3 => [x + right[0] * across, y + right[1] * across, z];
  const { height, shoulders, neck, head } = PERSON;
  const outline: Vec3[] = [
    at(-shoulders * 0.5, 0),
    at(-shoulders * 0.62, neck * 0.55),
    at(-shoulders, neck - 130),
    at(-shoulders * 0.9, neck - 50),
    at(-head * 0.55, neck - 10),
    at(-head * 0.8, neck + 60),
    at(-head, neck + 150),
    at(-head * 0.75, height - 30),
    at(0, height),
    at(head * 0.75, height - 30),
    at(head, neck + 150),
    at(head * 0.8, neck + 60),
    at(head * 0.55, neck - 10),
    at(shoulders * 0.9, neck - 50),
    at(shoulders, neck - 130),
    at(shoulders * 0.62, neck * 0.55),
    at(shoulders * 0.5, 0),
    at(-shoulders * 0.5, 0),
  ];
  return outline.slice(1).flatMap((b, i): Edge[] => {
    const a = outline[i];
    const line = a && lineInGate(view, a, b);
    return a && line ? [{ use: 'person', line, ends: [a, b] }] : [];
  });
}

const inks: Readonly<Record<Edge['use'], { readonly stroke: string; readonly width: number }>> = {
  floor: { stroke: 'var(--hair)', width: 0.5 },
  house: { stroke: 'var(--pencil)', width: 1 },
  cloth: { stroke: 'var(--ink)', width: 1.4 },
  area: { stroke: 'var(--lamp)', width: 1.2 },
  person: { stroke: 'var(--ink)', width: 2 },
};

export function LensPane() {
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const [fixture] = chosenFixtures(show, selection);
  if (!fixture)
    return <p className="pencil p-4">Choose a unit: here the stage is seen through its lens, with the blades of its shutters.</p>;
  if (get(show, 'type', fixture.type).field <= 0)
    return <p className="pencil p-4">What is chosen gives no light that is calculated with.</p>;
  return <Lens key={fixture.id} fixture={fixture} />;
}

function Lens({ fixture }: { readonly fixture: Fixture }) {
  const show = useShow();
  const session = useSession();
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ readonly blade: Blade; readonly turn: boolean; readonly set: Shutter } | null>(null);
  const view = useMemo(() => lensViewOf(show, fixture), [show, fixture]);
  const edges = useMemo(() => edgesOf(show, fixture, view), [show, fixture, view]);
  const angles = anglesOf(get(show, 'type', fixture.type), fixture.optics);
  const beam = Math.tan((angles.beam * Math.PI) / 360) / view.edge;
  const setOf = (blade: Blade): Shutter => (held?.blade === blade ? held.set : shutterOf(fixture, blade));
  const write = (blade: Blade, set: Shutter) =>
    session.edit(
      `Shutter ${blade} of ${channelText(fixture) || fixture.unit || 'a unit'}`,
      updating([[fixture, withShutter(show, fixture, blade, set)]]),
    );
  const gateAt = (event: React.PointerEvent): Vec2 => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    const size = Math.min(box.width, box.height);
    const k = (2 * WIDE) / size;
    return [(event.clientX - box.left - box.width / 2) * k, -(event.clientY - box.top - box.height / 2) * k];
  };
  const move = (event: React.PointerEvent) => {
    if (!held) return;
    const [x, y] = gateAt(event);
    const { depth, angle } = held.set;
    if (held.turn) {
      // Its knob follows the pointer round the middle of its edge.
      const [mx, my] = fromUnder(held.blade, 0, 1 - 2 * depth);
      const [kx, ky] = fromUnder(held.blade, 1, 1 - 2 * depth);
      const from = Math.atan2(ky - my, kx - mx);
      const to = Math.atan2(y - my, x - mx);
      const turned = ((((to - from) * 180) / Math.PI + 540) % 360) - 180;
      setHeld({ ...held, set: { depth, angle: Math.max(-STEEPEST, Math.min(STEEPEST, Math.round(turned))) } });
    } else {
      // As deep as the pointer lies behind the edge of the field on its own axis.
      const behind = behindBlade(held.blade, 0, 0, x, y);
      setHeld({ ...held, set: { depth: Math.max(0, Math.min(1, Math.round(-behind * 50) / 100)), angle } });
    }
  };
  const drop = () => {
    if (held) write(held.blade, held.set);
    setHeld(null);
  };
  const cutTo = (edge: Edge) => {
    const made = cutToLine(show, fixture, ...edge.ends);
    if (!made) return void toast('No blade reaches that line: it lies across the middle of the beam, outside it, or too steep.');
    session.edit(`Cut ${channelText(fixture) || 'a unit'} to a line`, updating([[fixture, made.fixture]]));
  };
  const at = ([x, y]: Vec2): string => `${x * R},${-y * R}`;
  return (
    <div className="relative h-full w-full" data-testid="lens" style={{ background: 'var(--sheet)' }}>
      <svg
        ref={svg}
        className="h-full w-full touch-none"
        viewBox={`${-WIDE * R} ${-WIDE * R} ${2 * WIDE * R} ${2 * WIDE * R}`}
        role="img"
        aria-label={`Through the lens of ${channelText(fixture) || fixture.unit}`}
        onPointerMove={move}
        onPointerUp={drop}
        onPointerCancel={() => setHeld(null)}
      >
        <title>{`Through the lens of ${channelText(fixture) || fixture.unit}`}</title>
        <clipPath id="field">
          <circle r={R} />
        </clipPath>
        <circle r={R} style={{ fill: 'color-mix(in srgb, var(--glow) 22%, transparent)' }} />
        <g>
          {edges.map(({ line: [p, q], use, ends }, i) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: a blade can be cut to what is clicked; by figures it is set in the Card
            <line
              key={i}
              x1={p[0] * R}
              y1={-p[1] * R}
              x2={q[0] * R}
              y2={-q[1] * R}
              style={{ stroke: inks[use].stroke, strokeWidth: inks[use].width }}
              className={use === 'person' ? undefined : 'cursor-pointer hover:![stroke:var(--lamp)]'}
              onDoubleClick={() => use !== 'person' && cutTo({ line: [p, q], use, ends })}
            />
          ))}
        </g>
        <g clipPath="url(#field)">
          {blades.map((blade) => {
            const { depth, angle } = setOf(blade);
            return depth > 0 ? (
              <polygon
                key={blade}
                points={coverOf(blade, depth, angle).map(at).join(' ')}
                style={{ fill: 'var(--ink)', opacity: 0.55 }}
              />
            ) : null;
          })}
        </g>
        <circle r={R} style={{ fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.2 }} />
        <circle r={R * Math.min(1, beam)} style={{ fill: 'none', stroke: 'var(--pencil)', strokeDasharray: '5 4' }} />
        {blades.map((blade) => {
          const set = setOf(blade);
          const [hx, hy] = fromUnder(blade, 0, 1 - 2 * set.depth);
          const c = Math.cos((set.angle * Math.PI) / 180);
          const s = Math.sin((set.angle * Math.PI) / 180);
          const [kx, ky] = fromUnder(blade, 0.5 * c, 1 - 2 * set.depth + 0.5 * s);
          const take = (turn: boolean) => (event: React.PointerEvent) => {
            svg.current?.setPointerCapture(event.pointerId);
            setHeld({ blade, turn, set });
          };
          return (
            <g key={blade} style={{ cursor: 'grab' }}>
              <rect
                data-testid={`blade ${blade}`}
                x={hx * R - 7}
                y={-hy * R - 7}
                width={14}
                height={14}
                style={{ fill: 'var(--lamp)', stroke: 'var(--sheet)' }}
                onPointerDown={take(false)}
              />
              {set.depth > 0 && (
                <circle
                  data-testid={`turn ${blade}`}
                  cx={kx * R}
                  cy={-ky * R}
                  r={6}
                  style={{ fill: 'var(--sheet)', stroke: 'var(--lamp)', strokeWidth: 2 }}
                  onPointerDown={take(true)}
                />
              )}
            </g>
          );
        })}
        <path d="M-8 0H8M0 -8V8" style={{ stroke: 'var(--lamp)', strokeWidth: 1.2 }} />
      </svg>
      <p className="pointer-events-none absolute top-2 left-3 text-[12px]">
        <b>In the lens of {channelText(fixture) || fixture.unit}</b>
        <span className="pencil">
          {'  '}field {Math.round(angles.field)}°, beam {Math.round(angles.beam)}°
        </span>
      </p>
      <p className="pencil pointer-events-none absolute bottom-2 left-3 text-[11px]">
        {held
          ? `${held.blade}: ${Math.round(held.set.depth * 100)} %, ${held.set.angle}°`
          : shuttersDoubtful(show, fixture)
            ? 'It has moved since its shutters were set.'
            : 'Drag a blade in, turn it by its knob; double click a line to cut to it.'}
      </p>
    </div>
  );
}
/** What a blade covers, well beyond the field. */
function coverOf(blade: Blade, depth: number, angle: number): Vec2[] {
  const t = Math.tan((angle * Math.PI) / 180);
  const y = 1 - 2 * depth;
  return [fromUnder(blade, -3, y - 3 * t), fromUnder(blade, 3, y + 3 * t), fromUnder(blade, 3, 6), fromUnder(blade, -3, 6)];
}
