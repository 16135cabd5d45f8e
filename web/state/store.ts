/** Stores of the window: what lies on the desk and is not part of the show. Each is read by selector; all of them are as at the start again when a show is left. */
import { create, type StoreApi, type UseBoundStore } from 'zustand';

const resets: (() => void)[] = [];

/** A store that begins anew with every show. Who writes it is said where it is made. */
export function makeStore<T extends object>(initial: T): UseBoundStore<StoreApi<T>> {
  const store = create<T>(() => initial);
  resets.push(() => store.setState(store.getInitialState(), true));
  return store;
}

/** The desk as it is before a show is opened. */
export const resetStores = (): void => {
  for (const reset of resets) reset();
};
