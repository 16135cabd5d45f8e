/** The step Patch: plans of addresses that are compared, and what is done to a block. */

import { useMemo, useState } from 'react';
import type { Fixture } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { formatAddress, parseStart } from '#core/patch/address';
import { fits, type PatchPlan, type PlanRules, patchOrders, planAddresses, readSlots } from '#core/patch/plan';
import { chosenFixtures } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { useView } from '../../state/view';
import { Choose } from '../../ui/Choose';
import { Choice, type Option, Tick, Typed } from '../../ui/Field';
import { commandById } from '../../ui/registry';
import { Line } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';
import { PatchBlock } from './PatchBlock';
import { useUniverse } from './scope';

type Scope = 'selection' | 'without' | 'universe' | 'all';
interface Setup {
  readonly scope: Scope;
  readonly start: string;
  readonly gap: string;
  readonly every: string;
  readonly off: string;
  readonly roundOf: 'fixture' | 'type' | 'position';
  readonly reserved: string;
  readonly order: PlanRules['order'];
  readonly fit: PlanRules['fit'];
  readonly universePer: PlanRules['universePer'];
  readonly together: boolean;
}
const plain: Setup = {
  scope: 'selection',
  start: '1.1',
  gap: '0',
  every: '',
  off: '1',
  roundOf: 'fixture',
  reserved: '',
  order: 'channel',
  fit: 'in order',
  universePer: 'nothing',
  together: false,
};

function planOf(show: Show, fixtures: readonly Fixture[], setup: Setup): { plan: PatchPlan | null; fault: string } {
  const start = parseStart(setup.start);
  if (!start.ok) return { plan: null, fault: start.why };
  if (start.address === null) return { plan: null, fault: 'Type the first address, for example 1.101.' };
  const reserved = readSlots(setup.reserved);
  if (typeof reserved === 'string') return { plan: null, fault: reserved };
  const whole = (text: string, what: string): number => {
    if (!/^\d{1,3}$/.test(text.trim())) throw new RangeError(`${what} is a whole number.`);
    return Number(text);
  };
  if (!fixtures.length) return { plan: null, fault: '' };
  try {
    return {
      plan: planAddresses(show, fixtures, {
        order: setup.order,
        start: start.address,
        gap: whole(setup.gap || '0', 'The gap'),
        round: setup.every.trim()
          ? {
              every: whole(setup.every, 'The distance of round slots'),
              off: whole(setup.off || '0', 'The first round slot'),
              of: setup.roundOf,
            }
          : null,
        reserved,
        universePer: setup.universePer,
        fit: setup.fit,
        together: setup.together,
      }),
      fault: '',
    };
  } catch (error) {
    return { plan: null, fault: (error as Error).message };
  }
}
const ranges = (numbers: readonly number[]): string =>
  (numbers.length > 4 ? `${numbers[0]} to ${numbers.at(-1)} (${numbers.length})` : numbers.join(', ')) || 'none';

export function PatchPanel() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const [setup, setSetup] = useState(plain);
  const [other, setOther] = useState<{ plan: PatchPlan; text: string } | null>(null);
  const put = (patch: Partial<Setup>) => setSetup((now) => ({ ...now, ...patch }));
  const chosen = useMemo(() => chosenFixtures(show, selection), [show, selection]);
  const everyone = all(show, 'fixture');
  const unpatched = useMemo(
    () => everyone.filter((fixture) => !fixture.spare && fixture.parts.some((part) => part.address === null)),
    [everyone],
  );
  const { number, inside } = useUniverse(show);
  const fixtures: readonly Fixture[] = { selection: chosen, without: unpatched, universe: inside, all: everyone }[setup.scope];
  const { plan, fault } = useMemo(() => planOf(show, fixtures, setup), [show, fixtures, setup]);
  const order = {
    channel: 'in channel order',
    position: 'by position',
    type: 'by type',
    'present address': 'as they stand',
    'as selected': 'as selected',
    'largest first': 'largest first',
  }[setup.order];
  const apply = (from: PatchPlan) => {
    session.edit(`Give addresses to ${plural(from.patched, 'part')} from ${formatAddress(from.first)}`, from.change);
    setOther(null);
  };
  const choose = <K extends keyof Setup>(key: K, name: string, options: readonly Option[]) => (
    <Choose
      name={name}
      value={String(setup[key])}
      options={options}
      onChoose={(value) => put({ [key]: value } as Partial<Setup>)}
    />
  );
  return (
    <section aria-label="Patch">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (plan) apply(plan);
        }}
      >
        {choose('scope', 'For', [
          ['selection', `the selection (${chosen.length})`],
          ['without', `all without an address (${unpatched.length})`],
          ['universe', `universe ${number} (${inside.length})`],
          ['all', `the whole rig (${everyone.length})`],
        ])}
        <Line name="From">
          <Typed
            label="Start address"
            value={setup.start}
            aria-invalid={fault !== ''}
            onText={(value) => put({ start: value })}
          />
        </Line>
        {choose('order', 'In order of', patchOrders)}
        <details className="py-1">
          <summary className="pencil cursor-pointer">Gaps, round slots, blocks, universes</summary>
          <Line name="Gap" unit="slots">
            <Typed label="Gap after each" value={setup.gap} onText={(value) => put({ gap: value })} />
          </Line>
          <Line name="Round to">
            <Typed
              className="!w-10"
              label="Round slots every"
              placeholder="10"
              value={setup.every}
              onText={(value) => put({ every: value })}
            />
            <span className="pencil">+</span>
            <Typed className="!w-8" label="First round slot" value={setup.off} onText={(value) => put({ off: value })} />
            <Choice
              label="Round slots for"
              value={setup.roundOf}
              options={[
                ['fixture', 'each fixture'],
                ['type', 'each type'],
                ['position', 'each position'],
              ]}
              onChoose={(of) => put({ roundOf: of as Setup['roundOf'] })}
            />
          </Line>
          <Line name="Keep free">
            <Typed
              label="Slots to keep free"
              placeholder="1-100"
              value={setup.reserved}
              onText={(value) => put({ reserved: value })}
            />
          </Line>
          {choose('universePer', 'A universe', [
            ['nothing', 'for anything'],
            ['position', 'for each position'],
            ['type', 'for each type'],
          ])}
          {choose(
            'fit',
            'Into',
            fits.map((fit) => [
              fit,
              {
                'in order': 'what follows, in order',
                'first hole': 'the first hole that fits',
                'smallest hole': 'the smallest hole that fits',
              }[fit],
            ]),
          )}
          <label className="flex items-center gap-1 py-1">
            <Tick checked={setup.together} onTick={(on) => put({ together: on })} />
            <span>cells of a unit follow each other</span>
          </label>
        </details>
        {fault && (
          <p role="alert" style={{ color: 'var(--stop)' }}>
            {fault}
          </p>
        )}
        {plan && (
          <p className="pt-1" data-testid="patch-summary">
            {plan.patched} {plan.patched === 1 ? 'address' : 'addresses'} {order},{' '}
            {plan.first === null ? 'none' : `${formatAddress(plan.first)} to ${formatAddress(plan.last)}`}
            {plan.failed ? `; ${plan.failed} found no place` : ''}.
          </p>
        )}
        {plan && (
          <table className="w-full" data-testid="patch-plans">
            <thead className="pencil text-[11px]">
              <tr>
                <td />
                <td className="text-right">this plan</td>
                {other && <td className="text-right">the other</td>}
              </tr>
            </thead>
            <tbody>
              {(
                [
                  ['Universes', (item: PatchPlan) => ranges(item.universes)],
                  ['Slots wasted', (item: PatchPlan) => String(item.wasted)],
                  ['Fixtures moved', (item: PatchPlan) => String(item.moved)],
                  ['Without a place', (item: PatchPlan) => String(item.failed)],
                ] as const
              ).map(([name, value]) => (
                <tr key={name} style={{ borderTop: '1px solid var(--hair-faint)' }}>
                  <th scope="row" className="pencil text-left font-normal">
                    {name}
                  </th>
                  <td className="text-right">{value(plan)}</td>
                  {other && <td className="text-right">{value(other.plan)}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {!fixtures.length && (
          <p className="pencil pt-1">
            {setup.scope === 'selection'
              ? 'Nothing is selected.'
              : setup.scope === 'without'
                ? 'Every fixture has an address.'
                : 'Nothing sits there.'}
          </p>
        )}
        {plan && (
          <button type="button" className="link" onClick={() => setOther(other ? null : { plan, text: setup.order })}>
            {other ? 'Compare no longer' : 'Set it beside another plan'}
          </button>
        )}
        {other && (
          <button type="button" className="act mt-2 w-full" onClick={() => apply(other.plan)}>
            Give the other plan's addresses
          </button>
        )}
        <button type="submit" className="act act-main mt-2 w-full" disabled={!plan || plan.patched === 0}>
          Give addresses
        </button>
      </form>
      <PatchBlock fixtures={chosen} />
      <div className="flex flex-wrap gap-1 pt-2">
        {(['universes', 'pixels', 'power', 'snags'] as const).map((id) => (
          <Tip command={id} key={id}>
            <button
              type="button"
              className="act act-small"
              onClick={() =>
                id === 'universes' || id === 'pixels'
                  ? useView.setState({ view: id, beside: null })
                  : commandById(id).run(undefined as never)
              }
            >
              {{ universes: 'Universes', pixels: 'Pixels', power: 'Circuits and power', snags: 'Snags' }[id]}
            </button>
          </Tip>
        ))}
      </div>
    </section>
  );
}
