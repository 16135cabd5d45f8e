/** Through the lens of the chosen unit: the stage as it sees it, its field, gobo and iris, and the blades of its shutters, which are pushed and turned here. */
import { useMemo, useRef, useState } from 'react';
import { type LensLine, lensLines } from '#core/draw/lens-lines';
import { familyEntry } from '#core/families/index';
import { channelText } from '#core/fields/texts';
import { type Blade, behindBlade, blades, fromUnder, type Optics, STEEPEST } from '#core/light/gate';
import { goboOf } from '#core/light/gobo';
import { cutToLine, lensViewOf, shuttersDoubtful, withOptics, withShutter, zoomFor } from '#core/light/shutters';
import { anglesOf } from '#core/light/source';
import { updating } from '#core/model/change';
import type { Fixture, Vec2, Vec3 } from '#core/model/records';
import { get } from '#core/model/show';
import { chosenFixtures } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { Handles, type Held, setOf, svgAt } from './LensHandles';

/** Half the width of the picture, in radii of the field. */
const WIDE = 1.3;
/** Pixels of a radius. */
const R = 180;

const inks: Readonly<Record<LensLine['use'], { readonly stroke: string; readonly width: number }>> = {
  floor: { stroke: 'var(--hair)', width: 0.5 },
  house: { stroke: 'var(--pencil)', width: 1 },
  cloth: { stroke: 'var(--ink)', width: 1.4 },
  area: { stroke: 'var(--lamp)', width: 1.2 },
  thing: { stroke: 'var(--pencil)', width: 1.2 },
  person: { stroke: 'var(--ink)', width: 1.4 },
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

/** What is held, as the pointer has brought it; the same where it has not. */
function moved(held: Held, [x, y]: Vec2): Held {
  if (held.what === 'iris') return { ...held, iris: Math.max(0.05, Math.min(1, Math.round(Math.hypot(x, y) * 100) / 100)) };
  if (held.what === 'zoom') return { ...held, radius: Math.max(0.05, Math.hypot(x, y)) };
  if (held.what === 'gobo') return { ...held, turn: ((Math.round((Math.atan2(y, x) * 180) / Math.PI) - 90 + 540) % 360) - 180 };
  const { depth, angle } = held.set;
  if (held.what === 'turn') {
    // Its knob follows the pointer round the middle of its edge.
    const [mx, my] = fromUnder(held.blade, 0, 1 - 2 * depth);
    const [kx, ky] = fromUnder(held.blade, 1, 1 - 2 * depth);
    const from = Math.atan2(ky - my, kx - mx);
    const to = Math.atan2(y - my, x - mx);
    const turned = ((((to - from) * 180) / Math.PI + 540) % 360) - 180;
    return { ...held, set: { depth, angle: Math.max(-STEEPEST, Math.min(STEEPEST, Math.round(turned))) } };
  }
  // As deep as the pointer lies behind the edge of the field on its own axis.
  const behind = behindBlade(held.blade, 0, 0, x, y);
  return { ...held, set: { depth: Math.max(0, Math.min(1, Math.round(-behind * 50) / 100)), angle } };
}

function Lens({ fixture }: { readonly fixture: Fixture }) {
  const show = useShow();
  const session = useSession();
  const svg = useRef<SVGSVGElement>(null);
  const [held, seeHeld] = useState<Held | null>(null);
  // A release may come before what its last movement brought is seen: what is held is kept beside it.
  const latest = useRef<Held | null>(null);
  const setHeld = (next: Held | null) => {
    latest.current = next;
    seeHeld(next);
  };
  const view = useMemo(() => lensViewOf(show, fixture), [show, fixture]);
  const lines = useMemo(() => lensLines(show, fixture, view), [show, fixture, view]);
  const type = get(show, 'type', fixture.type);
  const { images } = familyEntry(type.family);
  const angles = anglesOf(type, fixture.optics);
  const beam = Math.tan((angles.beam * Math.PI) / 360) / view.edge;
  const name = channelText(fixture) || fixture.unit || 'a unit';
  const gobo = images ? goboOf(show, fixture.gobo) : undefined;
  const iris = held?.what === 'iris' ? held.iris : (fixture.optics?.iris ?? 1);
  const turn = held?.what === 'gobo' ? held.turn : (fixture.optics?.turn ?? 0);
  const pulled = held?.what === 'zoom' ? zoomFor(type, fixture.optics, view.edge * held.radius) : null;
  const write = (label: string, next: Fixture) => session.edit(`${label} of ${name}`, updating([[fixture, next]]));
  const set = (label: string, optics: { readonly [K in keyof Optics]?: Optics[K] | undefined }) =>
    write(label, withOptics(fixture, optics));
  const drop = () => {
    const last = latest.current;
    setHeld(null);
    if (!last) return;
    if (last.what === 'iris') set(`Iris ${Math.round(last.iris * 100)} %`, { iris: last.iris < 1 ? last.iris : undefined });
    else if (last.what === 'gobo') set(`Gobo turned to ${last.turn} deg`, { turn: last.turn || undefined });
    else if (last.what === 'zoom') {
      const zoom = zoomFor(type, fixture.optics, view.edge * last.radius);
      if (zoom !== null) set(`Zoom ${Math.round(zoom * 100)} %`, { zoom: zoom || undefined });
    } else write(`Shutter ${last.blade}`, withShutter(show, fixture, last.blade, last.set));
  };
  const cutTo = (ends: readonly [Vec3, Vec3]) => {
    const made = cutToLine(show, fixture, ...ends);
    if (!made) return void toast('No blade reaches that line: it lies across the middle of the beam, outside it, or too steep.');
    session.edit(`Cut ${channelText(fixture) || 'a unit'} to a line`, updating([[fixture, made.fixture]]));
  };
  const at = ([x, y]: Vec2): string => `${x * R},${-y * R}`;
  const title = `Through the lens of ${channelText(fixture) || fixture.unit}`;
  return (
    <div className="relative h-full w-full" data-testid="lens" style={{ background: 'var(--sheet)' }}>
      <svg
        ref={svg}
        className="h-full w-full touch-none"
        viewBox={`${-WIDE * R} ${-WIDE * R} ${2 * WIDE * R} ${2 * WIDE * R}`}
        role="img"
        aria-label={title}
        onPointerMove={(event) => latest.current && setHeld(moved(latest.current, svgAt(svg.current, event, WIDE)))}
        onPointerUp={drop}
        onPointerCancel={() => setHeld(null)}
      >
        <title>{title}</title>
        <clipPath id="field">
          <circle r={R} />
        </clipPath>
        {gobo?.picture && (
          <mask id="metal">
            <circle r={R} fill="#fff" />
            <g transform={`rotate(${-turn})`}>
              <image
                href={`data:image/png;base64,${gobo.picture}`}
                x={-R}
                y={-R}
                width={2 * R}
                height={2 * R}
                style={{ filter: 'invert(1)' }}
              />
            </g>
          </mask>
        )}
        <circle r={R} style={{ fill: 'color-mix(in srgb, var(--glow) 22%, transparent)' }} />
        <g>
          {lines.map(({ points, use, ends }, i) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: a blade can be cut to what is clicked; by figures it is set in the Card
            <polyline
              key={i}
              data-use={use}
              points={points.map(at).join(' ')}
              // What stands there hides what is behind it.
              style={{
                fill: ends || points.length < 4 ? 'none' : 'var(--sheet)',
                fillOpacity: 0.7,
                stroke: inks[use].stroke,
                strokeWidth: inks[use].width,
              }}
              className={ends ? 'cursor-pointer hover:![stroke:var(--lamp)]' : 'pointer-events-none'}
              onDoubleClick={ends && (() => cutTo(ends))}
            />
          ))}
        </g>
        <g className="pointer-events-none">
          {gobo?.picture && <circle data-testid="gobo" r={R} mask="url(#metal)" style={{ fill: 'var(--ink)', opacity: 0.55 }} />}
          {iris < 1 && (
            <path
              data-testid="iris"
              fillRule="evenodd"
              d={`M${-R} 0a${R} ${R} 0 1 0 ${2 * R} 0a${R} ${R} 0 1 0 ${-2 * R} 0M${-R * iris} 0a${R * iris} ${R * iris} 0 1 0 ${2 * R * iris} 0a${R * iris} ${R * iris} 0 1 0 ${-2 * R * iris} 0`}
              style={{ fill: 'var(--ink)', opacity: 0.55 }}
            />
          )}
          <g clipPath="url(#field)">
            {blades.map((blade) => {
              const { depth, angle } = setOf(held, fixture, blade);
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
          {held?.what === 'zoom' && (
            <circle r={R * held.radius} style={{ fill: 'none', stroke: 'var(--lamp)', strokeDasharray: '2 3' }} />
          )}
        </g>
        <Handles
          fixture={fixture}
          held={held}
          radius={R}
          blades={images === true}
          iris={images ? iris : null}
          zoom={type.zoom !== undefined}
          gobo={gobo?.picture ? turn : null}
          onTake={(next, pointer) => {
            svg.current?.setPointerCapture(pointer);
            setHeld(next);
          }}
        />
        <path className="pointer-events-none" d="M-8 0H8M0 -8V8" style={{ stroke: 'var(--lamp)', strokeWidth: 1.2 }} />
      </svg>
      <p className="pointer-events-none absolute top-2 left-3 px-1 text-[12px]" style={{ background: 'var(--sheet)' }}>
        <b>In the lens of {channelText(fixture) || fixture.unit}</b>
        <span className="pencil">
          {'  '}field {Math.round(angles.field)}°, beam {Math.round(angles.beam)}°
        </span>
      </p>
      <p className="pencil pointer-events-none absolute bottom-2 left-3 px-1 text-[11px]" style={{ background: 'var(--sheet)' }}>
        {held
          ? heldSaid(held, pulled)
          : shuttersDoubtful(show, fixture)
            ? 'It has moved since its shutters were set.'
            : images
              ? 'Drag a blade in, turn it by its knob; double click a line to cut to it. The round handle is the iris.'
              : 'It has no gate: no blades and no iris.'}
      </p>
    </div>
  );
}
function heldSaid(held: Held, pulled: number | null): string {
  if (held.what === 'iris') return `Iris ${Math.round(held.iris * 100)} %`;
  if (held.what === 'gobo') return `Gobo ${held.turn}°`;
  if (held.what === 'zoom') return `Zoom ${Math.round((pulled ?? 0) * 100)} %`;
  return `${held.blade}: ${Math.round(held.set.depth * 100)} %, ${held.set.angle}°`;
}
/** What a blade covers, well beyond the field. */
function coverOf(blade: Blade, depth: number, angle: number): Vec2[] {
  const t = Math.tan((angle * Math.PI) / 180);
  const y = 1 - 2 * depth;
  return [fromUnder(blade, -3, y - 3 * t), fromUnder(blade, 3, y + 3 * t), fromUnder(blade, 3, 6), fromUnder(blade, -3, 6)];
}
