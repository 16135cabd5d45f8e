/** Fields of a fixture as people type them: one way in for Ledger, Card and paste. */

import { writtenColour } from '../light/filter.js';
import { ownValue, readValue, withValue } from '../model/fields.js';
import type { Fixture, OwnField, Part } from '../model/records.js';
import { all, find, get, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { formatAddress, parseAddress } from '../patch/address.js';
import { inMode, inType } from '../patch/parts.js';
import { addressText, channelText, colourText } from './texts.js';

export const fieldNames = [
  'position',
  'unit',
  'channel',
  'address',
  'type',
  'mode',
  'purpose',
  'colour',
  'gobo',
  'circuit',
  'circuitNumber',
  'dimmer',
  'multicable',
  'way',
  'rental',
  'notes',
] as const;
/** A field of every fixture, or a column of the show's own by its id. */
export type FieldName = (typeof fieldNames)[number] | `own ${string}`;
/** The show's own column that a field name means. */
export const ownField = (show: Show, field: FieldName): OwnField | undefined =>
  field.startsWith('own ') ? find(show, 'field', field.slice(4)) : undefined;

export type Typed = { readonly ok: true; readonly fixture: Fixture } | { readonly ok: false; readonly why: string };

/** A field as text. `part` null is the whole fixture: of several cells it joins the values. */
export function fieldText(show: Show, fixture: Fixture, part: number | null, field: FieldName): string {
  const own = part === null ? null : fixture.parts[part];
  if (isOwn(field)) return ownValue(fixture, field.slice(4));
  switch (field) {
    case 'position':
      return find(show, 'position', fixture.position)?.name ?? '';
    case 'type':
      return own ? own.name : (find(show, 'type', fixture.type)?.name ?? '');
    case 'channel':
      return own ? own.channel : channelText(fixture);
    case 'address':
      return own ? formatAddress(own.address) : addressText(fixture);
    case 'colour':
      return own ? own.colour : colourText(fixture);
    case 'circuit':
    case 'circuitNumber':
    case 'dimmer':
    case 'multicable':
    case 'way':
      return own ? (own[field] ?? '') : [...new Set(fixture.parts.map((item) => item[field]).filter(Boolean))].join(' / ');
    case 'rental':
      return fixture.rental ?? '';
    default:
      return fixture[field];
  }
}
/** A part with one of its optional fields set, or taken away. */
function fedBy(part: Part, field: 'circuitNumber' | 'dimmer' | 'multicable' | 'way', value: string): Part {
  const { [field]: _, ...rest } = part;
  return value ? { ...rest, [field]: value.slice(0, 200) } : rest;
}
const isOwn = (field: FieldName): field is `own ${string}` => field.startsWith('own ');

const folded = (text: string): string => text.trim().replace(/\s+/g, ' ').toLowerCase();
const LONG = 32767;

/**
 * The fixture with a field set from text.
 * @param part  index of the part, or null for all parts alike
 * @returns the new record, or a sentence that says what is wrong and what to do
 */
export function typeField(show: Show, fixture: Fixture, part: number | null, field: FieldName, text: string): Typed {
  const value = text
    .replace(/[\u0000-\u0008\u000B-\u001F]/g, '')
    .trim()
    .slice(0, LONG);
  const refuse = (why: string): Typed => ({ ok: false, why });
  const parts = (patch: Partial<Part>): Typed => ({
    ok: true,
    fixture: { ...fixture, parts: fixture.parts.map((item, i) => (part === null || part === i ? { ...item, ...patch } : item)) },
  });
  if (isOwn(field)) {
    const column = ownField(show, field);
    if (!column) return refuse('This column was taken away in the meantime.');
    const read = readValue(column, value);
    return read.ok ? { ok: true, fixture: withValue(fixture, column.id, read.text) } : refuse(read.why);
  }
  switch (field) {
    case 'channel':
      if (value.length > 200) return refuse('A channel is at most 200 characters.');
      return parts({ channel: value });
    case 'colour':
      return parts({ colour: writtenColour(all(show, 'filter'), value) });
    case 'address': {
      // Files write 0 for unpatched; a person who types it means an address that does not exist.
      if (/^0+([./:]0+)?$/.test(value))
        return refuse(`There is no address ${value}: slots begin at 1. Clear the field to unpatch.`);
      const parsed = parseAddress(value);
      if (!parsed.ok) return refuse(parsed.why);
      if (part === null && fixture.parts.length > 1)
        return refuse('This unit has several cells; type the address of each in its own row.');
      return parts({ address: parsed.address });
    }
    case 'unit':
      return value.length > 20
        ? refuse('A unit number is at most 20 characters.')
        : { ok: true, fixture: { ...fixture, unit: value } };
    case 'circuit':
      return parts({ circuit: value.slice(0, 200) });
    case 'circuitNumber':
    case 'dimmer':
    case 'multicable':
    case 'way':
      return {
        ok: true,
        fixture: {
          ...fixture,
          parts: fixture.parts.map((item, i) => (part === null || part === i ? fedBy(item, field, value) : item)),
        },
      };
    case 'rental': {
      const { rental, ...rest } = fixture;
      // "no" and nothing take the mark away; "yes" marks it without a name.
      const none = !value || /^(no|n|-)$/i.test(value);
      return { ok: true, fixture: none ? rest : { ...rest, rental: value } };
    }
    case 'purpose':
    case 'gobo':
    case 'notes':
      return { ok: true, fixture: { ...fixture, [field]: value } };
    case 'position': {
      const position = all(show, 'position').find((item) => folded(item.name) === folded(value));
      if (!position) return refuse(`There is no position named "${value}". Draw it first, or pick one of the show's.`);
      return { ok: true, fixture: { ...fixture, position: position.id } };
    }
    case 'type': {
      const type =
        all(show, 'type').find((item) => folded(item.name) === folded(value)) ??
        all(show, 'type').find((item) => folded(`${item.maker} ${item.name}`) === folded(value));
      if (!type) return refuse(`The show has no fixture type named "${value}".`);
      return { ok: true, fixture: inType(fixture, type) };
    }
    case 'mode': {
      const type = get(show, 'type', fixture.type);
      const mode = type.modes.find((item) => folded(item.name) === folded(value));
      if (!mode)
        return refuse(
          `${type.name} has no mode named "${value}". It has ${type.modes
            .map((item) => item.name)
            .sort(natural)
            .join(', ')}.`,
        );
      return { ok: true, fixture: inMode(fixture, type, mode.name) };
    }
  }
}
