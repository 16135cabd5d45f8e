/** Snags: any   none   address shared. */
import { foldedChoice } from '../../model/fields.js';
import { snagCodes } from '../snag-codes.js';
import { type Kind, yes } from './kind.js';

export const snags: Kind = {
  help: 'any   none   address shared',
  whole: false,
  picked: true,
  read: ({ show, text }) => {
    const wanted = foldedChoice(text.replace(/^=\s*/, ''));
    if (wanted === 'any' || wanted === 'none')
      return yes((fixture) => snagCodes(show, fixture).length > 0 === (wanted === 'any'));
    return yes((fixture) => snagCodes(show, fixture).some((code) => code.includes(wanted)));
  },
};
