/** The first questions when a light stays dark: what its slots say, what stands beside them, and who else is on its circuit. */
import { channelText } from '../fields/texts.js';
import type { Fixture, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { formatAddress, SLOTS, slotOf, universeOf } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { lightAddress } from './check-order.js';
import type { Slots } from './frames.js';

export interface AroundSlot {
  /** "1.36". */
  readonly address: string;
  /** What is patched there, with the slot that it is of it, or nothing. */
  readonly said: string;
  /** Of this light. */
  readonly own: boolean;
  /** 0 to 255; null where nobody is heard. */
  readonly level: number | null;
}

const kept = new WeakMap<Show, ReadonlyMap<number, string>>();
/** What is patched to each slot, by absolute address. Remembered per show. */
function saidBySlot(show: Show): ReadonlyMap<number, string> {
  const known = kept.get(show);
  if (known) return known;
  const out = new Map<number, string>();
  for (const fixture of all(show, 'fixture'))
    fixture.parts.forEach(({ address, accessory, channel }, part) => {
      if (address === null) return;
      const many = partFootprint(show, fixture, part);
      const name = channel || channelText(fixture) || `unit ${fixture.unit}`;
      const what = accessory === undefined ? `channel ${name}` : `device of ${name}`;
      for (let i = 0; i < many; i++) {
        const said = many > 1 ? `${what}, slot ${i + 1}` : what;
        const there = out.get(address + i);
        out.set(address + i, there && !there.includes(said) ? `${there} and ${said}` : said);
      }
    });
  kept.set(show, out);
  return out;
}

/** What is patched to a slot, by its absolute address; nothing where nothing is. */
export const saidOfSlot = (show: Show, address: number): string => saidBySlot(show).get(address) ?? '';

/**
 * The slots of a light and those beside it, in its universe.
 * @param known  levels that are heard, by universe
 * @param beside  how many on either side
 * @returns nothing for a light without an address; of a long one the first slots
 */
export function aroundOf(show: Show, fixture: Fixture, known: ReadonlyMap<number, Slots>, beside = 2, most = 4): AroundSlot[] {
  const first = lightAddress(fixture);
  if (first === null) return [];
  const part = fixture.parts.findIndex(({ address, accessory }) => address === first && accessory === undefined);
  const many = Math.min(partFootprint(show, fixture, part), most);
  const universe = universeOf(first);
  const slots = known.get(universe);
  const said = saidBySlot(show);
  const [from, to] = [Math.max(1, slotOf(first) - beside), Math.min(SLOTS, slotOf(first) + many - 1 + beside)];
  return Array.from({ length: to - from + 1 }, (_, i) => {
    const slot = from + i;
    const address = first - slotOf(first) + slot;
    return {
      address: formatAddress(address),
      said: said.get(address) ?? '',
      own: address >= first && address < first + many,
      level: slots ? (slots[slot - 1] ?? 0) : null,
    };
  });
}

/** Other lights on the same circuit of the same place: where one is dark and they are, it is the circuit. */
export function onCircuit(show: Show, fixture: Fixture): Id[] {
  const own = new Set(
    fixture.parts.flatMap(({ circuit, circuitNumber }) => (circuitNumber ? [`${circuit}\n${circuitNumber}`] : [])),
  );
  return all(show, 'fixture')
    .filter(
      ({ id, parts }) => id !== fixture.id && parts.some(({ circuit, circuitNumber }) => own.has(`${circuit}\n${circuitNumber}`)),
    )
    .map(({ id }) => id);
}
