/** How colour is cut: the maker's sheet, what is cut besides, what is lost between two pieces. */
import { INCH } from '#core/measure/lengths';
import { edit } from '#core/model/change';
import type { Settings } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { cutRulesOf } from '#core/paper/cuts';
import { useSession, useShow } from '../../state/context';
import { Line, TextField } from '../../ui/TextField';

export function CutLines() {
  const show = useShow();
  const session = useSession();
  const settings = settingsOf(show);
  const imperial = settings.units === 'imperial';
  const { sheet, spare, gap } = cutRulesOf(show);
  const unit = imperial ? 'in' : 'mm';
  const said = (mm: number) => String(Number((imperial ? mm / INCH : mm).toFixed(2)));
  const set = (label: string, next: Partial<NonNullable<Settings['colourCut']>>) =>
    session.edit(label, edit([settings], { colourCut: { sheet, spare, gap, ...next } }));
  const figure = (
    label: string,
    shown: string,
    unitSaid: string,
    least: number,
    most: number,
    write: (value: number) => void,
  ) => (
    <Line name={label} unit={unitSaid}>
      <TextField
        label={label}
        align="right"
        value={shown}
        onWrite={(text) => {
          const value = Number(text.replace(',', '.'));
          if (!Number.isFinite(value) || value < least || value > most) return `A figure from ${least} to ${most} ${unitSaid}.`;
          write(value);
          return null;
        }}
      />
    </Line>
  );
  const mm = (value: number) => (imperial ? value * INCH : value);
  const most = imperial ? 200 : 5000;
  return (
    <section aria-label="How colour is cut" className="pt-2">
      {figure('Sheet width', said(sheet[0]), unit, 1, most, (value) =>
        set('Width of a sheet of colour', { sheet: [mm(value), sheet[1]] }),
      )}
      {figure('Sheet height', said(sheet[1]), unit, 1, most, (value) =>
        set('Height of a sheet of colour', { sheet: [sheet[0], mm(value)] }),
      )}
      {figure('Cut besides', String(Math.round(spare * 100)), '%', 0, 500, (value) =>
        set('Colour cut besides', { spare: value / 100 }),
      )}
      {figure('Lost between', said(gap), unit, 0, imperial ? 4 : 100, (value) =>
        set('Lost between two pieces', { gap: mm(value) }),
      )}
      <p className="pencil">
        A piece is as large as the colour frame of the type says; turn over a type on the Shelf to change it.
      </p>
    </section>
  );
}
