/** The fields that forms, bars and panels are made of: a choice, a tick, a text. */
import { itemAt } from '#core/measure/list';
import { useWrites } from './writes';

export type Option<V extends string | number = string> = V | readonly [value: V, text: string];

interface ChoiceProps<V extends string | number> {
  readonly label: string;
  /** One of the options; what is none of them shows the first. */
  readonly value: V | '';
  readonly options: readonly Option<V | ''>[];
  /** More of them under a heading. */
  readonly more?: { readonly title: string; readonly options: readonly Option<V>[] } | undefined;
  readonly onChoose: (value: V, text: string) => void;
  readonly className?: string;
  readonly disabled?: boolean;
  readonly title?: string;
  readonly style?: React.CSSProperties;
}

/** A choice of a few words. */
export function Choice<V extends string | number>(props: ChoiceProps<V>) {
  const { label, value, options, more, onChoose, className = '', disabled = false, ...rest } = props;
  const writes = useWrites();
  const part = (option: Option<V | ''>) => (typeof option === 'object' ? option : ([option, String(option)] as const));
  const own = options.map(part);
  const parted = [...own, ...(more?.options.map(part) ?? [])];
  const line = ([key, text]: readonly [V | '', string]) => (
    <option key={key} value={key}>
      {text}
    </option>
  );
  return (
    <select
      className={`field ${className}`}
      aria-label={label}
      value={value}
      onChange={(event) => {
        const [key, text] = itemAt(parted, event.target.selectedIndex);
        onChoose(key as V, text);
      }}
      disabled={disabled || !writes}
      {...rest}
    >
      {own.map(line)}
      {more && <optgroup label={more.title}>{parted.slice(own.length).map(line)}</optgroup>}
    </select>
  );
}

type Native = Omit<React.ComponentProps<'input'>, 'type' | 'onChange' | 'aria-label' | 'value' | 'checked'>;

/** A text that is taken letter by letter. What is written when it is left is a TextField. */
export const Typed = ({
  label,
  bare = false,
  className = '',
  value,
  onText,
  ...rest
}: Native & {
  readonly label?: string;
  /** Without the frame of a field. */
  readonly bare?: boolean;
  readonly value?: string | number;
  readonly onText?: (text: string) => void;
}) => (
  <input
    className={bare ? className : `field ${className}`}
    aria-label={label}
    value={value}
    onChange={onText && ((event) => onText(event.target.value))}
    {...rest}
  />
);

/** What stands over a field that carries its own label. */
export const Captioned = ({ text, children }: { readonly text: React.ReactNode; readonly children: React.ReactNode }) => (
  <div className="min-w-0 flex-1 pt-4">
    <span className="pencil">{text}</span>
    {children}
  </div>
);

/** A password. Programs that keep passwords know it by what it says of itself (HTML, autofill). */
export const Secret = ({
  label,
  onText,
  fresh = false,
  ...rest
}: Native & {
  readonly label: string;
  readonly value: string;
  readonly onText: (text: string) => void;
  readonly fresh?: boolean;
}) => (
  <input
    type="password"
    className="field"
    aria-label={label}
    autoComplete={fresh ? 'new-password' : 'current-password'}
    onChange={(event) => onText(event.target.value)}
    {...rest}
  />
);

/** A text of several rows. */
export const LongText = ({
  label,
  onText,
  ...rest
}: Omit<React.ComponentProps<'textarea'>, 'onChange' | 'aria-label'> & {
  readonly label: string;
  readonly onText: (text: string) => void;
}) => <textarea aria-label={label} onChange={(event) => onText(event.target.value)} {...rest} />;

/** A tick; what it is for stands beside it in a label, or in `label`. */
export const Tick = ({
  label,
  className = '',
  checked,
  some = false,
  onTick,
  disabled = false,
  ...rest
}: Native & {
  readonly label?: string;
  readonly checked: boolean;
  /** Some have it, some have not. */
  readonly some?: boolean;
  readonly onTick: (on: boolean) => void;
}) => (
  <input
    type="checkbox"
    className={`checkbox checkbox-xs ${className}`}
    aria-label={label}
    checked={checked}
    ref={(box) => {
      if (box) box.indeterminate = some;
    }}
    disabled={!useWrites() || disabled}
    onChange={(event) => onTick(event.target.checked)}
    {...rest}
  />
);

/** One of a few that stand beside each other. */
export const Radio = ({ checked, onChoose, ...rest }: Native & { readonly checked: boolean; readonly onChoose: () => void }) => (
  <input type="radio" className="radio radio-xs" checked={checked} onChange={onChoose} {...rest} />
);

interface Picked {
  readonly label: string;
  readonly onText: (text: string) => void;
}
export const ColourPick = ({ label, value, onText, ...rest }: Native & Picked & { readonly value: string }) => (
  <input type="color" aria-label={label} value={value} onChange={(event) => onText(event.target.value)} {...rest} />
);
export const Range = ({ label, value, onText, ...rest }: Native & Picked & { readonly value: number }) => (
  <input type="range" aria-label={label} value={value} onChange={(event) => onText(event.target.value)} {...rest} />
);

/** Takes a file; out of sight, behind a button or in a label. The same file can be taken again. */
export const FileField = ({
  testId,
  onFile,
  ...rest
}: Native & { readonly testId: string; readonly onFile: (file: File) => void }) => (
  <input
    type="file"
    className="hidden"
    data-testid={testId}
    tabIndex={-1}
    onChange={(event) => {
      const [file] = event.target.files ?? [];
      event.target.value = '';
      if (file) onFile(file);
    }}
    {...rest}
  />
);
