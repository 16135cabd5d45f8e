/** The step Rig check: one light at a time, and what is heard and sent. */
import { useEffect, useReducer, useRef } from 'react';
import { channelText } from '#core/fields/texts';
import { aimSaid } from '#core/light/aimed';
import { colourIn } from '#core/light/filter';
import { colourTextOf } from '#core/light/source';
import type { Fixture } from '#core/model/records';
import { all, find, get, type Show } from '#core/model/show';
import { formatRange } from '#core/patch/address';
import { partFootprint } from '#core/patch/footprint';
import { aroundOf, onCircuit } from '#core/wires/around';
import { checkOrders, inCheckOrder, lightAddress } from '#core/wires/check-order';
import { faults, findingsOf, isOpen, type Found as What } from '#core/wires/findings';
import { useSession, useShow } from '../../state/context';
import { usePreferences } from '../../state/preferences';
import { goTo } from '../../state/selection';
import { followLives, useWires, wire } from '../../state/wires/wires';
import { Choice } from '../../ui/Field';
import { useKeys } from '../../ui/keys';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { note, sawInstead, tick } from './acts';
import { drive, step, useCheck } from './state';
import { WiresLines } from './WiresLines';

const levels = [1, 0.75, 0.5, 0.3, 0.1].map((share) => [share, `${Math.round(share * 100)} %`] as const);
const glows = [
  [0, 'out'],
  [0.05, 'at 5 %'],
  [0.1, 'at 10 %'],
  [0.2, 'at 20 %'],
] as const;

const wrongs = faults.filter((what) => what.startsWith('wrong '));
/** What is chosen of them; the first line of the choice is none. */
const wrongOf = (chosen: string | number) => wrongs.find((what) => what === chosen);

export function CheckPanel() {
  const show = useShow();
  const session = useSession();
  const check = useCheck();
  const output = useWires(({ state }) => state?.output ?? false);
  const heard = useWires(({ state }) => state !== null);
  const lights = inCheckOrder(show, check.order);
  const now = lights.findIndex(({ id }) => id === check.at);
  const light = lights[now];
  const { at, level, others } = check;
  const ticked = all(show, 'finding').filter(({ what }) => what === 'works').length;
  // What is asked for follows the show and the choices; the server lets it fade when this panel is left.
  useEffect(() => {
    if (output) drive(show, { at, level, others });
  }, [output, show, at, level, others]);
  useEffect(() => () => drive(null, useCheck.getState()), []);
  // Whoever opens the check goes on with Space at once.
  const next = useRef<HTMLButtonElement>(null);
  useEffect(() => next.current?.focus({ preventScroll: true }), []);
  useKeys('check', { works: () => tick(session), next: () => step(show, 1), back: () => step(show, -1) });
  return (
    <section aria-label="Rig check">
      <p className="pencil" data-testid="check place">
        {light ? `${now + 1} of ${lights.length}, by ${check.order}` : `${plural(lights.length, 'light')}, by ${check.order}`}
        {ticked > 0 && `, ${ticked} ticked`}
      </p>
      {light ? <Light show={show} light={light} /> : <p className="py-2">Next brings up the first light.</p>}
      <button
        ref={next}
        type="button"
        data-scope="check"
        title="Space ticks it and goes on; the arrows go on and back without a word, while the focus is here"
        className="act act-main my-2 !h-12 w-full !text-[16px]"
        onClick={() => tick(session)}
      >
        {light ? 'Works' : 'Next light'} <kbd className="pl-2 font-normal">Space</kbd>
      </button>
      <div className="grid grid-cols-2 gap-2">
        <button type="button" className="act !h-9" disabled={!light} onClick={() => note(session, 'dark', '')}>
          Dark
        </button>
        <Choice
          label="What is wrong"
          className="!h-9"
          value=""
          disabled={!light}
          options={[['', 'Wrong ...'], ...wrongs]}
          onChoose={(chosen) => {
            const what = wrongOf(chosen);
            if (what) note(session, what, '');
          }}
        />
        <button type="button" className="act !h-9" onClick={() => step(show, -1)}>
          Back
        </button>
        <button type="button" className="act !h-9" onClick={() => step(show, 1)}>
          Skip
        </button>
      </div>
      {light && <Found key={light.id} show={show} light={light} />}
      {light && <Around show={show} light={light} />}
      <Checker />
      <div className="flex items-center gap-2 py-2">
        <span className="pencil">order</span>
        <Choice
          label="Order of the check"
          className="flex-1"
          value={check.order}
          options={checkOrders}
          onChoose={(order) => useCheck.setState({ order })}
        />
      </div>
      <div className="flex items-center gap-2">
        <span className="pencil">level</span>
        <Choice
          label="Level of the light"
          className="!w-20"
          value={level}
          options={levels}
          onChoose={(share) => useCheck.setState({ level: Number(share) })}
        />
        <span className="pencil">others</span>
        <Choice
          label="Level of the others"
          className="!w-20"
          value={others}
          options={glows}
          onChoose={(share) => useCheck.setState({ others: Number(share) })}
        />
      </div>
      <button
        type="button"
        className="act my-3 w-full"
        aria-pressed={output}
        disabled={!heard}
        style={output ? { color: 'var(--stop)', borderColor: 'var(--stop)' } : {}}
        onClick={() => wire()?.output(!output)}
      >
        {output ? 'Switch output off' : 'Switch output on'}
      </button>
      {!output && (
        <p className="pencil">
          Nothing is sent: the plan shows what a desk sends. Output is needed for a light to come up from here.
        </p>
      )}
      <WiresLines />
    </section>
  );
}

/** What was found of the present light, a word to it, and the way out where another one came up. */
function Found({ show, light }: { readonly show: Show; readonly light: Fixture }) {
  const session = useSession();
  const own = findingsOf(show, light.id).slice(0, 4);
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
      <div className="flex items-center gap-2">
        <span className="pencil w-24 shrink-0">a word</span>
        <TextField
          label="A word to this light"
          value=""
          onWrite={(text) => {
            if (text.trim()) note(session, lastFault(show, light), text.trim());
            return null;
          }}
        />
      </div>
      <div className="flex items-center gap-2">
        <span className="pencil w-24 shrink-0">I see channel</span>
        <TextField
          label="The channel that came up instead"
          value=""
          help="Their addresses change places, in one step"
          onWrite={(text) => (text.trim() ? sawInstead(session, text) : null)}
        />
      </div>
    </div>
  );
}
/** The slots of the light as they are heard, its neighbours, and who else is on its circuit: what is asked first when it stays dark. */
function Around({ show, light }: { readonly show: Show; readonly light: Fixture }) {
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => followLives(redraw), []);
  const slots = aroundOf(show, light, wire()?.known ?? new Map());
  const beside = onCircuit(show, light);
  return (
    <details className="pt-2" data-testid="around">
      <summary className="pencil cursor-pointer">Slots around, and its circuit</summary>
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
      <p className="pencil pt-1">
        {beside.length ? (
          <button type="button" className="link" onClick={() => goTo([light.id, ...beside])}>
            {plural(beside.length, 'other light')} on its circuit
          </button>
        ) : (
          'Nothing else is on its circuit.'
        )}
      </p>
    </details>
  );
}

function Checker() {
  const checker = usePreferences((state) => state.checker);
  return (
    <div className="flex items-center gap-2">
      <span className="pencil w-24 shrink-0">checked by</span>
      <TextField
        label="Checked by"
        value={checker}
        onWrite={(text) => {
          usePreferences.setState({ checker: text.trim().slice(0, 100) });
          return null;
        }}
      />
    </div>
  );
}
/** A word belongs to the fault that was noted last and is open; without one it is a word. */
const lastFault = (show: Show, light: Fixture): Exclude<What, 'works'> => {
  const open = findingsOf(show, light.id).find((record) => isOpen(record) && !record.note);
  return open && open.what !== 'works' ? open.what : 'a word';
};

/** The present light, to be read from two metres away. */
function Light({ show, light }: { readonly show: Show; readonly light: Fixture }) {
  const type = get(show, 'type', light.type);
  const position = get(show, 'position', light.position);
  const own = light.parts.findIndex(({ address, accessory }) => address !== null && accessory === undefined);
  const part = light.parts[own];
  const colour = colourTextOf(light);
  const { rgb } = colourIn(show, colour);
  const area = light.aim?.kind === 'area' ? find(show, 'area', light.aim.area) : undefined;
  const lines: readonly (readonly [string, React.ReactNode])[] = [
    ['Address', `${formatRange(lightAddress(light), partFootprint(show, light, own))}${light.mode ? `, ${light.mode}` : ''}`],
    ['Dimmer', part?.dimmer ?? ''],
    ['Circuit', [part?.circuit, part?.circuitNumber].filter(Boolean).join(' ')],
    ['Colour', colour && <Colour text={colour} rgb={rgb} key="colour" />],
    ['Gobo', light.gobo],
    ['Purpose', light.purpose],
    ['Should hit', aimSaid(show, light) || (area?.name ?? '')],
  ];
  return (
    <div aria-live="polite" data-testid="check light">
      <p className="text-[64px] leading-none font-bold">{channelText(light) || '-'}</p>
      <p className="pt-1 text-[17px] font-bold">
        {position.name}
        {light.unit ? `, unit ${light.unit}` : ''}
      </p>
      <p className="pencil pb-2 text-[14px]">{type.name}</p>
      <dl className="text-[13px]">
        {lines.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-3 py-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
            <dt className="pencil shrink-0">{name}</dt>
            <dd className="text-right">{value || <span className="pencil">none</span>}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

const Colour = ({ text, rgb }: { readonly text: string; readonly rgb: string | null }) => (
  <span className="flex items-center justify-end gap-1.5">
    {rgb && <span className="inline-block h-3 w-3 border" style={{ background: rgb, borderColor: 'var(--hair)' }} />}
    {text}
  </span>
);
