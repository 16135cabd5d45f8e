/** What this desk makes of a package: heads by channel with their patch, groups, looks, and what it could not read. Of Dessin it knows the form of the package alone. */
import { strFromU8 } from 'fflate';
import Papa from 'papaparse';
import { linesOf, openPackage, rowsOf } from '../package.js';
import { readConsole } from './ascii.js';

export interface Head {
  readonly channel: number;
  readonly type: string;
  readonly mode: string;
  /** Universe and slot as the desk says them: "2/101". */
  address: string;
  readonly unit: string;
  readonly position: string;
  readonly id: string;
}
export interface DeskShow {
  readonly show: { readonly id: string; readonly name: string };
  readonly issue: { readonly id: string; readonly name: string } | null;
  readonly heads: readonly Head[];
  readonly groups: readonly { readonly number: string; readonly name: string; readonly channels: readonly number[] }[];
  readonly looks: readonly {
    readonly number: string;
    readonly name: string;
    readonly channels: number;
    /** Shares of full. */
    readonly levels: readonly { readonly channel: number; readonly level: number }[];
  }[];
  readonly changes: readonly (readonly string[])[];
  /** Heads that the list has, and those that the desk could take. */
  readonly of: number;
  readonly read: number;
  readonly faults: readonly string[];
}

/** "2.101" as this desk writes it. */
const slashed = (address: string): string => address.replace('.', '/');

/** @throws Error with a sentence, for what is no package */
export function readPackage(bytes: Uint8Array): DeskShow {
  const { manifest, files } = openPackage(bytes);
  const faults: string[] = [];
  const said = files['console.asc'] ? readConsole(strFromU8(files['console.asc'], true)) : null;
  if (!said) faults.push('No console data: groups and looks are missing.');
  else faults.push(...said.faults.slice(0, 20).map((fault) => `console.asc, ${fault}`));
  // Of a head with many slots the console data says the slot of its level.
  const patched = new Set((said?.patch ?? []).map(({ channel }) => channel));
  const heads: Head[] = [];
  let of = 0;
  const rows = rowsOf(files['patch.csv']);
  if (!rows.length) faults.push('No list of the patch.');
  // Units of several cells have a row for each below their own.
  const cells = new Set(rows.flatMap((row) => (row['Dessin id']?.includes('/') ? [row['Dessin id'].split('/')[0]] : [])));
  let unit: Record<string, string> = {};
  for (const row of rows) {
    const id = row['Dessin id'] ?? '';
    if (!id.includes('/')) unit = row;
    const channel = row.Channel ?? '';
    if (!channel || cells.has(id)) continue;
    of++;
    if (!/^\d{1,5}$/.test(channel)) {
      faults.push(`Channel "${channel}" is no number of this desk.`);
      continue;
    }
    const address = row.Address ?? '';
    if (said && address && !patched.has(Number(channel)))
      faults.push(`Channel ${channel} is at ${address} in the list, and in the console data nowhere.`);
    heads.push({
      channel: Number(channel),
      type: row.Type && !id.includes('/') ? row.Type : (unit.Type ?? ''),
      mode: unit.Mode ?? '',
      address: slashed(address),
      unit: unit.Unit ?? '',
      position: unit.Position ?? '',
      id,
    });
  }
  return {
    show: manifest.show,
    issue: manifest.issue?.id ? { id: manifest.issue.id, name: manifest.issue.name } : null,
    heads: heads.sort((a, b) => a.channel - b.channel),
    groups: (said?.groups ?? []).map(({ number, text, channels }) => ({
      number,
      name: text,
      channels: channels.map(({ channel }) => channel),
    })),
    looks: (said?.cues ?? []).map(({ number, text, channels }) => ({
      number,
      name: text,
      channels: channels.length,
      levels: channels,
    })),
    changes: linesOf(files['changes.csv']),
    of,
    read: heads.length,
    faults,
  };
}

/** The list that this desk sends back: its own headings, in its own order, addresses as it writes them. */
export const listOf = ({ heads }: DeskShow): string =>
  `\uFEFF${Papa.unparse(
    [
      ['Device', 'Patch', 'Fixture ID', 'Personality'],
      ...heads.map(({ type, address, channel, mode }) => [type, address, String(channel), mode]),
    ],
    { delimiter: ';', newline: '\r\n' },
  )}\r\n`;
