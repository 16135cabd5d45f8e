/** Where cables come from, and how much longer they are than measured. */
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { edit } from '#core/model/change';
import type { Vec3 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { cableRulesOf } from '#core/paper/cables';
import { useSession, useShow } from '../../state/context';
import { Line, TextField } from '../../ui/TextField';

const axes = ['Across, stage left of the centre', 'Up the stage', 'Height'] as const;

export function CableLines() {
  const show = useShow();
  const session = useSession();
  const settings = settingsOf(show);
  const { units } = settings;
  const { rack, spare } = cableRulesOf(show);
  return (
    <section aria-label="Cables" className="pt-2">
      <p className="pencil">The rack: dimmers or distribution</p>
      {axes.map((name, i) => (
        <Line key={name} name={name.split(',')[0] ?? name} unit={lengthUnit(units)}>
          <TextField
            label={`Rack: ${name}`}
            align="right"
            value={formatLength(rack[i] ?? 0, units)}
            onWrite={(text) => {
              const parsed = parseLength(text, units);
              if (!parsed.ok) return parsed.why;
              const at = rack.map((mm, k) => (k === i ? parsed.mm : mm)) as unknown as Vec3;
              session.edit('Place of the rack', edit([settings], { cables: { rack: at, spare } }));
              return null;
            }}
          />
        </Line>
      ))}
      <Line name="Spare" unit="%">
        <TextField
          label="Spare length of cables"
          align="right"
          value={String(Math.round(spare * 100))}
          onWrite={(text) => {
            const value = Number(text.replace(',', '.'));
            if (!(value >= 0 && value <= 500)) return 'A figure from 0 to 500 %.';
            session.edit('Spare length of cables', edit([settings], { cables: { rack, spare: value / 100 } }));
            return null;
          }}
        />
      </Line>
    </section>
  );
}
