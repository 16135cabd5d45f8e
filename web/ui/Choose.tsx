import { Choice, type Option } from './Field';
import { Line } from './TextField';

/** Name at the left, a choice of a few words at the right. */
export const Choose = <V extends string | number>({
  name,
  label = name,
  ...rest
}: {
  name: string;
  label?: string;
  value: V | '';
  options: readonly Option<V | ''>[];
  onChoose: (value: V, text: string) => void;
}) => (
  <Line name={name}>
    <Choice label={label} {...rest} />
  </Line>
);
