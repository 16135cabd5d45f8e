/** A small show for the tests of the Ledger. */

import { makeFixture } from '../model/make.js';
import type { CustomField, Fixture, FixtureType, Part, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, showOf } from '../model/show.js';
import { parseAddress } from '../patch/address.js';
import { type Column, columnFor, columnsOf } from './columns.js';
import { filtered } from './rows.js';

export const cyc: FixtureType = {
  ...plainType,
  id: idOf(5),
  name: 'Cyc',
  family: 'cyc',
  watts: 3000,
  cells: 3,
  modes: [{ name: 'c', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) }],
};
export const floor: Position = {
  ...pipe,
  id: idOf(3),
  name: 'Floor',
  use: 'floor',
  order: 9,
  curve: { form: 'straight', a: [-5000, 300], b: [5000, 300], z: 0 },
};
export const crew: CustomField = {
  id: idOf(800),
  kind: 'field',
  name: 'Crew',
  type: 'choice',
  order: 1,
  choices: ['Deck', 'Fly'],
};
export const at = (text: string) => {
  const parsed = parseAddress(text);
  return parsed.ok ? parsed.address : null;
};
export const hung = (
  n: number,
  part: Partial<Part> = {},
  more: Partial<Fixture> = {},
  type = plainType,
  position = pipe,
): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, type, position, 10000 - n * 700, { unit: String(n), ...more });
  return {
    ...fixture,
    parts: fixture.parts.map((own, i) => ({
      ...own,
      ...part,
      ...(i && part.channel ? { channel: String(Number(part.channel) + i) } : {}),
    })),
  };
};
export const show = showOf(SHOW, [
  ...baseRecords,
  cyc,
  floor,
  crew,
  hung(1, { channel: '401', address: at('1.101'), colour: 'Sm 2a' }, { purpose: 'Front warm', notes: 'check the shutter' }),
  hung(2, { channel: '412', address: at('1.512'), colour: 'Sm 2b' }, { purpose: 'Front cool' }),
  hung(3, { channel: '420', address: at('2.1') }, { purpose: 'Warm back', own: { [crew.id]: 'Deck' } }),
  hung(4, { channel: '4A' }, { purpose: '' }),
  hung(5, { channel: '500', colour: 'Sm 2a' }, { purpose: 'Cyc' }, cyc, floor),
]);
export const plainColumns = columnsOf(show).flatMap(({ field, comes }) =>
  comes === 'always' && !field.startsWith('own ') ? [field] : [],
);
export const column = (field: string): Column => columnFor(show, field)!;
export const names = (fixtures: readonly Fixture[]) => fixtures.map((fixture) => fixture.unit).join('');
export const shown = (...filters: (readonly [string, string])[]) =>
  names(
    filtered(
      show,
      all(show, 'fixture'),
      filters.map(([field, text]) => ({ field, text, on: true })),
    ).shown,
  );
