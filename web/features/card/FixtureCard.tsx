/** Fixtures that are selected: shown, and edited for all of them. Differing values read "several". */

import { Pencil, RotateCcw, RotateCw, Trash2 } from 'lucide-react';
import { useParams } from 'react-router';
import { snagsByFixture } from '#core/audit/snags';
import { firstOf } from '#core/measure/list';
import type { Fixture, FixtureType } from '#core/model/records';
import { all, find, get } from '#core/model/show';
import { isHung } from '#core/order/tray';
import { formatAddress, formatRange } from '#core/patch/address';
import { fixtureFootprint, partFootprint } from '#core/patch/footprint';
import { useMay, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { useRunCommand } from '../../ui/context';
import { commandById } from '../../ui/registry';
import { SnagItem } from '../../ui/SnagItem';
import { Line } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';
import { ColourField } from './ColourField';
import { FieldLine, FieldLines, ModeLine, PlaceLines, TypeLine } from './fixture-lines';
import { Hanging } from './Hanging';
import { LastEdit, Said } from './LastEdit';
import { OpticsLines } from './OpticsLines';
import { Parts } from './Parts';
import { shared } from './shared';
import { WorkLine } from './WorkLine';

export function FixtureCard({ fixtures }: { fixtures: readonly Fixture[] }) {
  const show = useShow();
  const { step } = useParams();
  const first = firstOf(fixtures);
  const type = shared(fixtures.map((fixture) => get(show, 'type', fixture.type)));
  const position = shared(fixtures.map((fixture) => fixture.position));
  const one = fixtures.length === 1;
  // What lies in the tray has no place to be told or typed.
  const waits = fixtures.every((fixture) => !isHung(show, fixture));
  return (
    <div>
      <h2 className="font-bold">
        {one ? `Unit ${first.unit || '-'}` : plural(fixtures.length)}
        {waits ? ', not hung yet' : position ? ` on ${find(show, 'position', position)?.name}` : ''}
      </h2>
      <Of fixtures={fixtures} type={type} />
      {one && <LastEdit record={first} />}
      {one && <Said record={first} />}
      <Snags fixtures={fixtures} />
      <Acts />
      {!waits && <WorkLine fixtures={fixtures} />}
      <FieldLine fixtures={fixtures} name="Channel" field="channel" />
      <FieldLine fixtures={fixtures} name="Unit" field="unit" />
      {fixtures.length === 1 && first.parts.length === 1 ? (
        <FieldLine fixtures={fixtures} name="Address" field="address" />
      ) : (
        <Line name="Address">
          {one ? first.parts.map((part) => formatAddress(part.address) || '-').join(', ') : addressSpan(fixtures)}
        </Line>
      )}
      <Line name="Slots">
        {shared(fixtures.map((fixture) => fixtureFootprint(show, fixture))) ?? 'several'}
        {one && first.parts.length === 1 && firstOf(first.parts).address !== null ? (
          <span className="pencil">{formatRange(firstOf(first.parts).address, partFootprint(show, first, 0))}</span>
        ) : null}
      </Line>
      <ModeLine fixtures={fixtures} type={type} />
      <TypeLine fixtures={fixtures} type={type} />
      <FieldLine
        fixtures={fixtures}
        name="Purpose"
        field="purpose"
        list={[
          ...new Set(
            all(show, 'fixture')
              .map((fixture) => fixture.purpose)
              .filter(Boolean),
          ),
        ].sort()}
      />
      <ColourField fixtures={fixtures} />
      {!waits && <PlaceLines fixtures={fixtures} />}
      {!waits && step === 'focus' && <OpticsLines fixtures={fixtures} />}
      <FieldLine fixtures={fixtures} name="Gobo" field="gobo" list={all(show, 'gobo').map((gobo) => gobo.code)} />
      {!(one && first.parts.length > 1) && <FieldLines fixtures={fixtures} at="feed" />}
      <FieldLines fixtures={fixtures} at="end" />
      {one && first.parts.length > 1 && <Parts fixture={first} />}
      {!waits && <Hanging fixtures={fixtures} />}
    </div>
  );
}

/** What it is, and the way to the form of its type. */
function Of({ fixtures, type }: { fixtures: readonly Fixture[]; type: FixtureType | null }) {
  const drafts = useMay('draft');
  const types = new Set(fixtures.map((fixture) => fixture.type));
  return (
    <p className="pencil flex gap-2 pb-1">
      <span className="min-w-0 flex-1 truncate">
        {type ? `${type.family}, ${type.maker} ${type.name}` : `${types.size} types`}
      </span>
      {type && drafts && (
        <button
          type="button"
          aria-label={`Open the form of ${type.name}`}
          title="Edit this type in this show"
          onClick={() => usePanels.setState({ shelf: { tab: 'show', edit: type.id } })}
        >
          <Pencil size={12} />
        </button>
      )}
    </p>
  );
}

function Snags({ fixtures }: { fixtures: readonly Fixture[] }) {
  const show = useShow();
  const panel = usePanels((state) => state.panel);
  const snags = [...new Set(fixtures.flatMap((fixture) => snagsByFixture(show).get(fixture.id) ?? []))].filter(
    (snag) => snag.weight !== 'open',
  );
  if (!snags.length || panel === 'snags') return null;
  return (
    <section className="pb-1" aria-label="Snags">
      <h3 className="pencil">{snags.length === 1 ? 'Snag' : 'Snags'}</h3>
      {snags.slice(0, 8).map((snag) => (
        <SnagItem key={snag.key} snag={snag} brief />
      ))}
      {snags.length > 8 && (
        <button type="button" className="link" onClick={() => usePanels.setState({ panel: 'snags' })}>
          And {snags.length - 8} more
        </button>
      )}
    </section>
  );
}

function Acts() {
  const run = useRunCommand();
  if (!useMay('draft')) return null;
  return (
    <div className="flex gap-1 pb-1">
      {(
        [
          ['rotate', RotateCcw],
          ['rotate back', RotateCw],
          ['delete', Trash2],
        ] as const
      ).map(([id, Icon]) => (
        <Tip command={id} key={id}>
          <button type="button" className="tool" aria-label={commandById(id).name} onClick={() => run(id)}>
            <Icon size={15} />
          </button>
        </Tip>
      ))}
      <Tip command="duplicate">
        <button type="button" className="act act-small" onClick={() => run('duplicate')}>
          Duplicate
        </button>
      </Tip>
      <Tip command="set out">
        <button type="button" className="act act-small" onClick={() => run('set out')}>
          Set out
        </button>
      </Tip>
    </div>
  );
}

const addressSpan = (fixtures: readonly Fixture[]): string => {
  const list = fixtures
    .flatMap((fixture) => fixture.parts.map((part) => part.address))
    .filter((address): address is number => address !== null);
  return list.length ? `${formatAddress(Math.min(...list))} to ${formatAddress(Math.max(...list))}` : '-';
};
