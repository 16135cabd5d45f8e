/** A length without a line of its own; never 0. */
import { formatLength, LENGTH_HELP, lengthFrom, parseLength } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import { useShow } from '../../state/context';
import { TextField } from '../../ui/TextField';

/** Longest side of a work area or tile, mm. */
const MOST = 1e6;

export function LengthText({ label, value, onMm }: { label: string; value: number; onMm: (mm: number) => void }) {
  const { units } = settingsOf(useShow());
  return (
    <TextField
      label={label}
      help={LENGTH_HELP}
      value={formatLength(value, units)}
      onWrite={(text) => {
        const parsed = parseLength(text, units);
        if (!parsed.ok) return parsed.why;
        const mm = lengthFrom(parsed, value);
        if (mm < 1 || mm > MOST) return 'Type a length above 0.';
        onMm(mm);
        return null;
      }}
    />
  );
}
