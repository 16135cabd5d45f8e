/** What is selected: shown, and edited for all of it. */

import { Suspense } from 'react';
import { firstOf } from '#core/measure/list';
import { all, settingsOf } from '#core/model/show';
import { stagePositions } from '#core/order/tray';
import { chosenFixtures, chosenPositions, chosenThings } from '../../state/chosen';
import { useMay, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { lazily } from '../../ui/registry';
import { plural, unitsSaid } from '../../ui/words';
import { Writes } from '../../ui/writes';

const FixtureCard = lazily(async () => (await import('./FixtureCard')).FixtureCard);
const SeveralCard = lazily(async () => (await import('./SeveralCard')).SeveralCard);
const PositionCard = lazily(async () => (await import('./PositionCard')).PositionCard);
const StageCard = lazily(async () => (await import('./StageCard')).StageCard);

const LastEdit = lazily(async () => (await import('./LastEdit')).LastEdit);

const Said = lazily(async () => (await import('./LastEdit')).Said);

const Hints = lazily(async () => (await import('./Hints')).Hints);

export function Card() {
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const drafts = useMay('draft');
  const things = chosenThings(show, selection).length + chosenFixtures(show, selection).length;
  if (!things) return <Nothing />;
  return (
    <div data-testid="card">
      {/* What stood there goes at once, and with it the focus: a card that is on its way must not keep a hidden button's. */}
      <Suspense
        key={selection
          .map((id) => show.records.get(id)?.kind)
          .join(' ')
          .slice(0, 20)}
        fallback={<h2 className="pencil">{things === 1 ? 'One thing' : plural(things, 'thing')}</h2>}
      >
        <Writes value={drafts}>
          <Chosen selection={selection} />
        </Writes>
      </Suspense>
    </div>
  );
}

function Chosen({ selection }: { selection: readonly string[] }) {
  const show = useShow();
  const fixtures = chosenFixtures(show, selection);
  const positions = chosenPositions(show, selection);
  const things = chosenThings(show, selection);
  const single = things.length === 1 ? things[0] : undefined;
  return (
    <>
      <Kind fixtures={fixtures} positions={positions} things={things} />
      {single && !fixtures.length && <LastEdit record={single} />}
      {single && !fixtures.length && <Said record={single} />}
    </>
  );
}

interface Kinds {
  readonly fixtures: ReturnType<typeof chosenFixtures>;
  readonly positions: ReturnType<typeof chosenPositions>;
  readonly things: ReturnType<typeof chosenThings>;
}
/** The form for what is chosen, by what it is. */
function Kind({ fixtures, positions, things }: Kinds) {
  if (fixtures.length) return <FixtureCard fixtures={fixtures} />;
  if (positions.length > 1 || (things.length > 1 && positions.length !== 1)) return <SeveralCard things={things} />;
  if (positions.length) return <PositionCard position={firstOf(positions)} />;
  const [thing] = things;
  return thing && thing.kind !== 'position' ? <StageCard thing={thing} /> : null;
}

function Nothing() {
  const show = useShow();
  const settings = settingsOf(show);
  return (
    <div>
      <h2 className="font-bold">{settings.name}</h2>
      <p className="pencil">
        {unitsSaid(all(show, 'fixture'))} on {plural(stagePositions(show).length, 'position')}
      </p>
      <p className="pencil pt-3">Nothing is selected. Click a fixture or a position, or drag a box round several.</p>
      <Suspense>
        <Hints />
      </Suspense>
    </div>
  );
}
