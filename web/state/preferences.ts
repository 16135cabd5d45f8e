/** What stays when a show is left, and in this browser for good. */
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export interface Preferences {
  readonly theme: 'vellum' | 'blackout';
  /** Pixels. */
  readonly ledgerHeight: number;
  /** Keys of commands that the user changed, by their ids; '' is none. */
  readonly keys: Readonly<Record<string, string>>;
  /** Whether single letters, figures and signs are keys of the drawing (WCAG 2.1.4). */
  readonly singleKeys: boolean;
  /** What the wheel of a mouse does on the drawing. */
  readonly wheel: 'zoom' | 'pan';
  /** How many of the hints for a first run were read. */
  readonly hintsRead: number;
  /** Who checks the rig at this screen. */
  readonly checker: string;
}
const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};
/** As public/theme.js has it before the first paint: what was chosen, or what the system asks for. */
const firstTheme = (): Preferences['theme'] => {
  const chosen = kept('dessin-theme');
  if (chosen) return chosen === 'blackout' ? 'blackout' : 'vellum';
  return globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'blackout' : 'vellum';
};
/** Written by the panel of the check, the frame, by the command of the theme, by the list of keys and by the hints. */
export const usePreferences = create<Preferences>()(
  persist(
    () =>
      ({
        theme: firstTheme(),
        ledgerHeight: 230,
        keys: {},
        singleKeys: true,
        wheel: 'zoom',
        hintsRead: 0,
        checker: '',
      }) as Preferences,
    {
      name: 'dessin-preferences',
      version: 1,
      // The theme has a place of its own, which is read before anything is drawn.
      partialize: ({ theme: _, ...rest }) => rest,
      merge: (stored, now) => ({ ...now, ...sound(stored) }),
    },
  ),
);

/** What of a stored state can be believed. */
function sound(stored: unknown): Partial<Preferences> {
  if (typeof stored !== 'object' || stored === null) return {};
  const { ledgerHeight, keys, singleKeys, wheel, hintsRead, checker } = stored as Record<string, unknown>;
  return {
    ...(typeof ledgerHeight === 'number' && ledgerHeight > 0 && ledgerHeight < 1e4 ? { ledgerHeight } : {}),
    ...(typeof keys === 'object' && keys !== null && Object.values(keys).every((key) => typeof key === 'string')
      ? { keys: keys as Record<string, string> }
      : {}),
    ...(typeof singleKeys === 'boolean' ? { singleKeys } : {}),
    ...(wheel === 'zoom' || wheel === 'pan' ? { wheel } : {}),
    ...(typeof hintsRead === 'number' && hintsRead >= 0 ? { hintsRead } : {}),
    ...(typeof checker === 'string' ? { checker: checker.slice(0, 100) } : {}),
  };
}

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
