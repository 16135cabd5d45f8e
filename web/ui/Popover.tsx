/** A small sheet beside the button that opens it. A click elsewhere or Escape closes it, and the button has the focus again. */
import * as Radix from '@radix-ui/react-popover';
import type { ReactElement, ReactNode } from 'react';

interface Props {
  readonly name: string;
  readonly button: ReactElement;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly className?: string;
  readonly children: ReactNode;
}

export const Popover = ({ name, button, open, onOpen, className = '', children }: Props) => (
  <Radix.Root open={open} onOpenChange={onOpen}>
    <Radix.Trigger asChild>{button}</Radix.Trigger>
    <Radix.Portal>
      <Radix.Content
        aria-label={name}
        side="top"
        align="end"
        sideOffset={6}
        collisionPadding={8}
        className={`z-30 border px-3 py-2 text-[12px] outline-none ${className}`}
        style={{ background: 'var(--sheet)', borderColor: 'var(--ink)' }}
        // The first thing in it is not pressed by a key that was meant for the list below.
        onOpenAutoFocus={(event) => {
          event.preventDefault();
          (event.currentTarget as HTMLElement).focus();
        }}
      >
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
);
