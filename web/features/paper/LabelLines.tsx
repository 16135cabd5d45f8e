/** How labels lie on their sheet, and the address that their codes lead to. */

import { INCH } from '#core/measure/lengths';
import { edit, updating } from '#core/model/change';
import { settingsOf } from '#core/model/show';
import { type LabelRules, labelRulesOf, plainLabels } from '#core/paper/labels';
import { home } from '../../state/base';
import { useSession, useShow } from '../../state/context';
import { Line, TextField } from '../../ui/TextField';
import { FigureLine } from './FigureLine';

export function LabelLines() {
  const show = useShow();
  const session = useSession();
  const settings = settingsOf(show);
  const imperial = settings.units === 'imperial';
  const rules = labelRulesOf(show);
  const unit = imperial ? 'in' : 'mm';
  const mm = (value: number) => (imperial ? value * INCH : value);
  const said = (value: number) => String(Number((imperial ? value / INCH : value).toFixed(imperial ? 3 : 2)));
  const set = (label: string, next: Partial<LabelRules>) =>
    session.edit(label, edit([settings], { labels: { ...rules, ...next } }));
  const pair = (name: readonly [string, string], field: 'size' | 'first' | 'step', least: number) =>
    ([0, 1] as const).map((i) => (
      <FigureLine
        key={name[i]}
        name={name[i]}
        shown={said(rules[field][i])}
        unit={unit}
        least={imperial ? Number((least / INCH).toFixed(2)) : least}
        most={imperial ? 40 : 1000}
        onWrite={(value) => set(name[i], { [field]: i ? [rules[field][0], mm(value)] : [mm(value), rules[field][1]] })}
      />
    ));
  return (
    <section aria-label="How labels lie" className="pt-2">
      {pair(['Label width', 'Label height'], 'size', 10)}
      {pair(['From the left', 'From the top'], 'first', 0)}
      {pair(['Next across', 'Next down'], 'step', 10)}
      {([0, 1] as const).map((i) => (
        <FigureLine
          key={i}
          name={i ? 'How many down' : 'How many across'}
          shown={String(rules.count[i])}
          unit=""
          least={1}
          most={50}
          whole
          onWrite={(value) => set('How many labels', { count: i ? [rules.count[0], value] : [value, rules.count[1]] })}
        />
      ))}
      <FigureLine
        name="Gone already"
        shown={String(rules.gone)}
        unit=""
        least={0}
        most={rules.count[0] * rules.count[1] - 1}
        whole
        onWrite={(value) => set('Labels that are gone', { gone: value })}
      />
      <Line name="Address">
        <TextField
          label="Address of this Dessin in the house"
          value={settings.address ?? ''}
          placeholder={home()}
          help="What the codes lead to: the address under which telephones in the house reach this Dessin"
          onWrite={(text) => {
            const address = text.trim().replace(/\/+$/, '');
            if (address && !/^https?:\/\/[^\s/]+$/.test(address)) return 'An address such as http://lighting:4646.';
            const { address: _, ...rest } = settings;
            session.edit('Address that codes lead to', updating([[settings, address ? { ...rest, address } : rest]]));
            return null;
          }}
        />
      </Line>
      {settings.labels && (
        <button
          type="button"
          className="link"
          onClick={() => session.edit('Usual labels', edit([settings], { labels: plainLabels(settings) }))}
        >
          Three by eight, edge to edge
        </button>
      )}
    </section>
  );
}
