/** Circuits, dimmers, phases and positions with what they carry. */

import { useState } from 'react';
import { v4 } from 'uuid';
import { firstOf, itemAt } from '#core/measure/list';
import { isEmpty, updating } from '#core/model/change';
import type { Feed, Power } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { neutral } from '#core/power/electrics';
import { balanced, type Load, loadsOf, powerOf, withFeed } from '#core/power/loads';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { goTo } from '../../state/selection';
import { toast } from '../../state/toast';
import { Choice } from '../../ui/Field';
import { May, ReadOrWrite } from '../../ui/May';
import { PanelHead } from '../../ui/PanelHead';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';

type Tab = 'dimmers' | 'circuits' | 'multicables' | 'positions';
const tabs: readonly Tab[] = ['dimmers', 'circuits', 'multicables', 'positions'];

export function PowerPanel() {
  const session = useSession();
  const show = useShow();

  const power = powerOf(show);
  const loads = loadsOf(show);
  const [chosen, setTab] = useState<Tab | null>(null);
  const tab = chosen ?? tabs.find((name) => loads[name].length) ?? 'positions';
  const phased = loads.phases.some((phase) => phase.watts > 0);
  const write =
    (key: keyof Power, name: string, least: number, most: number, scale = 1) =>
    (text: string) => {
      const value = Number(text.replace(',', '.').replace('%', '')) / scale;
      if (!(value >= least && value <= most)) return `${name} is between ${least * scale} and ${most * scale}.`;
      const settings = settingsOf(show);
      session.edit(`${name} ${text}`, updating([[settings, { ...settings, power: { ...power, [key]: value } }]]));
      return null;
    };
  return (
    <section aria-label="Circuits and power">
      <PanelHead name="Circuits and power" onClose={() => usePanels.setState({ panel: null })} />
      {(
        [
          ['volts', 'Voltage', 'V', 'Voltage of the house', 'The voltage', 50, 1000, 1],
          ['circuit', 'A circuit', 'A', 'Rating of a circuit', 'The rating of a circuit', 0.1, 10000, 1],
          ['dimmer', 'A dimmer', 'A', 'Rating of a dimmer', 'The rating of a dimmer', 0.1, 10000, 1],
          ['phase', 'A phase', 'A', 'Rating of a phase', 'The rating of a phase', 0.1, 10000, 1],
          ['share', 'For hours', '%', 'Share that may be used for hours', 'The share', 0.1, 1, 100],
        ] as const
      ).map(([key, name, unit, label, said, least, most, scale]) => (
        <Line key={key} name={name} unit={unit}>
          <TextField
            label={label}
            value={String(Math.round(power[key] * scale * 100) / 100)}
            onWrite={write(key, said, least, most, scale)}
          />
        </Line>
      ))}
      <p className="pt-1" data-testid="power-sum">
        {Math.round(loads.watts).toLocaleString('en')} W in all
        {loads.unfed > 0 ? (
          <span className="pencil">, {Math.round(loads.unfed).toLocaleString('en')} W on no circuit or dimmer</span>
        ) : null}
        .
      </p>
      <table className="w-full" aria-label="Phases">
        <tbody>
          {loads.phases.map((phase) => (
            <tr key={phase.name} style={{ borderTop: '1px solid var(--hair-faint)' }}>
              <th scope="row" className="pencil whitespace-nowrap text-left font-normal">
                {phase.name}
              </th>
              <td className="w-full px-2">
                <Bar load={phase} />
              </td>
              <td className="whitespace-nowrap text-right">{phase.amps.toFixed(1)} A</td>
            </tr>
          ))}
        </tbody>
      </table>
      {phased && (
        <p className="pencil">
          {Math.round(loads.imbalance * 100)} % off balance,{' '}
          {neutral(firstOf(loads.phases).amps, itemAt(loads.phases, 1).amps, itemAt(loads.phases, 2).amps).toFixed(1)} A in the
          neutral.
        </p>
      )}
      <May>
        <button
          type="button"
          className="act act-small mt-1"
          onClick={() => {
            const change = balanced(show, v4);
            if (isEmpty(change))
              toast(
                phased
                  ? 'The phases are balanced already.'
                  : 'Nothing has a dimmer or a circuit yet. Number them in a run first.',
              );
            else session.edit('Balance the phases', change);
          }}
        >
          Balance the phases
        </button>
      </May>
      <div role="tablist" aria-label="Loads of" className="flex gap-3 pt-2">
        {tabs.map((name) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={tab === name}
            className="tab !py-1"
            onClick={() => setTab(name)}
          >
            {name}
          </button>
        ))}
      </div>
      <div className="max-h-60 overflow-auto">
        <table className="w-full">
          <tbody>
            {loads[tab].map((load) => (
              <ReadOrWrite act="circuit" key={load.name}>
                <LoadRow load={load} of={tab === 'dimmers' ? 'dimmer' : tab === 'circuits' ? 'circuit' : null} />
              </ReadOrWrite>
            ))}
          </tbody>
        </table>
        {!loads[tab].length && <p className="pencil">None yet. A run in the step Number gives them.</p>}
      </div>
      <p className="pencil pt-2 text-[11px]">
        Power factor 1 for lamps, 0.9 assumed for all others. No substitute for a competent electrician.
      </p>
    </section>
  );
}

function Bar({ load }: { load: Load }) {
  const share = load.limit ? Math.min(1, load.amps / load.limit) : 0;
  return (
    <span className="block h-2 border" style={{ borderColor: 'var(--hair)' }}>
      <span
        className="block h-full"
        style={{ width: `${share * 100}%`, background: load.limit && load.amps > load.limit ? 'var(--stop)' : 'var(--pencil)' }}
      />
    </span>
  );
}

function LoadRow({ load, of }: { load: Load; of: Feed['of'] | null }) {
  const session = useSession();
  const show = useShow();
  const over = load.limit !== null && load.amps > load.limit + 1e-9;
  return (
    <tr style={{ borderTop: '1px solid var(--hair-faint)', color: over ? 'var(--stop)' : undefined }}>
      <th scope="row" className="max-w-20 truncate text-left font-normal">
        <button
          type="button"
          className="hover:underline"
          title={`Go to ${plural(load.units, 'unit')}`}
          onClick={() => goTo(load.fixtures)}
        >
          {load.name}
        </button>
      </th>
      <td className="whitespace-nowrap px-1 text-right">{Math.round(load.watts)} W</td>
      <td className="whitespace-nowrap px-1 text-right" title={load.limit === null ? undefined : `of ${load.limit.toFixed(1)} A`}>
        {load.amps.toFixed(1)} A{over ? ' over' : ''}
      </td>
      {of && (
        <td className="w-12">
          <Choice
            label={`Phase of ${of} ${load.name}`}
            value={load.phase ?? ''}
            options={[['', '-'], ...[1, 2, 3].map((n) => n)]}
            onChoose={(value) =>
              session.edit(
                `Phase of ${of} ${load.name}`,
                withFeed(show, of, load.name, { phase: value ? Number(value) : null }, v4),
              )
            }
          />
        </td>
      )}
      {of && (
        <td className="w-10">
          <TextField
            label={`Limit of ${of} ${load.name}`}
            align="right"
            value={limitOf(show, of, load.name)}
            placeholder="A"
            onWrite={(text) => {
              const value = text.trim() === '' ? null : Number(text.replace(',', '.'));
              if (value !== null && !(value > 0 && value <= 10000)) return 'A limit is in amperes, above 0.';
              session.edit(`Limit of ${of} ${load.name}`, withFeed(show, of, load.name, { limit: value }, v4));
              return null;
            }}
          />
        </td>
      )}
    </tr>
  );
}

function limitOf(show: Show, of: Feed['of'], name: string): string {
  for (const record of show.records.values())
    if (record.kind === 'feed' && record.of === of && record.name === name)
      return record.limit === null ? '' : String(record.limit);
  return '';
}
