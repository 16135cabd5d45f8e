/** The sheet that is looked at: its paper, its windows, and how it is taken away. */
import { v4 } from 'uuid';
import { tagSetOf, tagSetsOf } from '#core/draw/tag-set';
import { papers, scaleName, scales } from '#core/measure/scales';
import { edit } from '#core/model/change';
import type { Plate, SymbolSet } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { addedSet, corrected, uncorrected } from '#core/paper/edits';
import type { Planned } from '#core/paper/plates';
import { windowList } from '#core/paper/windows/index';
import { useOut, useSession, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { Choice } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import { addWindow, nameOf } from './correct';
import { SheetLink } from './SheetLink';
import { ranks, useSheet } from './sheets';
import { switchSymbols } from './symbols';
import { WindowLines } from './WindowLines';

interface Props {
  readonly planned: Planned;
  readonly number: number;
}
export function SheetLines({ planned, number }: Props) {
  const show = useShow();
  const session = useSession();
  const settings = settingsOf(show);
  const chosen = usePaper((state) => state.window);
  const tiles = usePaper((state) => state.tiles);
  const desk = { session, show };
  const { made } = useSheet(planned, ranks.looked);
  const troubles = made?.troubles ?? [];
  const plot = planned.ready === 'plot' && !planned.corrected;
  // Paper and turn of a whole set; of one that is corrected by hand, or the user's own, of that sheet alone.
  const setPlate = (label: string, what: Partial<Pick<Plate, 'paper' | 'turned'>>) => {
    const own = planned.corrected ?? planned.plate;
    if (plot && what.paper) session.edit(label, edit([settings], { paper: what.paper }));
    else if (own)
      session.edit(label, planned.corrected || planned.ready === null ? corrected(show, planned, what, v4) : edit([own], what));
    else {
      const { added } = addedSet(show, 'plot', v4);
      session.edit(label, { added: added.map((record) => ({ ...record, ...what }) as Plate), updated: [], removed: [] });
    }
  };
  const off = troubles.find(({ what }) => what === 'off');
  const fits = plot ? (made?.drawn.get('plan')?.fits ?? null) : null;
  const out = useOut();
  const asked = { download: '', ...(tiles ? { tiles } : {}) };
  const link = (file: string, name: string, more: Record<string, string> = {}) => (
    <a className="link" href={out(file, { ...asked, ...more })}>
      {name}
    </a>
  );
  const turn = planned.landscape ? 'landscape' : 'portrait';
  const own = planned.windows.find(({ id }) => id === chosen);
  return (
    <section aria-label="Sheet">
      {planned.ready === null || planned.corrected ? (
        <Line name="Name">
          <TextField
            label="Name of the sheet"
            value={planned.name}
            onWrite={(value) => {
              if (!value.trim()) return 'A sheet has a name.';
              session.edit(`Sheet ${value}`, corrected(show, planned, { name: value.trim().slice(0, 200) }, v4));
              return null;
            }}
          />
        </Line>
      ) : (
        <p>
          <b>{planned.name}</b>
        </p>
      )}
      <Line name="Paper">
        <Choice
          label="Paper"
          value={planned.paper.name}
          options={papers.map((item) => item.name)}
          onChoose={(value) => setPlate(`Paper ${value}`, { paper: value })}
        />
      </Line>
      <Line name="Turn">
        <Choice
          label="Turn"
          value={turn}
          options={['landscape', 'portrait']}
          onChoose={(value) => setPlate(`Sheet ${value}`, { turned: value as 'landscape' | 'portrait' })}
        />
      </Line>
      {plot && (
        <Line name="Scale">
          <Choice
            label="Scale"
            value={settings.scale}
            options={scales.map((item) => [item.denominator, item.name] as const)}
            onChoose={(value, text) => session.edit(`Scale ${text}`, edit([settings], { scale: Number(value) }))}
          />
        </Line>
      )}
      {plot && tagSetsOf(show).length > 0 && (
        <Line name="Tags">
          <Choice
            label="Tags on the plate"
            value={tagSetOf(show, settings.plateTags)?.id ?? ''}
            options={tagSetsOf(show).map((item) => [item.id, item.name] as const)}
            onChoose={(value, text) => session.edit(`Tags ${text} on plates`, edit([settings], { plateTags: value }))}
          />
        </Line>
      )}
      {plot && (
        <Line name="Symbols">
          <Choice
            label="Symbols"
            value={settings.symbolSet ?? 'outline'}
            options={['outline', ['bold', 'bold, for small scales']]}
            onChoose={(value) => switchSymbols({ session, show }, value as SymbolSet)}
          />
        </Line>
      )}
      {troubles.map(({ text }) => (
        <p key={text} className="pt-1" role="status" style={{ color: 'var(--doubt)' }}>
          {text}
        </p>
      ))}
      <Line name="Printer">
        <Choice
          label="Printer"
          value={tiles}
          options={[['', 'has this paper'], ...papers.map(({ name }) => [name, `tiles of ${name}`] as const)]}
          onChoose={(value) => usePaper.setState({ tiles: value })}
        />
      </Line>
      <div className="flex flex-wrap gap-x-4 pt-1">
        {plot && !off && link('plot.pdf', 'Plot as PDF', { turn })}
        {plot && !off && link('plot.svg', 'Plot as SVG', { turn })}
        {plot && link('plot.dxf', 'Plot as DXF', {})}
        {plot && off && fits && link('plot.pdf', `PDF at ${scaleName(fits)}`, { turn, fit: '1' })}
        {plot && off && fits && link('plot.svg', `SVG at ${scaleName(fits)}`, { turn, fit: '1' })}
        {!plot && link('sheet.pdf', 'Sheet as PDF', { sheet: String(number) })}
        {!plot && link('sheet.svg', 'Sheet as SVG', { sheet: String(number) })}
        <SheetLink sheet={planned.name} />
      </div>
      {planned.corrected && (
        <p>
          Corrected by hand: it follows the show no more in where things stand.{' '}
          <button
            type="button"
            className="link"
            onClick={() => session.edit(`${planned.name} as it is made`, uncorrected(planned))}
          >
            As the set makes it
          </button>
        </p>
      )}
      {own ? (
        <WindowLines key={own.id} planned={planned} window={own} />
      ) : (
        <div className="pt-1">
          <span className="pencil">Windows</span>
          <ul aria-label="Windows">
            {planned.windows.map((window) => (
              <li key={window.id}>
                <button type="button" className="link" onClick={() => usePaper.setState({ window: window.id, inside: false })}>
                  {nameOf(show, window)}
                </button>
              </li>
            ))}
          </ul>
          <Choice
            label="Add a window"
            className="!w-40"
            value=""
            options={[['', 'Add a window'], ...windowList.map(({ what, title }) => [what, title] as const)]}
            onChoose={(value) => value && addWindow(desk, planned, value, show)}
          />
        </div>
      )}
    </section>
  );
}
