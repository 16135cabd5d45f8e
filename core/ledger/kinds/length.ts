/** Heights: 6.5   2-4   >6   0 (on the floor). */
import { parseLength } from '../../measure/lengths.js';
import type { Fixture } from '../../model/records.js';
import { settingsOf } from '../../model/show.js';
import { place } from '../../space/hanging.js';
import { type Kind, no, yes } from './kind.js';

/** Heights that read alike are alike, mm. */
const ALIKE = 5.5;

export const length: Kind = {
  help: '6.5   2-4   >6   0 is the floor',
  whole: true,
  picked: false,
  read: ({ show, text, compare }) => {
    const { units } = settingsOf(show);
    const at = (fixture: Fixture) => place(show, fixture).clamp[2];
    if (compare) {
      const value = parseLength(compare.value, units);
      if (!value.ok) return no(value.why);
      const up = compare.sign.startsWith('>');
      const least = compare.sign.endsWith('=') ? -ALIKE : ALIKE;
      return yes((fixture) => (up ? at(fixture) - value.mm : value.mm - at(fixture)) > least);
    }
    const range =
      /^(.+?)\s*(?: - | to |\.\.)\s*(.+)$/.exec(text) ?? (units === 'metric' ? /^([\d.]+\s*m?)-([\d.]+\s*m?)$/.exec(text) : null);
    const [from, to] = (range ? [range[1] ?? '', range[2] ?? ''] : [text, text]).map((end) => parseLength(end, units));
    if (!from!.ok) return no(from!.why);
    if (!to!.ok) return no(to!.why);
    const [low, high] = [Math.min(from!.mm, to!.mm) - ALIKE, Math.max(from!.mm, to!.mm) + ALIKE];
    return yes((fixture) => at(fixture) >= low && at(fixture) <= high);
  },
};
