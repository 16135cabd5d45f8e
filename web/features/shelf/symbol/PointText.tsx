import { firstOf, itemAt } from '#core/measure/list';
import { TextField } from '../../../ui/TextField';

/** A point as two figures: "120, -40". */
export function PointText({
  label,
  at,
  onPoint,
}: {
  label: string;
  at: readonly [number, number];
  onPoint: (at: [number, number]) => void;
}) {
  return (
    <TextField
      label={label}
      value={`${Math.round(at[0] * 100) / 100}, ${Math.round(at[1] * 100) / 100}`}
      onWrite={(text) => {
        const parts = text
          .split(/[\s,;]+/)
          .filter(Boolean)
          .map(Number);
        if (parts.length !== 2 || parts.some((value) => !Number.isFinite(value) || Math.abs(value) > 1e5))
          return 'Two figures in mm, such as 120, -40.';
        onPoint([firstOf(parts), itemAt(parts, 1)]);
        return null;
      }}
    />
  );
}
