/** What lies over the page and keeps the focus inside until it is left. The key that leaves it is in the one list of keys. */
import * as Radix from '@radix-ui/react-dialog';
import type { ReactNode } from 'react';
import type { Scope } from './registry';

interface Props {
  readonly name: string;
  /** Scope of its keys. */
  readonly scope: Scope;
  readonly className?: string;
  readonly style?: React.CSSProperties;
  readonly children: ReactNode;
}

export const Dialog = ({ name, scope, className, style, children }: Props) => (
  <Radix.Root open>
    <Radix.Content
      data-scope={scope}
      aria-label={name}
      aria-describedby={undefined}
      className={`outline-none ${className ?? ''}`}
      style={style}
      // The keys of the whole of it act at once: they have the focus, unless a field in it takes it.
      onOpenAutoFocus={(event) => {
        event.preventDefault();
        const host = event.currentTarget as HTMLElement;
        if (!host.contains(document.activeElement)) host.focus();
      }}
      onEscapeKeyDown={(event) => event.preventDefault()}
      onInteractOutside={(event) => event.preventDefault()}
    >
      <Radix.Title className="sr-only">{name}</Radix.Title>
      {children}
    </Radix.Content>
  </Radix.Root>
);
