/** Acts that are done one after the other, each in a quiet moment of its own: the drawing never waits for all of them. */
const waiting: (() => void)[] = [];
let busy = false;
const soon = (run: () => void): void => {
  if (globalThis.requestIdleCallback) globalThis.requestIdleCallback(run);
  else setTimeout(run, 30);
};
function next(): void {
  const act = waiting.shift();
  busy = act !== undefined;
  if (!act) return;
  soon(() => {
    act();
    next();
  });
}
/** @returns what takes it back, as long as it was not done */
export function inTime(act: () => void): () => void {
  waiting.push(act);
  if (!busy) next();
  return () => {
    const at = waiting.indexOf(act);
    if (at >= 0) waiting.splice(at, 1);
  };
}
