/** What a fixture is for, and what stands before and behind its light. Plain texts of the record stand here too. */
import { writtenColour } from '../light/codes.js';
import { all } from '../model/show.js';
import { type Field, onParts, plainText } from './field.js';
import { colourText } from './texts.js';

export const purpose: Field = plainText('purpose', 'Purpose', {
  kind: 'choice',
  column: { width: 140, comes: 'always' },
  card: { at: 'apart' },
});

export const colour: Field = {
  id: 'colour',
  title: 'Colour',
  of: 'part',
  kind: 'choice',
  column: { width: 112, comes: 'always' },
  text: (_, fixture, part) => (part === null ? colourText(fixture) : (fixture.parts[part]?.colour ?? '')),
  type: (show, fixture, part, text) => {
    const written = writtenColour(all(show, 'filter'), text);
    return onParts(fixture, part, (own) => ({ ...own, colour: written }));
  },
  words: ['color'],
  inParts: { as: 'Colour', order: 4 },
};

const gobo: Field = plainText('gobo', 'Gobo', {
  kind: 'choice',
  column: { width: 70, comes: 'when filled' },
  card: { at: 'apart' },
});
export const notes: Field = plainText('notes', 'Notes', { column: { width: 140, comes: 'always' } });

const rental: Field = plainText('rental', 'Rented from', {
  kind: 'choice',
  card: { at: 'end', as: 'Rented' },
  type: (_, fixture, __, text) => {
    const { rental: was, ...rest } = fixture;
    // "no" and nothing take the mark away; "yes" marks it without a name.
    const none = !text || /^(no|n|-)$/i.test(text);
    return { ok: true, fixture: none ? rest : { ...rest, rental: text } };
  },
});

/** Plain texts of the record that stand one after the other in the list; a new one goes here, and is seen everywhere. */
export const texts: readonly Field[] = [gobo, rental];
