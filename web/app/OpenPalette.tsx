/** Everything by name, and fixtures by their fields: Ctrl K. */

import { Command as Cmdk } from 'cmdk';
import { useEffect, useMemo, useRef } from 'react';
import { all } from '#core/model/show';
import { looksLikeQuery, queried, queryFields } from '#core/paper/query';
import { usePanels } from '../state/panels';
import { goTo, useSelection } from '../state/selection';
import { keyOf } from '../ui/own-keys';
import { type Command, type Context, keyText, registry } from '../ui/registry';
import { plural } from '../ui/words';
import { paletteField } from './palette-field';

const line = 'cursor-pointer px-2 py-1.5 data-[selected=true]:bg-[var(--halo)]';

interface Typed {
  readonly context: Context;
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Enter was pressed before this was there. */
  readonly entered: boolean;
}

export default function OpenPalette({ context, text, setText, entered }: Typed) {
  const close = () => usePanels.setState({ palette: false });
  const { show } = context;
  // A text with a sign in it is a question about fixtures rather than the name of a command.
  const question = looksLikeQuery(text);
  const answer = useMemo(() => (question ? queried(show, text) : null), [question, show, text]);
  return (
    <Cmdk.Dialog
      open
      onOpenChange={(next) => !next && close()}
      label="Do anything by name"
      shouldFilter={!question}
      className="fixed inset-x-0 top-14 z-50 mx-auto w-[560px] border shadow-lg"
      contentClassName=""
      overlayClassName="fixed inset-0 z-40"
    >
      <div style={{ background: 'var(--sheet)', border: '1px solid var(--pencil)' }}>
        <Field entered={entered} text={text} setText={setText} />
        <Cmdk.List className="max-h-[50vh] overflow-auto p-1 text-[13px]">
          {!question && <Cmdk.Empty className="pencil px-3 py-2">Nothing by this name.</Cmdk.Empty>}
          {answer && !answer.ok && (
            <p role="alert" className="px-3 py-2" style={{ color: 'var(--doubt)' }}>
              {answer.why}
            </p>
          )}
          {answer?.ok && !answer.fixtures.length && <p className="pencil px-3 py-2">No fixture is so.</p>}
          {answer?.ok && answer.fixtures.length > 0 && (
            <>
              <Cmdk.Item
                value="choose them"
                className={line}
                onSelect={() => {
                  close();
                  goTo(answer.fixtures.map((fixture) => fixture.id));
                }}
              >
                Choose {plural(answer.fixtures.length)}
              </Cmdk.Item>
              <Cmdk.Item
                value="choose them too"
                className={line}
                onSelect={() => {
                  close();
                  const now = useSelection.getState().selection;
                  goTo([...new Set([...now, ...answer.fixtures.map((fixture) => fixture.id)])]);
                }}
              >
                Choose {plural(answer.fixtures.length)} along with those that are chosen
              </Cmdk.Item>
            </>
          )}
          {question && (
            <p className="pencil px-2 pt-1 text-[11px]">
              Fields: {queryFields(show).join(', ')}. Signs: = != ~ (has in it) &lt; &lt;= &gt; &gt;=, "is empty". Joined by and,
              or, not and brackets.
            </p>
          )}
          {!question &&
            [...registry().commands.values()]
              .filter((command) => !command.quiet)
              .map((command) => (
                <Cmdk.Item
                  key={command.id}
                  value={command.name}
                  onSelect={() => {
                    close();
                    command.run(context);
                  }}
                  className={`flex justify-between ${line}`}
                >
                  <span>{command.name}</span>
                  <KeyOf command={command} />
                </Cmdk.Item>
              ))}
          {!question &&
            all(show, 'position').map((position) => (
              <Cmdk.Item
                key={position.id}
                value={`Go to ${position.name} ${position.id}`}
                onSelect={() => {
                  close();
                  goTo([position.id]);
                }}
                className={line}
              >
                Go to {position.name}
              </Cmdk.Item>
            ))}
        </Cmdk.List>
      </div>
    </Cmdk.Dialog>
  );
}

function KeyOf({ command }: { command: Command }) {
  const key = keyOf(command);
  return key ? <kbd className="pencil">{keyText(key)}</kbd> : null;
}

/** What was typed ahead stands in it, and an Enter that came early is given once a line of the list is chosen. */
function Field({ text, setText, entered }: Omit<Typed, 'context'>) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!entered) return;
    // The list takes some renders until a line is chosen in it.
    const give = () => {
      if (!input.current?.closest('[cmdk-root]')?.querySelector('[cmdk-item][aria-selected="true"]'))
        frame = requestAnimationFrame(give);
      else input.current.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    };
    let frame = requestAnimationFrame(give);
    return () => cancelAnimationFrame(frame);
  }, [entered]);
  return <Cmdk.Input ref={input} autoFocus value={text} onValueChange={setText} {...paletteField} />;
}
