/** A small sheet beside the button that opened it. A click elsewhere or Escape closes it, and the button has the focus again. */
import * as Radix from '@radix-ui/react-popover';
import type { ReactNode, RefObject } from 'react';

interface Props {
  readonly name: string;
  readonly button: RefObject<HTMLElement | null>;
  /** What it stands over; the button where it is left out. */
  readonly over?: RefObject<HTMLElement | null>;
  readonly onClose: () => void;
  readonly className?: string;
  readonly children: ReactNode;
}

export const Popover = ({ name, button, over = button, onClose, className = '', children }: Props) => (
  <Radix.Root open onOpenChange={(open) => !open && onClose()}>
    <Radix.Anchor virtualRef={over as RefObject<HTMLElement>} />
    <Radix.Portal>
      <Radix.Content
        aria-label={name}
        side="top"
        align="start"
        sideOffset={6}
        collisionPadding={8}
        className={`z-30 border px-3 py-2 text-[12px] outline-none ${className}`}
        style={{ background: 'var(--sheet)', borderColor: 'var(--ink)' }}
        // The first thing in it is not pressed by a key that was meant for the list below.
        onOpenAutoFocus={(event) => {
          event.preventDefault();
          (event.currentTarget as HTMLElement).focus();
        }}
        onCloseAutoFocus={(event) => {
          event.preventDefault();
          button.current?.focus();
        }}
        // The button itself closes it by its own click.
        onInteractOutside={(event) => {
          if (button.current?.contains(event.target as Node)) event.preventDefault();
        }}
      >
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
);
