/** Notes to each other: a new one on what is chosen, those that are open with their answers, and those that were ticked off. */
import { useEffect, useState } from 'react';
import type { About, Remark } from '#core/model/records';
import { cutText } from '#core/model/text';
import { aboutNow, answering, isOpenTalk, isSame, remarking, type Talk, talksOf, ticking } from '#core/talk/remarks';
import { useMay, useSession, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { saidNow } from '../../state/me';
import { usePanels } from '../../state/panels';
import { usePaper } from '../../state/paper';
import { useSelection } from '../../state/selection';
import { useTalk } from '../../state/talk';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import { useCommandContext } from '../../ui/context';
import { LongText } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { whenSaid } from '../../ui/moments';
import { PanelHead } from '../../ui/PanelHead';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { aboutNext, goToAbout, sheetNamed } from './about';

/** Letters of a note that stand in the log of edits. */
const TOLD = 60;
const told = (text: string): string => {
  const line = text.replace(/\s+/g, ' ');
  return line.length > TOLD ? `${cutText(line, TOLD)}...` : line;
};

export function TalkPanel() {
  const show = useShow();
  const writes = useMay('talk');
  const talks = talksOf(show);
  const about = useAbout();
  const open = talks.filter(isOpenTalk);
  const done = talks.filter((talk) => !isOpenTalk(talk));
  // Those about what is chosen come first.
  const own = about ? open.filter(({ remark }) => isSame(remark.on, about)) : [];
  const others = open.filter((talk) => !own.includes(talk));
  useEffect(() => () => useTalk.setState({ place: null }), []);
  return (
    <section aria-label="Notes to each other">
      <PanelHead name="Notes to each other" onClose={() => usePanels.setState({ panel: null })} />
      {writes && <Write about={about} />}
      {!talks.length && <p className="pencil pt-2">Nobody has written a note yet.</p>}
      {own.length > 0 && <Talks name="On this" talks={own} writes={writes} />}
      {others.length > 0 && <Talks name={own.length ? 'Elsewhere' : 'Open'} talks={others} writes={writes} />}
      {done.length > 0 && (
        <details className="pt-3">
          <summary className="pencil cursor-pointer">{plural(done.length, 'note')} ticked off</summary>
          <Talks name="Ticked off" talks={done} writes={writes} />
        </details>
      )}
    </section>
  );
}

/** What a new note would be about. */
function useAbout(): About | null {
  const show = useShow();
  const place = useTalk((state) => state.place);
  const selection = useSelection((state) => state.selection);
  const view = useView((state) => state.view);
  const key = usePaper((state) => state.sheet);
  return aboutNext(show, { place, selection, sheet: view === 'plate' ? sheetNamed(show, key) : null });
}

function Write({ about }: { readonly about: About | null }) {
  const session = useSession();
  const [text, setText] = useState('');
  const write = () => {
    if (!about || !text.trim()) return;
    session.edit(`Note on ${about.name}: ${told(text)}`, remarking(about, text, saidNow()));
    setText('');
    useTalk.setState({ place: null });
  };
  return (
    <form
      aria-label="A new note"
      onSubmit={(event) => {
        event.preventDefault();
        write();
      }}
    >
      <p className="pencil">
        {about ? (
          <>
            About <b>{about.name}</b>
          </>
        ) : (
          'Choose one fixture, position or thing, look at a sheet, or point at a place: the note is about that.'
        )}
      </p>
      <LongText
        label="What the note says"
        className="field mt-1 min-h-12 !border"
        rows={2}
        maxLength={4000}
        value={text}
        disabled={!about}
        onText={setText}
        onKeyDown={fieldKeys({
          enter: (event) => {
            if (event.shiftKey) return false;
            event.preventDefault();
            write();
          },
        })}
      />
      <div className="flex gap-1 pt-1">
        <button type="submit" className="act act-main" disabled={!about || !text.trim()}>
          Write it
        </button>
        <button type="button" className="act" onClick={() => arrange({ tool: 'talk here', view: 'plan' })}>
          On a place
        </button>
      </div>
    </form>
  );
}

function Talks({ name, talks, writes }: { readonly name: string; readonly talks: readonly Talk[]; readonly writes: boolean }) {
  return (
    <>
      <h3 className="pencil pt-3">{name}</h3>
      <ul aria-label={`Notes, ${name.toLowerCase()}`}>
        {talks.map((talk) => (
          <One key={talk.remark.id} talk={talk} writes={writes} />
        ))}
      </ul>
    </>
  );
}

const By = ({ remark: { by, at } }: { readonly remark: Pick<Remark, 'by' | 'at'> }) => (
  <span className="pencil text-[11px]">
    {by}, {whenSaid(at)}
  </span>
);
function One({ talk: { remark, answers }, writes }: { readonly talk: Talk; readonly writes: boolean }) {
  const session = useSession();
  const show = useShow();
  const { go } = useCommandContext();
  const name = aboutNow(show, remark.on);
  return (
    <li className="py-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <div className="flex items-baseline gap-2">
        <button
          type="button"
          className="link min-w-0 flex-1 truncate text-left font-bold"
          title="Go there"
          onClick={() => {
            const why = goToAbout(show, remark.on, go);
            if (why) toast(why);
          }}
        >
          {name}
        </button>
        {writes && (
          <button
            type="button"
            className="link shrink-0"
            onClick={() =>
              session.edit(
                remark.done ? `Take up the note on ${name}` : `Tick off the note on ${name}`,
                ticking(remark, !remark.done, saidNow()),
              )
            }
          >
            {remark.done ? 'Take up again' : 'Tick off'}
          </button>
        )}
      </div>
      <p className="whitespace-pre-wrap break-words">{remark.text}</p>
      <By remark={remark} />
      {answers.map((answer) => (
        <div key={answer.id} className="mt-1 border-l-2 pl-2" style={{ borderColor: 'var(--hair)' }}>
          <p className="whitespace-pre-wrap break-words">{answer.text}</p>
          <By remark={answer} />
        </div>
      ))}
      {remark.done && (
        <p className="pencil text-[11px]">
          Ticked off by {remark.done.by}, {whenSaid(remark.done.at)}
        </p>
      )}
      {writes && !remark.done && (
        <div className="flex pt-0.5">
          <TextField
            label={`Answer to the note on ${name}`}
            placeholder="answer"
            value=""
            onWrite={(text) => {
              if (text.trim()) session.edit(`Answer on ${name}: ${told(text)}`, answering(remark, text, saidNow()));
              return null;
            }}
          />
        </div>
      )}
    </li>
  );
}
