/** A filter of the search: one of some, or all. */
export function Choice({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}) {
  return (
    <select
      className="field !w-auto max-w-36"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      style={{ color: value ? 'var(--lamp)' : undefined }}
    >
      <option value="">{label}</option>
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </select>
  );
}
