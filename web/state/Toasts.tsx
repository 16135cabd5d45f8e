/** Where messages are shown; a root of its own, so that no page need wait for it. */
import { createRoot } from 'react-dom/client';
import { type ExternalToast, Toaster, toast } from 'sonner';

const host = document.createElement('div');
document.body.append(host);
createRoot(host).render(
  <Toaster
    position="bottom-left"
    // Over the drawing, higher than what is asked there: never over the Ledger, the Card or a form.
    offset={{ left: '120px', bottom: 'calc(var(--below, 0px) + 60px)' }}
    style={{ fontFamily: 'inherit' }}
    toastOptions={{
      style: {
        background: 'var(--sheet)',
        color: 'var(--ink)',
        border: '1px solid var(--pencil)',
        borderRadius: 2,
        fontFamily: 'inherit',
      },
    }}
  />,
);

export const show = (text: string, options: ExternalToast): void => void toast(text, options);
export const showFault = (text: string, options: ExternalToast): void => void toast.error(text, options);
