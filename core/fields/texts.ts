/** What a fixture of several parts says as a whole. */
import type { Fixture, Part } from '../model/records.js';
import { formatAddress } from '../patch/address.js';

/** One channel, or the first and last of several cells: "41-43"; devices that hang on it with channels of their own follow: "12 + 901". */
export function channelText(fixture: Fixture): string {
  const [first] = fixture.parts;
  if (first && fixture.parts.length === 1) return first.channel;
  const distinct = (parts: readonly Part[]) => [...new Set(parts.map((part) => part.channel).filter(Boolean))];
  const cells = distinct(fixture.parts.filter((part) => part.slots === undefined));
  const devices = distinct(fixture.parts.filter((part) => part.slots !== undefined)).filter(
    (channel) => !cells.includes(channel),
  );
  const lamp = cells.length > 1 ? `${cells[0]}-${cells.at(-1)}` : (cells[0] ?? '');
  return [lamp, ...devices].filter(Boolean).join(' + ');
}
/** Address of the first part that has one. */
export const addressText = (fixture: Fixture): string =>
  formatAddress(fixture.parts.find((part) => part.address !== null)?.address ?? null);
/** Different values, joined by a stroke. */
export const joined = (values: readonly string[]): string => [...new Set(values.filter(Boolean))].join(' / ');
/** Different colours of the parts, joined by a stroke. */
export const colourText = (fixture: Fixture): string => joined(fixture.parts.map((part) => part.colour));
