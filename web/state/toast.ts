/** Short messages at the lower left. What shows them is fetched with the first one. */
import type { Action, ExternalToast } from 'sonner';

type Options = Pick<ExternalToast, 'duration' | 'description' | 'id'> & { readonly action?: Action };
const sonner = () => import('./Toasts');

export function toast(text: string, options: Options = {}): void {
  void sonner().then(({ show }) => show(text, options));
}
/** One that tells of a fault. */
toast.error = (text: string, options: Options = {}): void => {
  void sonner().then(({ showFault }) => showFault(text, options));
};
