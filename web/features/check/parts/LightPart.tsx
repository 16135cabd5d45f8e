/** The present light, to be read from two metres away; what was found of it; and what is asked first when it stays dark. */
import { useEffect, useReducer } from 'react';
import { channelText } from '#core/fields/texts';
import { aimSaid } from '#core/light/aimed';
import { colourIn } from '#core/light/filter';
import { colourTextOf } from '#core/light/source';
import type { Fixture } from '#core/model/records';
import { find, get, type Show } from '#core/model/show';
import { formatAddress, formatRange, universeOf } from '#core/patch/address';
import { partFootprint } from '#core/patch/footprint';
import { aroundOf, onCircuit } from '#core/wires/around';
import { lightAddress } from '#core/wires/check-order';
import { findingsOf, isOpen, type Found as What } from '#core/wires/findings';
import { namesOf } from '#core/wires/wish';
import { useSession } from '../../../state/context';
import { goTo } from '../../../state/selection';
import { followLives, useWires, wire } from '../../../state/wires/wires';
import { Choice } from '../../../ui/Field';
import { TextField } from '../../../ui/TextField';
import { plural } from '../../../ui/words';
import { note, sawInstead, setAddress, setMode } from '../acts';

export function Light({ show, light }: { readonly show: Show; readonly light: Fixture }) {
  const type = get(show, 'type', light.type);
  const position = get(show, 'position', light.position);
  return (
    <div aria-live="polite" data-testid="check light">
      <p className="text-[64px] leading-none font-bold">{channelText(light) || '-'}</p>
      <p className="pt-1 text-[17px] font-bold">
        {position.name}
        {light.unit ? `, unit ${light.unit}` : ''}
      </p>
      <p className="pencil pb-2 text-[14px]">{type.name}</p>
      <dl className="text-[13px]">
        {linesOf(show, light).map(([name, value]) => (
          <div key={name} className="flex justify-between gap-3 py-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
            <dt className="pencil shrink-0">{name}</dt>
            <dd className="text-right">{value || <span className="pencil">none</span>}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
/** What is said of a light, by name. */
export function linesOf(show: Show, light: Fixture): readonly (readonly [name: string, value: React.ReactNode])[] {
  const own = light.parts.findIndex(({ address, accessory }) => address !== null && accessory === undefined);
  const part = light.parts[own];
  const colour = colourTextOf(light);
  const { rgb } = colourIn(show, colour);
  const area = light.aim?.kind === 'area' ? find(show, 'area', light.aim.area) : undefined;
  return [
    ['Address', `${formatRange(lightAddress(light), partFootprint(show, light, own))}${light.mode ? `, ${light.mode}` : ''}`],
    ['Dimmer', part?.dimmer ?? ''],
    ['Circuit', [part?.circuit, part?.circuitNumber].filter(Boolean).join(' ')],
    ['Colour', colour && <Colour text={colour} rgb={rgb} key="colour" />],
    ['Gobo', light.gobo],
    ['Purpose', light.purpose],
    ['Should hit', aimSaid(show, light) || (area?.name ?? '')],
  ];
}
const Colour = ({ text, rgb }: { readonly text: string; readonly rgb: string | null }) => (
  <span className="flex items-center justify-end gap-1.5">
    {rgb && <span className="inline-block h-3 w-3 border" style={{ background: rgb, borderColor: 'var(--hair)' }} />}
    {text}
  </span>
);

/** A small field with its name before it. */
export const Asked = ({ name, children }: { readonly name: string; readonly children: React.ReactNode }) => (
  <div className="flex items-center gap-2">
    <span className="pencil w-24 shrink-0">{name}</span>
    {children}
  </div>
);

/** What was found of the present light, a word to it, and the ways out where it is another one, or set in another way. */
export function Found({ show, light }: { readonly show: Show; readonly light: Fixture }) {
  const session = useSession();
  const own = findingsOf(show, light.id).slice(0, 4);
  const { modes } = get(show, 'type', light.type);
  return (
    <div className="pt-2">
      <ul data-testid="found">
        {own.map((record) => (
          <li key={record.id} style={isOpen(record) ? { color: 'var(--stop)' } : {}}>
            {record.what}
            {record.note && `: ${record.note}`} <span className="pencil">{record.cleared ? record.cleared.how : record.by}</span>
          </li>
        ))}
      </ul>
      <Asked name="a word">
        <TextField
          label="A word to this light"
          value=""
          onWrite={(text) => {
            if (text.trim()) note(session, lastFault(show, light), text.trim());
            return null;
          }}
        />
      </Asked>
      <Asked name="I see channel">
        <TextField
          label="The channel that came up instead"
          value=""
          help="Their addresses change places, in one step"
          onWrite={(text) => (text.trim() ? sawInstead(session, text) : null)}
        />
      </Asked>
      <Asked name="it is set to">
        <TextField
          label="The address that it is set to"
          value={formatAddress(lightAddress(light) ?? 1)}
          help="The plot takes the address that the unit has; the fault stands as set right"
          onWrite={(text) => setAddress(session, light.id, text)}
        />
      </Asked>
      {modes.length > 1 && (
        <Asked name="and its mode">
          <Choice
            label="The mode that it is set to"
            value={light.mode}
            options={modes.map(({ name }) => name)}
            title="The plot takes the mode that the unit has; the fault stands as set right"
            onChoose={(mode) => setMode(session, light.id, mode)}
          />
        </Asked>
      )}
    </div>
  );
}
/** A word belongs to the fault that was noted last and is open; without one it is a word. */
const lastFault = (show: Show, light: Fixture): Exclude<What, 'works'> => {
  const open = findingsOf(show, light.id).find((record) => isOpen(record) && !record.note);
  return open && open.what !== 'works' ? open.what : 'a word';
};

/** The slots of the light as they are heard, its neighbours, who sends there, and who else is on its circuit: what is asked first when it stays dark. */
export function Around({ show, light, open = false }: { readonly show: Show; readonly light: Fixture; readonly open?: boolean }) {
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => followLives(redraw), []);
  const slots = aroundOf(show, light, wire()?.known ?? new Map());
  const beside = onCircuit(show, light);
  const universe = universeOf(lightAddress(light) ?? 1);
  const sources = useWires(({ state }) => state?.sources);
  const senders = (sources ?? []).filter((source) => source.universe === universe);
  return (
    <details className="pt-2" data-testid="around" open={open}>
      <summary className="pencil cursor-pointer">Slots around, who sends, and its circuit</summary>
      <table className="w-full text-[12px]">
        <tbody>
          {slots.map(({ address, said, own, level }) => (
            <tr key={address} style={own ? { background: 'var(--halo)' } : {}}>
              <td className="py-0.5">{address}</td>
              <td>{said || <span className="pencil">nothing patched</span>}</td>
              <td className="text-right font-bold">{level ?? '-'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pencil pt-1" data-testid="senders">
        {senders.length === 0 && `Nobody sends universe ${universe}.`}
        {senders.map(({ id, name, address, priority, lost }) => (
          <span key={id} className="block" style={lost ? { color: 'var(--stop)' } : {}}>
            {name || address} sends universe {universe}, priority {priority}
            {lost && ', and is lost'}
          </span>
        ))}
      </p>
      <p className="pencil pt-1">
        {beside.length ? (
          <>
            <button type="button" className="link" onClick={() => goTo([light.id, ...beside])}>
              {plural(beside.length, 'other light')} on its circuit
            </button>
            : {namesOf(show, beside)}
          </>
        ) : (
          'Nothing else is on its circuit.'
        )}
      </p>
    </details>
  );
}
