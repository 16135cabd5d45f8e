/** What is said to whoever does not see the screen: one sentence at a time, read when the voice is free. */
import { makeStore } from './store';

/** Written by whoever has something to say; the same sentence twice is said twice. */
export const useAnnounced = makeStore<{ readonly text: string; readonly stamp: number }>({ text: '', stamp: 0 });
export const announce = (text: string): void => useAnnounced.setState(({ stamp }) => ({ text, stamp: stamp + 1 }));
