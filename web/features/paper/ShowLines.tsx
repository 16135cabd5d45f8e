/** What every sheet says of the show, and its issue. */
import { useState } from 'react';
import { edit, updating } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { Choice, Typed } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';

export function ShowLines() {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const text = (label: string, field: 'name' | 'venue' | 'designer') => (
    <Line name={label}>
      <TextField
        label={label}
        value={settings[field]}
        onWrite={(value) => {
          if (field === 'name' && !value.trim()) return 'A show has a name.';
          session.edit(`${label} to ${value}`, edit([settings], { [field]: value.trim().slice(0, 200) }));
          return null;
        }}
      />
    </Line>
  );
  return (
    <>
      {text('Title', 'name')}
      {text('Venue', 'venue')}
      {text('Designer', 'designer')}
      <Line name="Title block">
        <Choice
          label="Title block"
          value={settings.titleBlock ?? ''}
          options={[['', 'the usual one'], ...all(show, 'titleblock').map((item) => [item.id, item.name] as const)]}
          onChoose={(value) => {
            const { titleBlock: _, ...rest } = settings;
            session.edit('Another title block', updating([[settings, value ? { ...rest, titleBlock: value } : rest]]));
          }}
        />
      </Line>
    </>
  );
}

/** The name under which the plot went out. */
export function IssueLine() {
  const session = useSession();
  const settings = settingsOf(useShow());
  const [issue, setIssue] = useState('A');
  if (settings.issued)
    return (
      <>
        <p>
          Issued as <b>{settings.issued}</b>. Unit numbers are frozen; a unit that is added between 4 and 5 becomes 4A.
        </p>
        <button
          type="button"
          className="act mt-1"
          onClick={() => {
            const { issued: _, ...drafted } = settings;
            session.edit('Take the plot back to drafting', updating([[settings, drafted]]));
          }}
        >
          Back to drafting
        </button>
      </>
    );
  return (
    <form
      aria-label="Issue the plot"
      className="flex gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        const name = issue.trim();
        if (name) session.edit(`Issue the plot as ${name}`, edit([settings], { issued: name.slice(0, 100) }));
      }}
    >
      <Typed label="Name of the issue" className="min-w-0 flex-1" value={issue} onText={(value) => setIssue(value)} />
      <button type="submit" className="act whitespace-nowrap" title="Freezes the unit numbers">
        Issue the plot
      </button>
    </form>
  );
}
