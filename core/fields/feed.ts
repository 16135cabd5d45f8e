/** How a part is fed: circuit, dimmer, multicable. */
import { firstOf } from '../measure/list.js';
import type { Part } from '../model/records.js';
import { type Field, onParts } from './field.js';
import { joined } from './texts.js';

type Feeding = 'circuitNumber' | 'dimmer' | 'multicable' | 'way';
/** A part with one of its optional fields set, or taken away. */
function fedBy(part: Part, field: Feeding, value: string): Part {
  const { [field]: _, ...rest } = part;
  return value ? { ...rest, [field]: value.slice(0, 200) } : rest;
}
const feed = (id: Feeding | 'circuit', title: string, width: number, more: Partial<Field>): Field => ({
  id,
  title,
  of: 'part',
  kind: 'number',
  column: { width, comes: 'when filled' },
  text: (_, fixture, part) =>
    part === null ? joined(fixture.parts.map((own) => own[id] ?? '')) : (fixture.parts[part]?.[id] ?? ''),
  type: (_, fixture, part, text) =>
    onParts(fixture, part, (own) => (id === 'circuit' ? { ...own, circuit: text.slice(0, 200) } : fedBy(own, id, text))),
  card: { at: 'feed' },
  ...more,
});

export const circuit = feed('circuit', 'Circuit', 78, {
  name: 'Circuit name',
  kind: 'choice',
  column: { width: 78, comes: 'always' },
  run: { order: 4, scope: () => null },
  inParts: { as: 'Circuit', order: 3 },
});
export const circuitNumber = feed('circuitNumber', 'Circuit no.', 78, {
  name: 'Circuit number',
  words: ['circuit number'],
  run: { order: 5, scope: (fixture, part) => (fixture.parts[part] ?? firstOf(fixture.parts)).circuit, within: 'circuit' },
});
export const dimmer = feed('dimmer', 'Dimmer', 72, { run: { order: 3, scope: () => '' } });
export const multicable = feed('multicable', 'Multicable', 86, { kind: 'choice', run: { order: 6, scope: () => null } });
export const way = feed('way', 'Way', 56, {
  run: {
    order: 7,
    scope: (fixture, part) => (fixture.parts[part] ?? firstOf(fixture.parts)).multicable ?? '',
    within: 'multicable',
  },
});
