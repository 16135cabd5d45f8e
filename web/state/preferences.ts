/** What stays when a show is left. */
import { create } from 'zustand';

export interface Preferences {
  readonly theme: 'vellum' | 'blackout';
  readonly ledgerHeight: number;
}
const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};
/** Written by the frame and by the command of the theme. */
export const usePreferences = create<Preferences>(() => ({
  theme: kept('dessin-theme') === 'blackout' ? 'blackout' : 'vellum',
  ledgerHeight: 230,
}));

export function setTheme(theme: Preferences['theme']): void {
  document.documentElement.dataset.theme = theme;
  try {
    localStorage.setItem('dessin-theme', theme);
  } catch {
    // A browser that keeps nothing has the theme for this window.
  }
  usePreferences.setState({ theme });
}
export const otherTheme = (): void => setTheme(usePreferences.getState().theme === 'vellum' ? 'blackout' : 'vellum');
