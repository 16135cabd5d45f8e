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
import { Choice, Typed } from '../../ui/Field';
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
      <h2 className="pencil">Plate</h2>
      <Line name="Paper">
        <Choice
          label="Paper"
          value={settings.paper}
          options={papers.map((item) => item.name)}
          onChoose={(value) => session.edit(`Paper ${value}`, edit([settings], { paper: value }))}
        />
      </Line>
      <Line name="Turn">
        <Choice
          label="Turn"
          value={turn}
          options={['landscape', 'portrait']}
          onChoose={(value) => useView.setState({ turn: value })}
        />
      </Line>
      <Line name="Scale">
        <Choice
          label="Scale"
          value={settings.scale}
          options={scales.map((item) => [item.denominator, item.name] as const)}
          onChoose={(value, text) => session.edit(`Scale ${text}`, edit([settings], { scale: Number(value) }))}
        />
      </Line>
      {tagSetsOf(show).length > 0 && (
        <Line name="Tags">
          <Choice
            label="Tags on the plate"
            value={tagSetOf(show, settings.plateTags)?.id ?? ''}
            options={tagSetsOf(show).map((item) => [item.id, item.name] as const)}
            onChoose={(value, text) => session.edit(`Tags ${text} on plates`, edit([settings], { plateTags: value }))}
          />
        </Line>
      )}
      <Line name="Symbols">
        <Choice
          label="Symbols"
          value={settings.symbolSet ?? 'outline'}
          options={['outline', ['bold', 'bold, for small scales']]}
          onChoose={(value) => switchSymbols({ session, show }, value as SymbolSet)}
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
      <h2 className="pencil pt-3">Hanging cards</h2>
      <p>One page a position, for one hand on a ladder: drawn, with its list, its weights and what to bring.</p>
      <div className="flex gap-4">
        {link('hanging-cards.pdf', 'Cards on A4', 'paper=A4')}
        {link('hanging-cards.pdf', 'on letter', 'paper=letter')}
      </div>
      <h2 className="pencil pt-3">Issue</h2>
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
          <Typed label="Name of the issue" value={issue} onText={(value) => setIssue(value)} />
          <button type="submit" className="act whitespace-nowrap" title="Freezes the unit numbers">
            Issue the plot
          </button>
        </form>
      )}
      <h2 className="pencil pt-3">Schedules</h2>
      <div className="grid grid-cols-[1fr_auto_auto] gap-x-4 leading-6">
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
