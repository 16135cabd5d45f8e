/** A filter of the search: one of some, or all. */
import { Choice } from '../../ui/Field';

export const Narrow = ({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}) => (
  <Choice
    label={label}
    className="!w-auto max-w-36"
    value={value}
    options={[['', label], ...options]}
    onChoose={onChange}
    style={{ color: value ? 'var(--lamp)' : undefined }}
  />
);
