/** Everything by name, and fixtures by their fields: Ctrl K. */

import { Command as Cmdk, defaultFilter } from 'cmdk';
import { type ReactNode, useEffect, useMemo, useRef } from 'react';
import { looksLikeWriting, written, writtenFields } from '#core/number/writing';
import { looksLikeQuery, queried, queryFields } from '#core/paper/query';
import { thingsNamed } from '#core/paper/things';
import { chosenFixtures } from '../state/chosen';
import { usePanels } from '../state/panels';
import { goTo, useSelection } from '../state/selection';
import { useShelf } from '../state/shelf';
import { neededOfShelf, writeLine } from '../state/writing';
import { keyOf } from '../ui/own-keys';
import { type Command, type Context, isOffered, keyText, registry } from '../ui/registry';
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
  const writing = looksLikeWriting(show, text);
  const question = !writing && looksLikeQuery(text);
  const answer = useMemo(() => (question ? queried(show, text) : null), [question, show, text]);
  return (
    <Cmdk.Dialog
      open
      onOpenChange={(next) => !next && close()}
      label="Do anything by name"
      shouldFilter={false}
      className="fixed inset-x-0 top-14 z-50 mx-auto w-[560px] border shadow-lg"
      contentClassName=""
      overlayClassName="fixed inset-0 z-40"
    >
      <div style={{ background: 'var(--sheet)', border: '1px solid var(--pencil)' }}>
        <Field entered={entered} text={text} setText={setText} />
        <Cmdk.List className="max-h-[50vh] overflow-auto p-1 text-[13px]">
          {!question && !writing && <Cmdk.Empty className="pencil px-3 py-2">Nothing by this name.</Cmdk.Empty>}
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
          {writing && <Writing context={context} text={text} close={close} />}
          {!question && !writing && <Named context={context} text={text} close={close} />}
        </Cmdk.List>
      </div>
    </Cmdk.Dialog>
  );
}

/** What a line would write to the chosen fixtures; Enter does it. */
function Writing({ context: { session, show }, text, close }: { context: Context; text: string; close: () => void }) {
  const { list } = useShelf();
  const selection = useSelection((state) => state.selection);
  const needed = useMemo(() => neededOfShelf(session, text, list.items), [session, text, list]);
  const fixtures = useMemo(() => chosenFixtures(show, selection), [show, selection]);
  // What comes along is not in the show yet: it is looked at when it has come.
  const said = useMemo(() => (needed.length ? null : written(show, fixtures, text)), [show, fixtures, text, needed]);
  const names = needed.map(({ summary }) => summary.name).join(', ');
  return (
    <>
      {said && !said.ok && (
        <p role="alert" className="px-3 py-2" style={{ color: 'var(--doubt)' }}>
          {said.why}
        </p>
      )}
      {fixtures.length > 0 && (!said || (said.ok && said.said)) && (
        <Cmdk.Item
          value="write it"
          className={line}
          onSelect={() => {
            close();
            void writeLine(session, selection, text, list.items);
          }}
        >
          For {plural(fixtures.length)}: {said?.ok ? said.said : `with ${names} from the Shelf`}
        </Cmdk.Item>
      )}
      {said?.ok && said.shared.length > 0 && (
        <p className="px-2" style={{ color: 'var(--doubt)' }}>
          {said.shared.slice(0, 8).join(', ')} also on other fixtures.
        </p>
      )}
      {said?.ok && said.losses.length > 0 && (
        <p role="status" className="px-2" style={{ color: 'var(--doubt)' }}>
          {said.losses.slice(0, 6).join(' ')}
          {said.losses.length > 6 && ` And ${said.losses.length - 6} more.`}
        </p>
      )}
      <p className="pencil px-2 pt-1 text-[11px]">
        A field, a colon, what it becomes; a semicolon before the next. Fields: {writtenFields(show).join(', ')}. Numbers count
        on: 101, or 101, 111.
      </p>
    </>
  );
}

/** Score of a command from which it goes before things of the show that are named alike. */
const MEANT = 0.6;

/** Commands and things of the show by what is typed, the best first. */
function Named({ context, text, close }: { context: Context; text: string; close: () => void }) {
  const { show } = context;
  const { role } = context.session.get();
  const typed = text.trim();
  const commands = useMemo(() => {
    const all = [...registry().commands.values()].filter((command) => !command.quiet && isOffered(command, role));
    if (!typed) return all.map((command) => ({ command, score: 0 }));
    return all
      .map((command) => ({ command, score: defaultFilter(command.name, typed, [...(command.words ?? [])]) }))
      .filter(({ score }) => score > 0)
      .sort((a, b) => b.score - a.score);
  }, [typed, role]);
  const things = useMemo(() => thingsNamed(show, typed), [show, typed]);
  const best = commands[0]?.score ?? 0;
  const exact = things.some(({ name }) => name.toLowerCase() === typed.toLowerCase());
  const thingsFirst = /^\d/.test(typed) || exact || best < MEANT;
  const ofShow = things.length > 0 && (
    <Cmdk.Group key="things" heading={<Heading>In the show</Heading>}>
      {things.map((thing) => (
        <Cmdk.Item
          key={thing.key}
          value={`thing ${thing.key}`}
          className={`flex justify-between gap-3 ${line}`}
          onSelect={() => {
            close();
            goTo(thing.ids);
          }}
        >
          <span className="whitespace-nowrap">{thing.name}</span>
          <span className="pencil truncate">{thing.more}</span>
        </Cmdk.Item>
      ))}
    </Cmdk.Group>
  );
  const ofHouse = commands.length > 0 && (
    <Cmdk.Group key="commands" heading={things.length > 0 ? <Heading>To do</Heading> : undefined}>
      {commands.map(({ command }) => (
        <Cmdk.Item
          key={command.id}
          value={`command ${command.id}`}
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
    </Cmdk.Group>
  );
  return thingsFirst ? [ofShow, ofHouse] : [ofHouse, ofShow];
}
const Heading = ({ children }: { children: ReactNode }) => <span className="pencil block px-2 pt-1 text-[11px]">{children}</span>;

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
