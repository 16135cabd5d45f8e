/** Figures, and what counts like them: 401-412, 420   >100   <=5   E01. A head joins the values of its parts. */
import { present } from '../../measure/list.js';
import { natural } from '../../order/order.js';
import { type Kind, no, yes } from './kind.js';

/** Values that a head joins for its parts. */
const split = (text: string): string[] => (text ? text.split(' / ') : []);
const tests: Readonly<Record<string, (way: number) => boolean>> = {
  '<': (way) => way < 0,
  '<=': (way) => way <= 0,
  '>': (way) => way > 0,
  '>=': (way) => way >= 0,
};

export const number: Kind = {
  help: '401-412, 420   >100   empty   not 7',
  whole: true,
  picked: false,
  read: ({ text, compare, said }) => {
    if (compare) {
      const test = present(tests[compare.sign]);
      return yes((fixture, part) => split(said(fixture, part)).some((value) => test(natural(value, compare.value))));
    }
    const range = /^(\S+?)\s*(?:-|\.\.| to )\s*(\S+)$/.exec(text);
    if (range && /\d/.test(range[1] ?? '') && /\d/.test(range[2] ?? '')) {
      const [, from = '', to = ''] = range;
      if (natural(from, to) > 0) return no(`"${text}" runs backwards: write ${to}-${from}.`);
      return yes((fixture, part) =>
        split(said(fixture, part)).some((value) => natural(value, from) >= 0 && natural(value, to) <= 0),
      );
    }
    const wanted = text.toLowerCase();
    return yes((fixture, part) => split(said(fixture, part)).some((value) => value.toLowerCase() === wanted));
  },
};
