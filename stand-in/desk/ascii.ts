/**
 * Console data as this desk reads it: the grammar of ASCII Text Representation for Lighting Console Data 3.0 (USITT 1992) in its strict form, and nothing
 * of Dessin's own reader. One statement a line; a primary word begins an item, secondary words belong to it; "!" begins a comment; `c<d@l` is a channel, a
 * dimmer and a level.
 */
export interface Console {
  readonly ident: string;
  readonly manufacturer: string;
  readonly console: string;
  readonly patch: readonly { readonly channel: number; readonly dimmer: number }[];
  readonly groups: readonly Item[];
  readonly cues: readonly Item[];
  /** Lines that the grammar does not have, with their numbers. */
  readonly faults: readonly string[];
}
export interface Item {
  readonly number: string;
  text: string;
  readonly channels: { readonly channel: number; readonly level: number }[];
}

/** "FL" is full, "h" before hexadecimal, else per cent. */
const level = (text: string): number | null =>
  /^FL$/i.test(text)
    ? 1
    : /^h[0-9a-f]{1,2}$/i.test(text)
      ? Number.parseInt(text.slice(1), 16) / 255
      : /^\d{1,3}$/.test(text)
        ? Number(text) / 100
        : null;

/** What is being read, statement by statement. */
interface Reading {
  readonly head: Map<string, string>;
  readonly patch: { channel: number; dimmer: number }[];
  readonly items: Map<string, Item[]>;
  item: Item | null;
  ended: boolean;
  readonly fault: (why: string) => void;
}
type Statement = (now: Reading, rest: readonly string[]) => void;
const heading =
  (word: string): Statement =>
  ({ head }, rest) =>
    void head.set(word, rest.join(' '));
const closing: Statement = (now) => {
  now.item = null;
};
const beginning =
  (word: string): Statement =>
  (now, [number = '']) => {
    if (!/^\d+(\.\d+)?$/.test(number)) now.fault(`"${number}" is no number of a ${word.toLowerCase()}`);
    now.item = { number, text: '', channels: [] };
    now.items.set(word, [...(now.items.get(word) ?? []), now.item]);
  };
const timing: Statement = (now, rest) => {
  if (!now.item || !rest.every((one) => /^\d+(\.\d+)?$/.test(one))) now.fault('a time belongs to nothing, or is none');
};
const statements: Readonly<Record<string, Statement>> = {
  IDENT: heading('IDENT'),
  MANUFACTURER: heading('MANUFACTURER'),
  CONSOLE: heading('CONSOLE'),
  CLEAR: closing,
  SET: closing,
  GROUP: beginning('GROUP'),
  CUE: beginning('CUE'),
  SUB: beginning('SUB'),
  UP: timing,
  DOWN: timing,
  PATCH(now, [, ...rest]) {
    now.item = null;
    for (const one of rest) {
      const match = /^(\d+)<(\d+)@(\S+)$/.exec(one);
      if (!match || level(match[3] ?? '') === null) now.fault(`"${one}" is no channel, dimmer and level`);
      else now.patch.push({ channel: Number(match[1]), dimmer: Number(match[2]) });
    }
  },
  TEXT(now, rest) {
    if (now.item) now.item.text = rest.join(' ');
    else now.fault('TEXT belongs to nothing');
  },
  CHAN(now, rest) {
    if (!now.item) now.fault('CHAN belongs to nothing');
    for (const one of rest) {
      const match = /^(\d+)@(\S+)$/.exec(one);
      const at = level(match?.[2] ?? '');
      if (!match || at === null) now.fault(`"${one}" is no channel and level`);
      else now.item?.channels.push({ channel: Number(match[1]), level: at });
    }
  },
  ENDDATA(now) {
    now.ended = true;
  },
};

/** @param text  of the file; lines end by CR LF */
export function readConsole(text: string): Console {
  const faults: string[] = [];
  let at = 0;
  const now: Reading = {
    head: new Map(),
    patch: [],
    items: new Map(),
    item: null,
    ended: false,
    fault: (why) => faults.push(`line ${at}: ${why}`),
  };
  for (const line of text.split('\r\n')) {
    at++;
    if (line.length > 80) now.fault('is longer than 80 characters');
    if (/[^\x20-\x7e]/.test(line)) now.fault('holds what is no seven-bit character');
    if (!line.trim() || line.startsWith('!')) continue;
    const [word = '', ...rest] = line.split(' ');
    if (now.ended) now.fault('stands after ENDDATA');
    else if (statements[word]) statements[word](now, rest);
    // Words that begin with a mark belong to makers, and are passed over.
    else if (!word.startsWith('$')) now.fault(`"${word}" is no word of the standard`);
  }
  const ident = now.head.get('IDENT') ?? '';
  if (!/^3[:.]0$/.test(ident)) faults.unshift(`IDENT says "${ident}", not 3:0`);
  if (!now.ended) faults.push('ENDDATA is missing');
  return {
    ident,
    manufacturer: now.head.get('MANUFACTURER') ?? '',
    console: now.head.get('CONSOLE') ?? '',
    patch: now.patch,
    groups: now.items.get('GROUP') ?? [],
    cues: now.items.get('CUE') ?? [],
    faults,
  };
}
