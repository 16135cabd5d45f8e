/** The voice of the window for screen readers: what was done and undone, how many are chosen. Nobody sees it. */
import { useEffect, useRef } from 'react';
import { announce, useAnnounced } from '../state/announce';
import { chosenFixtures } from '../state/chosen';
import { useSession } from '../state/context';
import { useSelection } from '../state/selection';
import { plural } from '../ui/words';

/** ms of rest after which the number of what is chosen is said: a box that is drawn chooses many times. */
const REST = 400;

export function Announcer() {
  const session = useSession();
  const text = useAnnounced((state) => state.text);
  const stamp = useAnnounced((state) => state.stamp);
  const before = useRef(session.get());
  useEffect(
    () =>
      session.subscribe(() => {
        const [was, now] = [before.current, session.get()];
        before.current = now;
        const [last, undone] = [now.undo.at(-1), now.redo.at(-1)];
        if (now.redo.length > was.redo.length && undone) announce(`Undone: ${undone.label}`);
        else if (now.redo.length < was.redo.length && now.undo.length > was.undo.length && last)
          announce(`Done again: ${last.label}`);
        else if (last && last !== was.undo.at(-1) && now.undo.length > was.undo.length) announce(last.label);
      }),
    [session],
  );
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const off = useSelection.subscribe((now, was) => {
      if (now.selection === was.selection) return;
      clearTimeout(timer);
      timer = setTimeout(() => {
        const { selection } = useSelection.getState();
        const fixtures = chosenFixtures(session.get().show, selection).length;
        announce(
          selection.length
            ? `${fixtures === selection.length ? plural(fixtures) : plural(selection.length, 'thing')} chosen`
            : 'Nothing chosen',
        );
      }, REST);
    });
    return () => {
      clearTimeout(timer);
      off();
    };
  }, [session]);
  // A blank more or less makes the same sentence another one, so that it is read again.
  return (
    <output className="sr-only" aria-live="polite" data-testid="said">
      {text}
      {stamp % 2 ? '\u00a0' : ''}
    </output>
  );
}
