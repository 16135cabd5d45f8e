/** What every sheet says of the show. */
import { v4 } from 'uuid';
import { edit, isEmpty, updating } from '#core/model/change';
import { all, settingsOf } from '#core/model/show';
import { titleToDraw } from '#core/paper/edits';
import { useSession, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { useView } from '../../state/view';
import { Choice } from '../../ui/Field';
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
      <Line name="Drawn by">
        <TextField
          label="Drawn by"
          value={settings.drawnBy ?? ''}
          placeholder={settings.designer}
          onWrite={(value) => {
            const { drawnBy: _, ...rest } = settings;
            const name = value.trim().slice(0, 200);
            session.edit(`Drawn by ${name}`, updating([[settings, name ? { ...rest, drawnBy: name } : rest]]));
            return null;
          }}
        />
      </Line>
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
      <button
        type="button"
        className="link"
        onClick={() => {
          const { change, id } = titleToDraw(show, v4);
          if (!isEmpty(change)) session.edit('Draw the title block', change);
          usePaper.setState({ title: id });
          useView.setState({ view: 'plate' });
        }}
      >
        Draw the title block
      </button>
    </>
  );
}
