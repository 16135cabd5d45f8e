/** Columns that the show adds for itself, and the pick lists of its choices; near doubles are offered for merging. */

import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { v4 } from 'uuid';
import { usualFields } from '#core/fields/index';
import { adding, edit } from '#core/model/change';
import {
  choiceCounts,
  choicesIn,
  customValue,
  fieldsInOrder,
  foldedChoice,
  nearDoubles,
  renameChoice,
  renameText,
  textCounts,
} from '#core/model/fields';
import { type CustomField, customTypes } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { sweeping } from '#core/shelf/sweep';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { toast } from '../../state/toast';
import { Choice, Typed } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';

export function FieldsPanel() {
  const session = useSession();
  const show = useShow();
  const [name, setName] = useState('');
  const [type, setType] = useState<CustomField['type']>('text');
  const [choices, setChoices] = useState('');
  const [fault, setFault] = useState('');
  const known = like(show, name);
  const fields = fieldsInOrder(show);
  /** Why a name cannot be taken; two columns of a name could not be told apart in a question. */
  const wrong = (wanted: string, own?: CustomField): string | null => {
    if (!wanted.trim()) return 'Give the column a name.';
    if (usualFields.some(({ id, title }) => [id, title].some((word) => foldedChoice(word) === foldedChoice(wanted))))
      return `Every fixture has a ${foldedChoice(wanted)} already. Choose another name.`;
    if (fields.some((field) => field !== own && foldedChoice(field.name) === foldedChoice(wanted)))
      return 'There is a column of this name.';
    return null;
  };
  return (
    <section aria-label="Own columns">
      <PanelHead name="Own columns" onClose={() => usePanels.setState({ panel: null })} />
      {fields.map((field) => (
        <div key={field.id} className="pb-2">
          <div className="flex items-baseline gap-2">
            <TextField
              label={`Name of the column ${field.name}`}
              value={field.name}
              onWrite={(text) => {
                const why = wrong(text, field);
                if (why) return why;
                session.edit(`Rename the column to ${text.trim()}`, edit([field], { name: text.trim().slice(0, 200) }));
                return null;
              }}
            />
            <span className="pencil">{field.type}</span>
            <button
              type="button"
              aria-label={`Take away the column ${field.name}`}
              title="Take it away with its values; undo brings it back"
              onClick={() => {
                const n = all(show, 'fixture').filter((fixture) => customValue(fixture, field.id)).length;
                session.edit(`Take away the column ${field.name}`, sweeping(show, [field]));
                if (n) toast(`${field.name} is gone, with the values of ${plural(n)}. Undo brings it back.`);
              }}
            >
              <Trash2 size={12} />
            </button>
          </div>
          {field.type === 'choice' && <PickList field={field} />}
        </div>
      ))}
      {!fields.length && (
        <p className="pencil">
          Add a column for whatever else the show must know of each fixture: who cables it, its store, a date.
        </p>
      )}
      <form
        aria-label="New column"
        className="flex flex-wrap gap-1 pt-1"
        onSubmit={(event) => {
          event.preventDefault();
          const why = wrong(name);
          setFault(why ?? '');
          if (why) return;
          const order = Math.max(0, ...fields.map((field) => field.order)) + 1;
          session.edit(
            `New column ${name.trim()}`,
            adding({
              id: v4(),
              kind: 'field',
              name: name.trim().slice(0, 200),
              type,
              order,
              choices: type === 'choice' ? choicesIn(choices) : [],
            }),
          );
          setName('');
          setChoices('');
        }}
      >
        <Typed
          className="min-w-0 basis-full"
          label="Name of the new column"
          placeholder="name"
          value={name}
          onText={(value) => {
            setName(value);
            setFault('');
          }}
        />
        <Choice
          label="Kind of the new column"
          className="!w-24"
          value={type}
          options={customTypes.map((item) => item)}
          onChoose={(value) => setType(value as CustomField['type'])}
        />
        {type === 'choice' && (
          <Typed
            className="min-w-0 flex-1"
            label="Its choices"
            placeholder="choices, by commas"
            value={choices}
            onText={(value) => setChoices(value)}
          />
        )}
        <button type="submit" className="act flex items-center gap-1">
          <Plus size={12} /> Add
        </button>
      </form>
      {known && !fault && <p role="status">{known}</p>}
      {fault && (
        <p role="alert" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
      <TextDoubles />
    </section>
  );
}

/** What there is already under another heading, as a sentence; null where nothing is like it. */
function like(show: Show, name: string): string | null {
  const wanted = foldedChoice(name);
  if (wanted.length < 3) return null;
  const field = usualFields.find(({ words }) => words?.some((word) => foldedChoice(word) === wanted));
  if (field) return `Every fixture has that already: it is called ${field.title}.`;
  const names = fieldsInOrder(show).map((own) => own.name);
  const near = names.find(
    (own) =>
      nearDoubles([
        { choice: own, count: 1 },
        { choice: name.trim(), count: 0 },
      ]).length > 0,
  );
  return near && foldedChoice(near) !== wanted ? `There is a column ${near}. Is it that?` : null;
}

function PickList({ field }: { field: CustomField }) {
  const session = useSession();
  const show = useShow();
  const [text, setText] = useState('');
  const counts = choiceCounts(show, field);
  const rename = (from: string, to: string) => session.edit(`${from} becomes ${to}`, renameChoice(show, field, from, to));
  return (
    <>
      <ul aria-label={`Pick list of ${field.name}`}>
        {counts.map(({ choice, count }) => (
          <li key={choice} className="flex items-baseline gap-2 pl-3">
            <TextField
              label={`Choice ${choice}`}
              value={choice}
              onWrite={(text) => {
                if (!text.trim()) return 'A choice has a name.';
                rename(choice, text);
                return null;
              }}
            />
            <span className="pencil w-6 text-right">{count}</span>
            <button
              type="button"
              aria-label={`Take ${choice} off the list`}
              disabled={count > 0}
              className="disabled:opacity-30"
              title={count ? 'Still used' : 'Take it off the list'}
              onClick={() =>
                session.edit(
                  `Take ${choice} off the list`,
                  edit([field], { choices: field.choices.filter((item) => item !== choice) }),
                )
              }
            >
              <Trash2 size={11} />
            </button>
          </li>
        ))}
      </ul>
      <form
        className="flex gap-1 pl-3"
        onSubmit={(event) => {
          event.preventDefault();
          const more = choicesIn(text).filter(
            (choice) => !field.choices.some((own) => foldedChoice(own) === foldedChoice(choice)),
          );
          setText('');
          if (more.length)
            session.edit(
              `${plural(more.length, 'choice')} for ${field.name}`,
              edit([field], { choices: [...field.choices, ...more] }),
            );
        }}
      >
        <Typed label={`More choices for ${field.name}`} placeholder="more, by commas" value={text} onText={setText} />
        <button type="submit" className="act" aria-label={`Add choices to ${field.name}`}>
          <Plus size={12} />
        </button>
      </form>
      <Doubles counts={counts} merge={(merge, keep) => rename(merge, keep)} />
    </>
  );
}

function Doubles({
  counts,
  merge,
}: {
  counts: readonly { choice: string; count: number }[];
  merge: (from: string, to: string) => void;
}) {
  return nearDoubles(counts).map((double) => (
    <p key={double.merge} className="pl-3" style={{ color: 'var(--doubt)' }}>
      "{double.merge}" is nearly "{double.keep}".{' '}
      <button type="button" className="link" onClick={() => merge(double.merge, double.keep)}>
        Merge into {double.keep}
      </button>
    </p>
  ));
}

/** Purposes and gobos are typed freely: near doubles are found there too. */
function TextDoubles() {
  const session = useSession();
  const show = useShow();
  return (['purpose', 'gobo'] as const).map((field) => {
    const counts = textCounts(show, field);
    if (!nearDoubles(counts).length) return null;
    return (
      <div key={field} className="pt-2">
        <h3 className="pencil">{field}</h3>
        <Doubles counts={counts} merge={(from, to) => session.edit(`${from} becomes ${to}`, renameText(show, field, from, to))} />
      </div>
    );
  });
}
