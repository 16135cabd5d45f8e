/** The step Patch: addresses in one action, and the snags. */
import { useMemo, useState } from 'react';
import { snagsOf } from '#core/audit/snags';
import type { Fixture } from '#core/model/records';
import { all } from '#core/model/show';
import { formatAddress, parseAddress } from '#core/patch/address';
import { planPatch } from '#core/patch/plan';
import { SnagLine } from '../card/Card';
import { plural } from '../drawing/pointing';
import { useSession, useShow } from '../session/context';
import { goTo, useDesk } from '../session/desk';
import { chosenFixtures } from '../shell/chosen';
import { Line } from '../ui/TextField';

export function PatchPanel() {
  const session = useSession();
  const show = useShow();
  const { selection } = useDesk();
  const [start, setStart] = useState('1.1');
  const chosen = chosenFixtures(show, selection);
  const unpatched = all(show, 'fixture').filter((fixture) => fixture.parts.some((part) => part.address === null));
  const [scope, setScope] = useState<'selection' | 'without' | 'all'>('selection');
  const fixtures: readonly Fixture[] = scope === 'selection' ? chosen : scope === 'without' ? unpatched : all(show, 'fixture');
  const parsed = parseAddress(start);
  const plan = useMemo(
    () => (parsed.ok && parsed.address !== null && fixtures.length ? planPatch(show, fixtures, parsed.address) : null),
    [show, fixtures, parsed],
  );
  const snags = snagsOf(show);
  return (
    <section aria-label="Patch">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (plan) session.edit(`Give addresses to ${plural(plan.patched, 'part')} from ${start}`, plan.change);
        }}
      >
        <Line name="For">
          <select
            className="field"
            aria-label="For"
            value={scope}
            onChange={(event) => setScope(event.target.value as typeof scope)}
          >
            <option value="selection">the selection ({chosen.length})</option>
            <option value="without">all without an address ({unpatched.length})</option>
            <option value="all">the whole rig ({all(show, 'fixture').length})</option>
          </select>
        </Line>
        <Line name="From">
          <input
            className="field"
            aria-label="Start address"
            value={start}
            aria-invalid={!parsed.ok}
            onChange={(event) => setStart(event.target.value)}
          />
        </Line>
        {!parsed.ok && (
          <p role="alert" style={{ color: 'var(--stop)' }}>
            {parsed.why}
          </p>
        )}
        {parsed.ok && parsed.address === null && <p className="pencil">Type the first address, for example 1.101.</p>}
        {plan && (
          <p className="pt-1" data-testid="patch-summary">
            {plural(plan.patched, 'address').replace('addresss', 'addresses')} in channel order,{' '}
            {plan.last === null
              ? 'none'
              : `${formatAddress(Math.min(...[...plan.addresses.values()].flat().filter((address): address is number => address !== null)))} to ${formatAddress(plan.last)}`}
            {plan.failed ? `; ${plan.failed} found no place` : ''}.
          </p>
        )}
        {!fixtures.length && (
          <p className="pencil pt-1">{scope === 'selection' ? 'Nothing is selected.' : 'Every fixture has an address.'}</p>
        )}
        <button type="submit" className="act act-main mt-2 w-full" disabled={!plan || plan.patched === 0}>
          Give addresses
        </button>
      </form>
      <h3 className="pencil pt-3">{snags.length ? plural(snags.length, 'snag') : 'No snags'}</h3>
      <div className="max-h-32 overflow-auto">
        {snags.slice(0, 100).map((snag) => (
          <SnagLine
            key={snag.text + snag.fixtures.join()}
            text={snag.text}
            stop={snag.weight === 'stop'}
            repair={null}
            onGo={() => goTo(snag.fixtures)}
          />
        ))}
      </div>
    </section>
  );
}
