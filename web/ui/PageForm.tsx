/** A form that stands by itself on a page: what it makes, its fields, what is wrong, and one button. */
import type { FormEvent, ReactNode } from 'react';

interface Props {
  readonly name: string;
  readonly button: string;
  /** Whether it is what one comes to the page for. */
  readonly main?: boolean;
  readonly onSubmit: () => Promise<void> | void;
  /** What is wrong, or what was done. */
  readonly said?: { readonly text: string; readonly isFault: boolean } | null;
  readonly children: ReactNode;
}

export function PageForm({ name, button, main = true, onSubmit, said, children }: Props) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void onSubmit();
  };
  return (
    <form aria-label={name} onSubmit={submit}>
      <h2 className="rule-b pb-1 font-bold">{name}</h2>
      {children}
      {said && (
        <p
          role={said.isFault ? 'alert' : 'status'}
          className="pt-2"
          style={{ color: said.isFault ? 'var(--stop)' : 'var(--lamp)' }}
        >
          {said.text}
        </p>
      )}
      <button type="submit" className={`act mt-6 w-full ${main ? 'act-main' : ''}`}>
        {button}
      </button>
    </form>
  );
}
/** What is wrong, as a form says it; '' is nothing. */
export const asFault = (text: string): { readonly text: string; readonly isFault: true } | null =>
  text ? { text, isFault: true } : null;
