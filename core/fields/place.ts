/** Where a fixture hangs, what it is, and how it is numbered. */
import { all, find, get } from '../model/show.js';
import { natural } from '../order/order.js';
import { formatAddress, parseAddress } from '../patch/address.js';
import { inMode, inType } from '../patch/parts.js';
import { type Field, folded, onParts, refuse } from './field.js';
import { addressText, channelText } from './texts.js';

export const position: Field = {
  id: 'position',
  title: 'Position',
  of: 'fixture',
  kind: 'choice',
  column: { width: 110, comes: 'always' },
  text: (show, fixture) => find(show, 'position', fixture.position)?.name ?? '',
  type: (show, fixture, _, text) => {
    const to = all(show, 'position').find((item) => folded(item.name) === folded(text));
    if (!to) return refuse(`There is no position named "${text}". Draw it first, or pick one of the show's.`);
    return { ok: true, fixture: { ...fixture, position: to.id } };
  },
};

export const unit: Field = {
  id: 'unit',
  title: 'Unit',
  of: 'fixture',
  kind: 'number',
  column: { width: 56, comes: 'always' },
  text: (_, fixture) => fixture.unit,
  type: (_, fixture, __, text) =>
    text.length > 20 ? refuse('A unit number is at most 20 characters.') : { ok: true, fixture: { ...fixture, unit: text } },
  words: ['unit number'],
  run: { order: 2, scope: (fixture) => fixture.position },
};

export const channel: Field = {
  id: 'channel',
  title: 'Channel',
  of: 'part',
  kind: 'number',
  column: { width: 78, comes: 'always' },
  text: (_, fixture, part) => (part === null ? channelText(fixture) : (fixture.parts[part]?.channel ?? '')),
  type: (_, fixture, part, text) =>
    text.length > 200
      ? refuse('A channel is at most 200 characters.')
      : onParts(fixture, part, (own) => ({ ...own, channel: text })),
  run: { order: 1, scope: () => '', least: 1 },
  inParts: { as: 'Chan', order: 1 },
};

export const address: Field = {
  id: 'address',
  title: 'Address',
  of: 'part',
  kind: 'address',
  column: { width: 132, comes: 'always' },
  text: (_, fixture, part) => (part === null ? addressText(fixture) : formatAddress(fixture.parts[part]?.address ?? null)),
  type: (_, fixture, part, text) => {
    // Files write 0 for unpatched; a person who types it means an address that does not exist.
    if (/^0+([./:]0+)?$/.test(text)) return refuse(`There is no address ${text}: slots begin at 1. Clear the field to unpatch.`);
    const parsed = parseAddress(text);
    if (!parsed.ok) return refuse(parsed.why);
    if (part === null && fixture.parts.length > 1)
      return refuse('This unit has several cells; type the address of each in its own row.');
    return onParts(fixture, part, (own) => ({ ...own, address: parsed.address }));
  },
  run: { order: 8, scope: () => null, first: '1.1' },
  inParts: { as: 'Address', order: 2 },
};

export const type: Field = {
  id: 'type',
  title: 'Type',
  of: 'fixture',
  kind: 'choice',
  column: { width: 150, comes: 'always' },
  text: (show, fixture, part) => (part === null ? find(show, 'type', fixture.type)?.name : fixture.parts[part]?.name) ?? '',
  type: (show, fixture, _, text) => {
    const to =
      all(show, 'type').find((item) => folded(item.name) === folded(text)) ??
      all(show, 'type').find((item) => folded(`${item.maker} ${item.name}`) === folded(text));
    return to ? { ok: true, fixture: inType(fixture, to) } : refuse(`The show has no fixture type named "${text}".`);
  },
  words: ['instrument type', 'instrument', 'fixture type', 'unit type'],
};

export const mode: Field = {
  id: 'mode',
  title: 'Mode',
  of: 'fixture',
  kind: 'choice',
  column: { width: 90, comes: 'always' },
  text: (_, fixture) => fixture.mode,
  type: (show, fixture, _, text) => {
    const of = get(show, 'type', fixture.type);
    const to = of.modes.find((item) => folded(item.name) === folded(text));
    if (to) return { ok: true, fixture: inMode(fixture, of, to.name) };
    const names = of.modes.map((item) => item.name).sort(natural);
    return refuse(`${of.name} has no mode named "${text}". It has ${names.join(', ')}.`);
  },
};
