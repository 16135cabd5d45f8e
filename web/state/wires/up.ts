/** Lights that the check has up: the plan puts a ring round them. */
import type { Id } from '#core/model/records';
import { makeStore } from '../store';

/** Written by the check. */
export const useUp = makeStore<{ readonly up: readonly Id[] }>({ up: [] });
