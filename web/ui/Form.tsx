/** Forms as tables: what a row is called, what it says, and what becomes of what is typed. */
import { degreesFrom, lengthUnit, type Units } from '#core/measure/lengths';
import { Choice, ColourPick, type Option } from './Field';
import { LengthField } from './LengthField';
import { Line, TextField } from './TextField';

interface Named {
  readonly name: string;
  /** Name for readers and tests, where it is not the one on the line. */
  readonly label?: string;
}
/** What was typed is taken, or a sentence says why it cannot be. */
type Written = string | null;
export type FormRow = Named &
  (
    | {
        readonly as: 'length';
        /** mm; null shows the placeholder. */
        readonly value: number | null;
        readonly placeholder?: string;
        readonly write: (mm: number, text: string) => Written;
      }
    | {
        readonly as: 'text';
        readonly unit?: string;
        readonly value: string;
        readonly placeholder?: string;
        readonly list?: readonly string[];
        readonly write: (text: string) => Written;
      }
    | {
        readonly as: 'choice';
        readonly value: string;
        readonly options: readonly Option[];
        readonly write: (value: string, text: string) => void;
      }
    /** #rrggbb. */
    | { readonly as: 'colour'; readonly value: string; readonly write: (colour: string) => void }
    /** A line that only says something, or that holds a field of its own. */
    | { readonly as: 'said'; readonly unit?: string; readonly text: React.ReactNode }
  );

function Row({ row, units }: { row: FormRow; units: Units }) {
  const { name, label = name } = row;
  if (row.as === 'length') {
    const { value, placeholder, write } = row;
    const more = placeholder === undefined ? {} : { placeholder };
    return <LengthField name={name} label={label} value={value} units={units} onLength={write} {...more} />;
  }
  if (row.as === 'said')
    return (
      <Line name={name} {...(row.unit === undefined ? {} : { unit: row.unit })}>
        {row.text}
      </Line>
    );
  if (row.as === 'colour')
    return (
      <Line name={name}>
        <ColourPick label={label} className="h-5 w-10" value={row.value} onText={row.write} />
      </Line>
    );
  if (row.as === 'choice')
    return (
      <Line name={name}>
        <Choice label={label} value={row.value} options={row.options} onChoose={row.write} />
      </Line>
    );
  const { unit, value, placeholder, list, write } = row;
  const more = { ...(placeholder === undefined ? {} : { placeholder }), ...(list ? { list } : {}) };
  return (
    <Line name={name} {...(unit === undefined ? {} : { unit })}>
      <TextField label={label} value={value} onWrite={write} {...more} />
    </Line>
  );
}

export const Form = ({ rows, units }: { rows: readonly FormRow[]; units: Units }) =>
  rows.map((row) => <Row key={row.label ?? row.name} row={row} units={units} />);

/** A row of degrees; `+15` and `_15` count from what stands there. */
export const degreesRow = (name: string, value: number, write: (degrees: number, text: string) => Written): FormRow => ({
  as: 'text',
  name,
  unit: '°',
  value: String(Math.round(value * 100) / 100),
  write: (text) => {
    const angle = degreesFrom(text, value);
    return angle === null ? 'Type degrees from -360 to 360; +15 and _15 turn on from here.' : write(angle, text);
  },
});
/** A row that only says a length. */
export const saidLength = (name: string, text: React.ReactNode, units: Units): FormRow => ({
  as: 'said',
  name,
  unit: lengthUnit(units),
  text,
});
