/** A length on a line of its own, typed in metres or feet; `+0.5` and `_0.5` count from what stands there. */
import { formatLength, LENGTH_HELP, lengthFrom, lengthUnit, parseLength, type Units } from '#core/measure/lengths';
import { Line, TextField } from './TextField';

interface Props {
  readonly name: string;
  /** Name for readers and tests, where it is not the one on the line. */
  readonly label?: string;
  /** mm; null shows the placeholder instead. */
  readonly value: number | null;
  readonly units: Units;
  readonly placeholder?: string;
  /** Takes mm; answers a sentence when they cannot be taken. `text` is what was typed. */
  readonly onLength: (mm: number, text: string) => string | null;
}

export const LengthField = ({ name, label = name, value, units, placeholder, onLength }: Props) => (
  <Line name={name} unit={lengthUnit(units)}>
    <TextField
      label={label}
      help={LENGTH_HELP}
      value={value === null ? '' : formatLength(value, units)}
      {...(placeholder === undefined ? {} : { placeholder })}
      onWrite={(text) => {
        const parsed = parseLength(text, units);
        if (!parsed.ok) return parsed.why;
        return onLength(lengthFrom(parsed, value ?? 0), text);
      }}
    />
  </Line>
);
