/** A line of the panel with a figure between two bounds. */
import { Line, TextField } from '../../ui/TextField';

interface Props {
  readonly name: string;
  readonly shown: string;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** It takes whole figures only. */
  readonly whole?: boolean;
  readonly onWrite: (value: number) => void;
}
export const FigureLine = ({ name, shown, unit, least, most, whole = false, onWrite }: Props) => (
  <Line name={name} unit={unit}>
    <TextField
      label={name}
      align="right"
      value={shown}
      onWrite={(text) => {
        const value = Number(text.replace(',', '.'));
        if (!text.trim() || !Number.isFinite(value) || value < least || value > most || (whole && !Number.isInteger(value)))
          return `A ${whole ? 'whole ' : ''}figure from ${least} to ${most}${unit ? ` ${unit}` : ''}.`;
        onWrite(value);
        return null;
      }}
    />
  </Line>
);
