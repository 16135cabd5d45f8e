/** Light by light, in an order. */
import { useEffect, useRef } from 'react';
import { all, find, type Show } from '#core/model/show';
import { checkList, ordersOf } from '#core/wires/check-order';
import { faults } from '#core/wires/findings';
import { useSession } from '../../../state/context';
import { arrange } from '../../../state/desk';
import { useTool } from '../../../state/tool';
import { Choice } from '../../../ui/Field';
import { useKeys } from '../../../ui/keys';
import { plural } from '../../../ui/words';
import { dropThread, keepThread, note, tick } from '../acts';
import { move, step, useCheck } from '../state';
import { Around, Found, Light } from './LightPart';
import { PositionStrip } from './PositionStrip';
import { WalkPart } from './WalkPart';

const wrongs = faults.filter((what) => what.startsWith('wrong '));
/** What is chosen of them; the first line of the choice is none. */
const wrongOf = (chosen: string | number) => wrongs.find((what) => what === chosen);

export function OnePart({ show }: { readonly show: Show }) {
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
