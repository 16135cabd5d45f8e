/** The step Paper: plate and schedules. */

import { Fragment, useState } from 'react';
import { tagSetOf, tagSetsOf } from '#core/draw/tag-set';
import { papers, scaleName, scales } from '#core/measure/scales';
import { edit, updating } from '#core/model/change';
import type { SymbolSet } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { schedules } from '#core/paper/schedules/index';
import { useSession, useShow } from '../../state/context';
import { useView } from '../../state/view';
import { Line, TextField } from '../../ui/TextField';
import { usePlateMissing } from './plate';
import { switchSymbols } from './symbols';

export function PaperPanel() {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const view = useView((state) => state.view);
  const turn = useView((state) => state.turn);
  const [issue, setIssue] = useState('A');
  const off = usePlateMissing();
  const base = `/api/shows/${show.id}/out`;
  const query = `turn=${turn}`;
  const link = (file: string, name: string, extra = '') => (
    <a className="link" href={`${base}/${file}?download${extra ? `&${extra}` : ''}`}>
      {name}
    </a>
  );
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
    <section aria-label="Paper">
      <h3 className="pencil">Plate</h3>
      <Line name="Paper">
        <select
          className="field"
          aria-label="Paper"
          value={settings.paper}
          onChange={(event) => session.edit(`Paper ${event.target.value}`, edit([settings], { paper: event.target.value }))}
        >
          {papers.map((item) => (
            <option key={item.name}>{item.name}</option>
          ))}
        </select>
      </Line>
      <Line name="Turn">
        <select
          className="field"
          aria-label="Turn"
          value={turn}
          onChange={(event) => useView.setState({ turn: event.target.value as typeof turn })}
        >
          <option>landscape</option>
          <option>portrait</option>
        </select>
      </Line>
      <Line name="Scale">
        <select
          className="field"
          aria-label="Scale"
          value={settings.scale}
          onChange={(event) =>
            session.edit(
              `Scale ${event.target.selectedOptions[0]?.text}`,
              edit([settings], { scale: Number(event.target.value) }),
            )
          }
        >
          {scales.map((item) => (
            <option key={item.name} value={item.denominator}>
              {item.name}
            </option>
          ))}
        </select>
      </Line>
      {tagSetsOf(show).length > 0 && (
        <Line name="Tags">
          <select
            className="field"
            aria-label="Tags on the plate"
            value={tagSetOf(show, settings.plateTags)?.id ?? ''}
            onChange={(event) =>
              session.edit(
                `Tags ${event.target.selectedOptions[0]?.text} on plates`,
                edit([settings], { plateTags: event.target.value }),
              )
            }
          >
            {tagSetsOf(show).map((item) => (
              <option key={item.id} value={item.id}>
                {item.name}
              </option>
            ))}
          </select>
        </Line>
      )}
      <Line name="Symbols">
        <select
          className="field"
          aria-label="Symbols"
          value={settings.symbolSet ?? 'outline'}
          onChange={(event) => switchSymbols({ session, show }, event.target.value as SymbolSet)}
        >
          <option value="outline">outline</option>
          <option value="bold">bold, for small scales</option>
        </select>
      </Line>
      <Line name="Title block">
        <select
          className="field"
          aria-label="Title block"
          value={settings.titleBlock ?? ''}
          onChange={(event) => {
            const { titleBlock: _, ...rest } = settings;
            session.edit(
              'Another title block',
              updating([[settings, event.target.value ? { ...rest, titleBlock: event.target.value } : rest]]),
            );
          }}
        >
          <option value="">the usual one</option>
          {all(show, 'titleblock').map((item) => (
            <option key={item.id} value={item.id}>
              {item.name}
            </option>
          ))}
        </select>
      </Line>
      {text('Title', 'name')}
      {text('Venue', 'venue')}
      {text('Designer', 'designer')}
      {off && (
        <p className="pt-1" role="status" style={{ color: 'var(--doubt)' }}>
          {off.words}
        </p>
      )}
      {view !== 'plate' && (
        <button type="button" className="act mt-2 w-full" onClick={() => useView.setState({ view: 'plate' })}>
          Show the plate
        </button>
      )}
      <div className="flex gap-4 pt-2">
        {!off && link('plot.pdf', 'Plot as PDF', query)}
        {!off && link('plot.svg', 'Plot as SVG', query)}
        {off?.fits && link('plot.pdf', `PDF at ${scaleName(off.fits)}`, `${query}&fit=1`)}
        {off?.fits && link('plot.svg', `SVG at ${scaleName(off.fits)}`, `${query}&fit=1`)}
      </div>
      <h3 className="pencil pt-3">Issue</h3>
      {settings.issued ? (
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
      ) : (
        <form
          aria-label="Issue the plot"
          className="flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            const name = issue.trim();
            if (name) session.edit(`Issue the plot as ${name}`, edit([settings], { issued: name.slice(0, 100) }));
          }}
        >
          <input
            className="field"
            aria-label="Name of the issue"
            value={issue}
            onChange={(event) => setIssue(event.target.value)}
          />
          <button type="submit" className="act whitespace-nowrap" title="Freezes the unit numbers">
            Issue the plot
          </button>
        </form>
      )}
      <h3 className="pencil pt-3">Schedules</h3>
      <div className="grid grid-cols-[1fr_auto_auto] gap-x-4 gap-y-1">
        {schedules.map(({ id, title }) => (
          <Fragment key={id}>
            <span>{title}</span>
            {link(`${id}.pdf`, 'PDF')}
            {link(`${id}.csv`, 'CSV')}
          </Fragment>
        ))}
      </div>
    </section>
  );
}
