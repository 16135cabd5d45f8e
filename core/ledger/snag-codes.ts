/**
 * Snags as the Ledger shows them: the codes of a fixture's. The audit is heavy and the Ledger stands before it: whoever has loaded the audit lends it here, once.
 * Until then no fixture has any.
 */
import type { Snag } from '../audit/snag.js';
import type { Fixture, Id } from '../model/records.js';
import type { Show } from '../model/show.js';

type ByFixture = (show: Show) => ReadonlyMap<Id, readonly Snag[]>;
// As a module that is there or not yet: it goes one way only, and what it gives depends on the show alone.
let byFixture: ByFixture | null = null;
export function lendAudit(snagsByFixture: ByFixture): void {
  byFixture = snagsByFixture;
}

/** Codes of the snags of a fixture, each once. */
export const snagCodes = (show: Show, fixture: Fixture): string[] => [
  ...new Set((byFixture?.(show).get(fixture.id) ?? []).map((snag) => snag.code)),
];
