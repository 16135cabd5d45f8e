/** How colour is cut: the maker's sheet, what is cut besides, what is lost between two pieces. */
import { INCH } from '#core/measure/lengths';
import { edit } from '#core/model/change';
import type { Settings } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { cutRulesOf } from '#core/paper/cuts';
import { useSession, useShow } from '../../state/context';
import { FigureLine } from './FigureLine';

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
  const mm = (value: number) => (imperial ? value * INCH : value);
  const most = imperial ? 200 : 5000;
  return (
    <section aria-label="How colour is cut" className="pt-2">
      <FigureLine
        name="Sheet width"
        shown={said(sheet[0])}
        unit={unit}
        least={1}
        most={most}
        onWrite={(value) => set('Width of a sheet of colour', { sheet: [mm(value), sheet[1]] })}
      />
      <FigureLine
        name="Sheet height"
        shown={said(sheet[1])}
        unit={unit}
        least={1}
        most={most}
        onWrite={(value) => set('Height of a sheet of colour', { sheet: [sheet[0], mm(value)] })}
      />
      <FigureLine
        name="Cut besides"
        shown={String(Math.round(spare * 100))}
        unit={'%'}
        least={0}
        most={500}
        onWrite={(value) => set('Colour cut besides', { spare: value / 100 })}
      />
      <FigureLine
        name="Lost between"
        shown={said(gap)}
        unit={unit}
        least={0}
        most={imperial ? 4 : 100}
        onWrite={(value) => set('Lost between two pieces', { gap: mm(value) })}
      />
      <p className="pencil">
        A piece is as large as the colour frame of the type says; turn over a type on the Shelf to change it.
      </p>
    </section>
  );
}
