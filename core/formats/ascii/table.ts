/** The patch of a console as rows: a channel and a slot each, as its list of patch says them. */
import { formatAddress } from '../../patch/address.js';
import type { ConsoleData } from './data.js';

/** Rows in the order of the file. */
export function consoleTable({ patch }: ConsoleData): {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
} {
  return {
    headings: ['Channel', 'Address'],
    rows: patch.map(({ channel, dimmer }) => [String(channel), formatAddress(dimmer)]),
  };
}
