/** The chosen fixtures in the order in which a run counts them. */
import type { Fixture } from '#core/model/records';
import type { Show } from '#core/model/show';
import { orderedBy } from '#core/number/ordering';
import type { RunSetup } from '../../state/run';

export const runOrder = (show: Show, fixtures: readonly Fixture[], setup: RunSetup): Fixture[] =>
  orderedBy(show, fixtures, setup.order, setup.first ?? undefined);
