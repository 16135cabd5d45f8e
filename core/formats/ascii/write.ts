/** Writes console data as ASCII 3.0: seven bits, CR LF, no line over 80 characters (reference formats 6.3). The same data gives the same bytes. */
import type { ChannelLevel, ConsoleCue, ConsoleData, ConsoleGroup } from './data.js';

/** Most characters of a line. */
const WIDE = 80;

/** Whole per cent where it is that; else in hexadecimal, as 255 parts. */
export const levelText = (level: number): string => {
  const percent = Math.round(level * 100);
  if (Math.abs(level * 100 - percent) < 1e-9) return String(percent);
  return `H${Math.round(level * 255)
    .toString(16)
    .toUpperCase()
    .padStart(2, '0')}`;
};
const figures: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  Æ: 'AE',
  ø: 'o',
  Ø: 'O',
  œ: 'oe',
  Œ: 'OE',
  ł: 'l',
  Ł: 'L',
  '’': "'",
  '–': '-',
  '—': '-',
};
/** Seven bits: accents go, what has no letter becomes "?"; "!" would begin a comment. */
export function plainText(text: string): string {
  return [...text.replace(/\s+/g, ' ').normalize('NFKD')]
    .filter((letter) => !/\p{M}/u.test(letter))
    .map((letter) => figures[letter] ?? letter)
    .join('')
    .replace(/[^\x20-\x7e]/g, '?')
    .replaceAll('!', '.')
    .trim();
}
/** Whether a text says the same in seven bits. */
export const isPlain = (text: string): boolean => plainText(text) === text;

/** Items after a word, as many lines as they take, each begun by that word. */
function wrapped(word: string, items: readonly string[]): string[] {
  const out: string[] = [];
  let line = word;
  for (const item of items) {
    if (line !== word && line.length + 1 + item.length > WIDE) {
      out.push(line);
      line = word;
    }
    line += ` ${item}`;
  }
  return line === word ? out : [...out, line];
}
const channelItems = (list: readonly ChannelLevel[]): string[] =>
  [...list].sort((a, b) => a.channel - b.channel).map(({ channel, level }) => `${channel}@${levelText(level)}`);
const textLine = (text: string): string[] => {
  const plain = plainText(text).slice(0, WIDE - 5);
  return plain ? [`TEXT ${plain}`] : [];
};
const grouped = (word: string, { number, text, channels }: ConsoleGroup): string[] => [
  `${word} ${number}`,
  ...textLine(text),
  ...wrapped('CHAN', channelItems(channels)),
];
const times = (word: string, time: ConsoleCue['up']): string[] =>
  time ? [`${word} ${[time[0], ...(time[1] ? [time[1]] : [])].map((s) => String(Math.round(s * 100) / 100)).join(' ')}`] : [];

/** @param remarks  lines of comment at the head: what the file could not say */
export function writeAscii(
  { manufacturer, console: desk, patch, groups, cues, subs }: ConsoleData,
  remarks: readonly string[] = [],
): string {
  const comment = (text: string): string[] => {
    const out: string[] = [];
    let line = '!';
    for (const word of plainText(text).split(' ')) {
      if (line.length + 1 + word.length > WIDE) {
        out.push(line);
        line = '!';
      }
      line += ` ${word.slice(0, WIDE - 2)}`;
    }
    return [...out, line];
  };
  const items = [...patch]
    .sort((a, b) => a.channel - b.channel || a.dimmer - b.dimmer)
    .map(({ channel, dimmer, level }) => `${channel}<${dimmer}@${levelText(level)}`);
  const lines = [
    'IDENT 3:0',
    `MANUFACTURER ${plainText(manufacturer)}`.slice(0, WIDE),
    `CONSOLE ${plainText(desk)}`.slice(0, WIDE),
    ...remarks.flatMap(comment),
    ...(items.length ? ['CLEAR PATCH', ...wrapped('PATCH 1', items)] : []),
    ...groups.flatMap((group) => grouped('GROUP', group)),
    ...cues.flatMap((cue) => {
      const [head = '', ...rest] = grouped('CUE', cue);
      const text = rest.filter((line) => line.startsWith('TEXT'));
      return [
        head,
        ...text,
        ...times('UP', cue.up),
        ...times('DOWN', cue.down),
        ...rest.filter((line) => !line.startsWith('TEXT')),
      ];
    }),
    ...subs.flatMap((sub) => grouped('SUB', sub)),
    'ENDDATA',
  ];
  return lines.map((line) => `${line}\r\n`).join('');
}
