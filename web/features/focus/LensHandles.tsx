/** Handles of what is set in the lens: blades with their knobs, the iris, the zoom and the turn of a gobo. */
import { type Blade, blades, fromUnder } from '#core/light/gate';
import { type Shutter, shutterOf } from '#core/light/shutters';
import type { Fixture, Vec2 } from '#core/model/records';

export type Held =
  | { readonly what: 'push' | 'turn'; readonly blade: Blade; readonly set: Shutter }
  | { readonly what: 'iris'; readonly iris: number }
  | { readonly what: 'zoom'; readonly radius: number }
  | { readonly what: 'gobo'; readonly turn: number };

/** A blade as it stands, or as it is held. */
export const setOf = (held: Held | null, fixture: Fixture, blade: Blade): Shutter =>
  (held?.what === 'push' || held?.what === 'turn') && held.blade === blade ? held.set : shutterOf(fixture, blade);

/** Where a pointer is in the gate. @param wide  half the width of the picture, in radii of the field */
export function svgAt(svg: SVGSVGElement | null, { clientX, clientY }: React.PointerEvent, wide: number): Vec2 {
  const box = svg?.getBoundingClientRect();
  if (!box) return [0, 0];
  const k = (2 * wide) / Math.min(box.width, box.height);
  return [(clientX - box.left - box.width / 2) * k, -(clientY - box.top - box.height / 2) * k];
}

const HALF = Math.SQRT1_2;
export function Handles({
  fixture,
  held,
  radius: R,
  blades: bladed,
  iris,
  zoom,
  gobo,
  onTake,
}: {
  readonly fixture: Fixture;
  readonly held: Held | null;
  /** Pixels of the field's radius. */
  readonly radius: number;
  readonly blades: boolean;
  /** As it stands or is held; null where there is none. */
  readonly iris: number | null;
  readonly zoom: boolean;
  /** Turn of the gobo, degrees; null where there is none. */
  readonly gobo: number | null;
  readonly onTake: (held: Held, pointer: number) => void;
}) {
  const take = (next: Held) => (event: React.PointerEvent) => onTake(next, event.pointerId);
  const pull = held?.what === 'zoom' ? held.radius : 1;
  return (
    <g style={{ cursor: 'grab' }}>
      {bladed &&
        blades.map((blade) => {
          const set = setOf(held, fixture, blade);
          const [hx, hy] = fromUnder(blade, 0, 1 - 2 * set.depth);
          const c = Math.cos((set.angle * Math.PI) / 180);
          const s = Math.sin((set.angle * Math.PI) / 180);
          const [kx, ky] = fromUnder(blade, 0.5 * c, 1 - 2 * set.depth + 0.5 * s);
          return (
            <g key={blade}>
              <rect
                data-testid={`blade ${blade}`}
                x={hx * R - 7}
                y={-hy * R - 7}
                width={14}
                height={14}
                style={{ fill: 'var(--lamp)', stroke: 'var(--sheet)' }}
                onPointerDown={take({ what: 'push', blade, set })}
              />
              {set.depth > 0 && (
                <Knob name={`turn ${blade}`} x={kx * R} y={-ky * R} onDown={take({ what: 'turn', blade, set })} />
              )}
            </g>
          );
        })}
      {iris !== null && (
        <Knob
          name="iris handle"
          x={iris * R * HALF}
          y={-iris * R * HALF}
          onDown={take({ what: 'iris', iris })}
          title="Iris: drag it in"
          said="iris"
        />
      )}
      {zoom && (
        <path
          data-testid="zoom handle"
          d="M-8 0L0 -8L8 0L0 8Z"
          transform={`translate(${pull * R * HALF} ${pull * R * HALF})`}
          style={{ fill: 'var(--lamp)', stroke: 'var(--sheet)' }}
          onPointerDown={take({ what: 'zoom', radius: 1 })}
        >
          <title>Zoom: drag it out or in</title>
        </path>
      )}
      {gobo !== null && (
        <Knob
          name="gobo handle"
          x={-Math.sin((gobo * Math.PI) / 180) * R * 0.8}
          y={-Math.cos((gobo * Math.PI) / 180) * R * 0.8}
          onDown={take({ what: 'gobo', turn: gobo })}
          title="Gobo: turn it"
          said="gobo"
        />
      )}
    </g>
  );
}
function Knob({
  name,
  x,
  y,
  title,
  said,
  onDown,
}: {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly title?: string;
  /** Beside it. */
  readonly said?: string;
  readonly onDown: (event: React.PointerEvent) => void;
}) {
  return (
    <>
      <circle
        data-testid={name}
        cx={x}
        cy={y}
        r={6}
        style={{ fill: 'var(--sheet)', stroke: 'var(--lamp)', strokeWidth: 2 }}
        onPointerDown={onDown}
      >
        {title && <title>{title}</title>}
      </circle>
      {said && (
        <text
          className="pointer-events-none text-[11px]"
          x={x + 9}
          y={y - 6}
          style={{ fill: 'var(--ink)', stroke: 'var(--sheet)', strokeWidth: 3, paintOrder: 'stroke' }}
        >
          {said}
        </text>
      )}
    </>
  );
}
