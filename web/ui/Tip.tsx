/** What a button does, and its key, shown when the pointer or the focus rests on it. The button names its command; one layer shows all of them. */
import type { ReactElement } from 'react';
import { cloneElement } from 'react';

interface Props {
  /** The command whose name and key it says. */
  readonly command: string;
  /** What it says in place of the name. */
  readonly text?: string;
  readonly children: ReactElement<Record<string, unknown>>;
}

export const Tip = ({ command, text, children }: Props) =>
  cloneElement(children, { 'data-tip-of': command, ...(text === undefined ? {} : { 'data-tip-text': text }) });
