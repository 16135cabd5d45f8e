/** Texts and choices: warm, cool (have it in them)   =Front warm (are it). */
import { foldedChoice } from '../../model/fields.js';
import { type Kind, yes } from './kind.js';

const kind = (help: string, picked: boolean): Kind => ({
  help,
  whole: true,
  picked,
  read: ({ text, said }) => {
    const wanted = foldedChoice(text);
    return yes((fixture, part) => foldedChoice(said(fixture, part)).includes(wanted));
  },
});
export const choice = kind('words, or =whole value   a, b   empty   not a', true);
export const text = kind('words it has in it   empty   not empty', false);
