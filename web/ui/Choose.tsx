import { Line } from './TextField';

export type Option = string | readonly [value: string, text: string];

/** A bare choice of a few words, for lines that hold more than one thing. */
export function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
}) {
  return (
    <select className="field" aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {options.map((option) => {
        const [key, text] = typeof option === 'string' ? [option, option] : option;
        return (
          <option key={key} value={key}>
            {text}
          </option>
        );
      })}
    </select>
  );
}

/** Name at the left, a choice of a few words at the right. */
export const Choose = ({
  name,
  label = name,
  ...rest
}: {
  name: string;
  label?: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
}) => (
  <Line name={name}>
    <Pick label={label} {...rest} />
  </Line>
);
