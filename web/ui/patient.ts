/**
 * Parts of the interface that are fetched later. A browser keeps for good that a part could not be fetched, so none is asked for while the server is
 * away: it is waited for.
 */
import { at } from '../state/base';
import { isKept } from '../state/installed';

/** How long an answer holds where one part after the other is fetched, ms. */
const HOLDS = 300;
/** Pause between two looks for a server that is away, ms. */
const AGAIN = 1000;

let answered = Number.NEGATIVE_INFINITY;
/** Whether parts can be fetched: from this browser, or from the server that answers, whatever it says. */
export const isThere = async (): Promise<boolean> =>
  isKept() ||
  fetch(at('/api/health'), { cache: 'no-store' }).then(
    () => {
      answered = performance.now();
      return true;
    },
    () => false,
  );
/** The same, where it may have been asked just now. */
export const wasThere = async (): Promise<boolean> => performance.now() - answered < HOLDS || isThere();

let coming = 0;
/** Fetches a part, and says so in the page meanwhile: what is done with it is not done yet. */
export async function onItsWay<T>(load: () => Promise<T>): Promise<T> {
  const tell = (by: 1 | -1) => {
    coming += by;
    globalThis.document?.documentElement.toggleAttribute('data-coming', coming > 0);
  };
  tell(1);
  try {
    return await load();
  } finally {
    tell(-1);
  }
}

/**
 * Loads a part as soon as the server is there.
 * @param there  whether the server answers @param pause  waits between two looks; both are handed in by tests
 */
export async function patiently<T>(
  load: () => Promise<T>,
  there: () => Promise<boolean> = isThere,
  pause: () => Promise<unknown> = () => new Promise((done) => setTimeout(done, AGAIN)),
): Promise<T> {
  while (!(await there())) await pause();
  return load();
}
