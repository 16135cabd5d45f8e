/** The step Rig check: one light at a time or all of a kind, and what is heard and sent. */
import { useEffect, useRef } from 'react';
import { all, find, type Show } from '#core/model/show';
import { checkList, ordersOf } from '#core/wires/check-order';
import { faults } from '#core/wires/findings';
import { useSession, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { usePreferences } from '../../state/preferences';
import { useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { useView } from '../../state/view';
import { useUp } from '../../state/wires/up';
import { keepListening, useWires, wire } from '../../state/wires/wires';
import { Choice } from '../../ui/Field';
import { useKeys } from '../../ui/keys';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { dropThread, keepThread, note, tick } from './acts';
import { HandCode } from './HandCode';
import { KindPart } from './parts/KindPart';
import { Around, Asked, Found, Light } from './parts/LightPart';
import { PixelPart } from './parts/PixelPart';
import { PositionStrip } from './parts/PositionStrip';
import { SlotPart } from './parts/SlotPart';
import { ParkedPart, WalkPart } from './parts/WalkPart';
import { another, drive, driveOn, follow, move, ring, sit, step, takeWheel, useCheck } from './state';
import { WiresLines } from './WiresLines';

const levels = [1, 0.75, 0.5, 0.3, 0.1].map((share) => [share, `${Math.round(share * 100)} %`] as const);
const glows = [
  [0, 'out'],
  [0.05, 'at 5 %'],
  [0.1, 'at 10 %'],
  [0.2, 'at 20 %'],
] as const;
const comes = [
  ['one', 'one light at a time'],
  ['kind', 'all of a kind'],
  ['slot', 'a single slot'],
  ['pixels', 'pixels of a wall'],
] as const;

export function CheckPanel() {
  const show = useShow();
  const check = useCheck();
  const output = useWires(({ state }) => state?.output ?? false);
  const heard = useWires(({ state }) => state !== null);
  const together = useWires((state) => state.check);
  const checker = usePreferences((state) => state.checker);
  const selection = useSelection((state) => state.selection);
  const { what } = check;
  const driver = another();
  // What is asked for follows the show and the choices; the server lets it fade when this panel is left, or when another one drives.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked for is read from the check and the selection
  useEffect(() => {
    if (!output) return;
    if (driver) return drive(null);
    return driveOn(show);
  }, [output, show, check, selection, driver]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is up is read from the check and the selection
  useEffect(() => ring(show), [show, check, selection]);
  // From here on the log of levels has no gap.
  useEffect(keepListening, []);
  useEffect(
    () => () => {
      drive(null);
      useUp.setState({ up: [] });
    },
    [],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: sits down again under another name, or after a gap
  useEffect(() => sit(show), [show.id, checker, heard]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows what the driver says
  useEffect(follow, [together]);
  return (
    <section aria-label="Rig check">
      {driver && (
        <p className="flex items-center gap-2 pb-1" data-testid="driver">
          <b>{driver} drives</b>
          <button type="button" className="act" onClick={() => takeWheel(show)}>
            Take it over
          </button>
        </p>
      )}
      <Choice
        label="What comes up"
        className="mb-1 w-full"
        value={what}
        options={comes}
        disabled={driver !== null}
        onChoose={(next) => useCheck.setState({ what: next })}
      />
      {what === 'one' && <One show={show} />}
      {what === 'kind' && <KindPart show={show} />}
      {what === 'slot' && <SlotPart show={show} />}
      {what === 'pixels' && <PixelPart show={show} />}
      <Levels show={show} />
      <ParkedPart show={show} />
      <button
        type="button"
        className="act my-2 w-full"
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
      <Asked name="checked by">
        <TextField
          label="Checked by"
          value={checker}
          onWrite={(text) => {
            usePreferences.setState({ checker: text.trim().slice(0, 100) });
            return null;
          }}
        />
      </Asked>
      <p className="pencil">{together && together.here > 1 ? `${together.here} are at this check.` : ''}</p>
      <button type="button" className="link" onClick={() => useView.setState({ alone: true })}>
        The drawing alone, without the frame
      </button>
      <HandCode show={show} />
      <WiresLines />
    </section>
  );
}
const wrongs = faults.filter((what) => what.startsWith('wrong '));
/** What is chosen of them; the first line of the choice is none. */
const wrongOf = (chosen: string | number) => wrongs.find((what) => what === chosen);

/** Light by light, in an order. */
function One({ show }: { readonly show: Show }) {
  const session = useSession();
  const { at, order } = useCheck();
  const lights = checkList(show, order);
  const now = lights.findIndex(({ id }) => id === at);
  // One that was gone to from elsewhere need not stand in the order.
  const light = lights[now] ?? find(show, 'fixture', at ?? undefined);
  const ticked = all(show, 'finding').filter(({ what }) => what === 'works').length;
  // Whoever opens the check goes on with Space at once.
  const next = useRef<HTMLButtonElement>(null);
  useEffect(() => next.current?.focus({ preventScroll: true }), []);
  useKeys('check', { works: () => tick(session), next: () => step(show, 1), back: () => step(show, -1) });
  const name = ordersOf(show).find(([key]) => key === order)?.[1] ?? 'position';
  return (
    <>
      <p className="pencil" data-testid="check place">
        {light && now >= 0 ? `${now + 1} of ${lights.length}, by ${name}` : `${plural(lights.length, 'light')}, by ${name}`}
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
      {light && <PositionStrip show={show} light={light} />}
      {light && <Found key={light.id} show={show} light={light} />}
      {light && <Around show={show} light={light} />}
      <Order show={show} />
      <WalkPart />
    </>
  );
}
/** By what it goes: the usual orders, and threads that are drawn by hand. */
function Order({ show }: { readonly show: Show }) {
  const session = useSession();
  const order = useCheck((state) => state.order);
  const tool = useTool((state) => state.tool);
  const own = order.startsWith('thread ');
  return (
    <>
      <div className="flex items-center gap-2 py-1">
        <span className="pencil">order</span>
        <Choice
          label="Order of the check"
          className="flex-1"
          value={order}
          options={ordersOf(show)}
          onChoose={(next) => move(show, { order: next })}
        />
      </div>
      <p className="flex flex-wrap gap-x-3">
        <button
          type="button"
          className="link"
          aria-pressed={tool === 'thread'}
          title="Draw through the lights on the plan, in the order in which they are gone through"
          onClick={() => arrange({ tool: tool === 'thread' ? 'select' : 'thread', view: 'plan' })}
        >
          {tool === 'thread' ? 'put the thread away' : 'draw a thread'}
        </button>
        <button
          type="button"
          className="link"
          title="What is selected, in its order, becomes an order of the check"
          onClick={() => keepThread(session)}
        >
          keep the selection as one
        </button>
        {own && (
          <button type="button" className="link" onClick={() => dropThread(session, order.slice(7))}>
            remove this one
          </button>
        )}
      </p>
    </>
  );
}
function Levels({ show }: { readonly show: Show }) {
  const { level, others } = useCheck();
  return (
    <div className="flex items-center gap-2 py-1">
      <span className="pencil">level</span>
      <Choice
        label="Level of the light"
        className="!w-20"
        value={level}
        options={levels}
        onChoose={(share) => move(show, { level: Number(share) })}
      />
      <span className="pencil">others</span>
      <Choice
        label="Level of the others"
        className="!w-20"
        value={others}
        options={glows}
        onChoose={(share) => move(show, { others: Number(share) })}
      />
    </div>
  );
}
