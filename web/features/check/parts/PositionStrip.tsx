/** The position of a light as one meets it from below: its lights in their order, and which of them it is. */
import { channelText } from '#core/fields/texts';
import type { Fixture } from '#core/model/records';
import { get, type Show } from '#core/model/show';
import { fixturesOn } from '#core/order/order';

const [WIDE, HIGH, STEP] = [12, 18, 16];

export function PositionStrip({ show, light }: { readonly show: Show; readonly light: Fixture }) {
  const position = get(show, 'position', light.position);
  const units = fixturesOn(show, position);
  const at = units.findIndex(({ id }) => id === light.id);
  const width = Math.max(1, units.length) * STEP;
  return (
    <figure className="py-2" data-testid="on its position">
      <figcaption className="pencil">
        on {position.name}, {at + 1} of {units.length} as they are counted
      </figcaption>
      <svg
        viewBox={`0 0 ${width} 34`}
        className="mt-1 max-h-12 w-full"
        preserveAspectRatio="xMidYMid meet"
        role="img"
        aria-label={`Unit ${at + 1} of ${units.length} on ${position.name}`}
      >
        <line x1={0} x2={width} y1={3} y2={3} stroke="var(--pencil)" strokeWidth={1.5} />
        {units.map((unit, i) => (
          <g key={unit.id}>
            <rect
              x={i * STEP + (STEP - WIDE) / 2}
              y={5}
              width={WIDE}
              height={HIGH}
              fill={i === at ? 'var(--lamp)' : 'none'}
              stroke={i === at ? 'var(--lamp)' : 'var(--pencil)'}
            />
            {i === at && (
              <text x={i * STEP + STEP / 2} y={33} textAnchor="middle" fontSize={9} fill="var(--ink)">
                {unit.unit || channelText(unit)}
              </text>
            )}
          </g>
        ))}
      </svg>
    </figure>
  );
}
