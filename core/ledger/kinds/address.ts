/** Addresses: 1.101-1.200   u2 (a whole universe)   613. What overlaps a span is in it. */
import { itemAt } from '../../measure/list.js';
import { parseAddress, SLOTS } from '../../patch/address.js';
import { partFootprint } from '../../patch/footprint.js';
import { type Kind, no, yes } from './kind.js';

function readSpans(term: string): { from: number; to: number } | { why: string } {
  const whole = /^(?:u|universe)\s*(\d{1,5})$|^(\d{1,5})\.\*?$/i.exec(term);
  if (whole) {
    const universe = Number(whole[1] ?? whole[2]);
    if (universe < 1) return { why: 'Universes begin at 1.' };
    return { from: (universe - 1) * SLOTS + 1, to: universe * SLOTS };
  }
  const range = /^(\S+)\s*(?:-| to |\.\.)\s*(\S+)$/.exec(term);
  const ends = (range ? [range[1] ?? '', range[2] ?? ''] : [term, term]).map(parseAddress);
  for (const end of ends) if (!end.ok) return { why: end.why };
  const [from, to] = ends.map((end) => (end.ok ? end.address : null));
  if (!from || !to) return { why: 'Type an address such as 1.101, a range such as 1.101-1.200, or u2 for a universe.' };
  return from <= to ? { from, to } : { why: `"${term}" runs backwards.` };
}

export const address: Kind = {
  help: '1.101-1.200   u2 is a universe   empty',
  whole: true,
  picked: false,
  read: ({ show, text }) => {
    const spans = readSpans(text);
    if ('why' in spans) return no(spans.why);
    return yes((fixture, part) =>
      (part === null ? fixture.parts.map((_, i) => i) : [part]).some((i) => {
        const at = itemAt(fixture.parts, i).address;
        return at !== null && at <= spans.to && at + Math.max(1, partFootprint(show, fixture, i)) - 1 >= spans.from;
      }),
    );
  },
};
