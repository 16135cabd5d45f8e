/** What a button does, and its key, shown when the pointer or the focus rests on it. */
import * as Radix from '@radix-ui/react-tooltip';
import type { ReactElement, ReactNode } from 'react';
import { commandById, keyText } from './registry';

export const Tips = ({ children }: { children: ReactNode }) => (
  <Radix.Provider delayDuration={500} skipDelayDuration={200}>
    {children}
  </Radix.Provider>
);

interface Props {
  /** The command whose name and key it says. */
  readonly command: string;
  /** More than its name. */
  readonly text?: string;
  readonly children: ReactElement;
}

export function Tip({ command, text, children }: Props) {
  const { name, key } = commandById(command);
  return (
    <Radix.Root>
      <Radix.Trigger asChild>{children}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          sideOffset={6}
          collisionPadding={8}
          className="z-50 border px-2 py-1 text-[11px]"
          style={{ background: 'var(--sheet)', borderColor: 'var(--pencil)' }}
        >
          {text ?? name}
          {key && <kbd className="pencil pl-2">{keyText(key)}</kbd>}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
