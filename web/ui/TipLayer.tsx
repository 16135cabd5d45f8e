/** Shows the tip of what the pointer or the focus rests on (`Tip`). Fetched in a quiet moment. */
import * as Radix from '@radix-ui/react-popover';
import { useEffect, useId, useRef, useState } from 'react';
import { keyOf } from './own-keys';
import { keyText, registry } from './registry';

/** ms until the first one is shown; the next come at once while one was just there. */
const WAIT = 500;
const SOON = 300;

/** What has a tip: a button of a command, or one that is an icon alone and says nowhere else what it does. */
function tipOf(target: EventTarget | null): Element | null {
  if (!(target instanceof Element)) return null;
  const named = target.closest('[data-tip-of]');
  if (named) return named;
  const icon = target.closest('button[aria-label]:not([title])');
  return icon && !icon.textContent?.trim() ? icon : null;
}

export default function TipLayer() {
  const [on, setOn] = useState<Element | null>(null);
  const anchor = useRef<Element | null>(null);
  const id = useId();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let left = 0;
    // What was pressed has said enough, until the pointer has been elsewhere.
    let pressed: Element | null = null;
    const rest = (to: Element | null) => {
      if (to && to === pressed) return;
      pressed = null;
      if (to === anchor.current) return;
      clearTimeout(timer);
      if (anchor.current) left = performance.now();
      anchor.current = to;
      setOn(null);
      if (to) timer = setTimeout(() => setOn(to), performance.now() - left < SOON ? 0 : WAIT);
    };
    const tipped = ({ target }: Event) => tipOf(target);
    const over = (event: Event) => {
      // A focus that came by the pointer is no question.
      const byPointer = event.type === 'focusin' && !(event.target as Element).matches(':focus-visible');
      if (!byPointer) rest(tipped(event));
    };
    const press = (event: Event) => {
      away();
      pressed = tipped(event);
    };
    const away = () => {
      clearTimeout(timer);
      anchor.current = null;
      setOn(null);
    };
    // The pointer may rest on one already.
    rest(document.querySelector('[data-tip-of]:hover'));
    const events = ['pointerover', 'focusin'] as const;
    for (const name of events) window.addEventListener(name, over);
    window.addEventListener('pointerdown', press, { capture: true });
    window.addEventListener('focusout', away);
    return () => {
      clearTimeout(timer);
      for (const name of events) window.removeEventListener(name, over);
      window.removeEventListener('pointerdown', press, { capture: true });
      window.removeEventListener('focusout', away);
    };
  }, []);
  useEffect(() => {
    // A name that is shown again is no description.
    if (!on?.hasAttribute('data-tip-of')) return;
    on.setAttribute('aria-describedby', id);
    return () => on.removeAttribute('aria-describedby');
  }, [on, id]);
  const command = registry().commands.get(on?.getAttribute('data-tip-of') ?? '');
  const text = on?.getAttribute('data-tip-text') ?? command?.name ?? on?.getAttribute('aria-label');
  if (!on?.isConnected || !text) return null;
  const key = command && keyOf(command);
  return (
    <Radix.Root open>
      <Radix.Anchor virtualRef={{ current: on }} />
      <Radix.Portal>
        <Radix.Content
          id={id}
          role="tooltip"
          // Beside the tools, which stand above each other, and not on the next of them.
          side={on.closest('[role="toolbar"]') ? 'right' : 'bottom'}
          sideOffset={6}
          collisionPadding={8}
          className="pointer-events-none z-50 border px-2 py-1 text-[11px]"
          style={{ background: 'var(--sheet)', borderColor: 'var(--pencil)' }}
          onOpenAutoFocus={(event) => event.preventDefault()}
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          {text}
          {key && <kbd className="pencil pl-2">{keyText(key)}</kbd>}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
