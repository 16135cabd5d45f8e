/** How a copied unit begins. */
import type { Fixture, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';

/** Channels after the greatest one in use, where copies are to have channels at once. */
export function nextChannel(show: Show): number {
  let most = 0;
  for (const fixture of all(show, 'fixture'))
    for (const part of fixture.parts) if (/^\d+$/.test(part.channel)) most = Math.max(most, Number(part.channel));
  return most + 1;
}
/** A fixture as a copy begins: without numbers, and with channels only where they are given. */
export const blank = (fixture: Fixture, id: Id, channel: (() => string) | null): Fixture => ({
  ...fixture,
  id,
  unit: '',
  parts: fixture.parts.map((part) => ({
    ...part,
    channel: channel && part.channel ? channel() : '',
    address: null,
    circuit: '',
  })),
});
