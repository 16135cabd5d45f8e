/** What a fixture is for, and what stands before and behind its light. Plain texts of the record stand here too. */
import { writtenColour } from '../light/codes.js';
import { all } from '../model/show.js';
import { finishes, pens } from '../model/words.js';
import { type Field, folded, onParts, plainText, refuse } from './field.js';
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
  words: ['color', 'gel', 'filter'],
  inParts: { as: 'Colour', order: 4 },
};

const gobo: Field = plainText('gobo', 'Gobo', {
  kind: 'choice',
  column: { width: 70, comes: 'when filled' },
  card: { at: 'apart' },
});
export const notes: Field = plainText('notes', 'Notes', {
  column: { width: 140, comes: 'always' },
  words: ['note', 'remarks', 'remark', 'comment', 'comments'],
});

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

/** The name that a fixture has of its own; MVR's name too. */
export const name: Field = plainText('name', 'Name', {
  type: (_, fixture, __, text) => {
    if (text.length > 200) return refuse('A name is at most 200 characters.');
    const { name: was, ...rest } = fixture;
    return { ok: true, fixture: text.trim() ? { ...rest, name: text.trim() } : rest };
  },
  column: { width: 130, comes: 'when filled' },
  words: ['fixture name', 'label'],
  run: { scope: () => null },
  schedules: ['Instrument schedule', 'Channel hookup'],
});

/** What it is drawn with. */
const pen: Field = {
  id: 'pen',
  title: 'Pen',
  of: 'fixture',
  kind: 'choice',
  column: { width: 64, comes: 'when filled' },
  text: (_, fixture) => fixture.pen ?? '',
  type: (_, fixture, __, text) => {
    const { pen: was, ...rest } = fixture;
    const chosen = pens.find((colour) => colour === folded(text));
    if (text && !chosen && folded(text) !== 'ink')
      return refuse(`The pens are ${pens.join(', ')}; ink, or nothing, is the usual one.`);
    return { ok: true, fixture: chosen ? { ...rest, pen: chosen } : rest };
  },
  card: { at: 'end', offers: () => ['ink', ...pens] },
  kept: 'pen',
};

/** What its body is painted. */
const finish: Field = {
  id: 'finish',
  title: 'Finish',
  of: 'fixture',
  kind: 'choice',
  column: { width: 64, comes: 'when filled' },
  text: (_, fixture) => fixture.finish ?? '',
  type: (_, fixture, __, text) => {
    const { finish: was, ...rest } = fixture;
    const chosen = finishes.find((one) => one === folded(text));
    if (text && !chosen) return refuse(`A body is ${finishes.join(' or ')}; nothing is as its type says.`);
    return { ok: true, fixture: chosen ? { ...rest, finish: chosen } : rest };
  },
  card: { at: 'end', offers: () => finishes },
  words: ['body', 'black', 'silver', 'paint'],
};

/** Plain texts of the record that stand one after the other in the list; a new one goes here, and is seen everywhere. */
export const texts: readonly Field[] = [gobo, rental, name, pen, finish];
