/** What is read of the light at a point: how much, its colour, and by whom. */
import { channelText } from '#core/fields/texts';
import { FOOTCANDLE } from '#core/light/beam';
import { hexSeen } from '#core/light/exposure';
import type { Reading } from '#core/light/reading';
import { usePicture } from '../../../state/picture';

/** So many are told, the brightest. */
const SHOWN = 6;

export function LightSaid({ reading, unit }: { readonly reading: Reading; readonly unit: 'lx' | 'fc' }) {
  const { parts, lux, xyz } = reading;
  // As the picture has it: by the lamp that counts as white there.
  const white = usePicture((state) => state.white);
  const colour = xyz && hexSeen(xyz, white);
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
