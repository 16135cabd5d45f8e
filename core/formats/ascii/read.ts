/** Reads console data in ASCII 3.0, leniently (reference formats 6.1, 6.2, and its hostile table). */
import { FormatError, type Read, Report } from '../report.js';
import {
  type ChannelLevel,
  type ConsoleCue,
  type ConsoleData,
  type ConsoleGroup,
  MOST_CHANNEL,
  MOST_DIMMER,
  type PatchItem,
} from './data.js';

const LONGEST = 4096;
/** Items of one file. */
const MOST_ITEMS = 2_000_000;
const primary = new Set(['IDENT', 'MANUFACTURER', 'CONSOLE', 'CLEAR', 'SET', 'PATCH', 'GROUP', 'CUE', 'SUB', 'ENDDATA']);
const secondary = new Set(['CHAN', 'TEXT', 'UP', 'DOWN', 'FOLLOWON', 'LINK', 'PART']);
/** All of these part items alike: "1<5@50" is "1,5,50". */
const parts = (text: string): string[] => text.split(/[\s,/;<@]+/).filter(Boolean);

/** UTF-16 by its mark; else, where a byte is beyond seven bits, windows-1252. */
function decoded(bytes: Uint8Array, report: Report, where: string): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes.subarray(2));
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes.subarray(2));
  if (bytes.includes(0))
    throw new FormatError('ASCII_BINARY', `${where} holds bytes that no text has: it is no file of console data.`, where);
  const from = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  if (bytes.subarray(from).some((byte) => byte > 0x7f))
    report.add('warning', 'ASCII_BYTES', 'Letters beyond seven bits were read as windows-1252.', where);
  return new TextDecoder('windows-1252').decode(bytes.subarray(from));
}
/** Share of full; null for what is no level. */
export function levelOf(text: string): number | null {
  if (/^FL$/i.test(text)) return 1;
  const hex = /^H([0-9A-F]{2})$/i.exec(text);
  if (hex) return Number.parseInt(hex[1] ?? '', 16) / 255;
  if (!/^\d{1,3}(\.\d+)?$/.test(text)) return null;
  const value = Number(text);
  return value <= 100 ? value / 100 : null;
}
const wholeOf = (text: string, most: number): number | null => {
  const value = /^\d{1,9}$/.test(text) ? Number(text) : 0;
  return value >= 1 && value <= most ? value : null;
};
/** Seconds, or minutes and seconds. */
const secondsOf = (text: string): number | null => {
  const minutes = /^(\d{1,4}):(\d{1,2}(?:\.\d+)?)$/.exec(text);
  if (minutes) return Number(minutes[1]) * 60 + Number(minutes[2]);
  return /^\d{1,6}(\.\d+)?$/.test(text) ? Number(text) : null;
};

interface Open {
  readonly kind: 'GROUP' | 'CUE' | 'SUB';
  readonly number: string;
  text: string;
  readonly channels: Map<number, number>;
  up?: readonly [number, number];
  down?: readonly [number, number];
}
class Reading {
  readonly report = new Report();
  readonly patch = new Map<number, PatchItem>();
  readonly done: Open[] = [];
  open: Open | null = null;
  manufacturer = '';
  console = '';
  ended = false;
  first = true;
  /** Lines of a maker's own, or of a word that nobody knows, up to the next record. */
  skipping = false;
  private items = 0;
  constructor(private readonly where: string) {}

  at(line: number): string {
    return `${this.where}, line ${line}`;
  }
  private counted(line: number): void {
    if (++this.items > MOST_ITEMS)
      throw new FormatError('ASCII_LIMIT', `${this.where} has more than ${MOST_ITEMS} items: it is refused.`, this.at(line));
  }
  triples(rest: string, line: number): void {
    // The page of the patch comes first.
    const list = parts(rest).slice(1);
    if (list.length % 3)
      this.report.add(
        'error',
        'ASCII_ITEMS',
        'A PATCH line has an item that is not whole: channel, dimmer and level. It was left out.',
        this.at(line),
      );
    for (let i = 0; i + 2 < list.length; i += 3) {
      this.counted(line);
      const [c = '', d = '', l = ''] = [list[i], list[i + 1], list[i + 2]];
      const [channel, dimmer, level] = [wholeOf(c, MOST_CHANNEL), wholeOf(d, MOST_DIMMER), levelOf(l)];
      if (channel === null || dimmer === null || level === null) {
        this.report.add(
          'error',
          'ASCII_PATCH',
          `"${`${c}<${d}@${l}`.slice(0, 60)}" is no item of a patch and was left out.`,
          this.at(line),
        );
        continue;
      }
      if (this.patch.has(dimmer))
        this.report.add('warning', 'ASCII_DOUBLED', `Dimmer ${dimmer} is patched twice: the last one wins.`, this.at(line));
      this.patch.set(dimmer, { channel, dimmer, level });
    }
  }
  levels(rest: string, line: number): void {
    const list = parts(rest);
    if (list.length % 2)
      this.report.add('error', 'ASCII_ITEMS', 'A CHAN line has a channel without a level. It was left out.', this.at(line));
    for (let i = 0; i + 1 < list.length; i += 2) {
      this.counted(line);
      const [c = '', l = ''] = [list[i], list[i + 1]];
      const [channel, level] = [wholeOf(c, MOST_CHANNEL), levelOf(l)];
      if (channel === null || level === null)
        this.report.add(
          'error',
          'ASCII_LEVEL',
          `"${`${c}@${l}`.slice(0, 60)}" is no level of a channel and was left out.`,
          this.at(line),
        );
      else this.open?.channels.set(channel, level);
    }
  }
  time(word: 'UP' | 'DOWN', rest: string, line: number): void {
    const [first = '', second] = parts(rest);
    const [time, wait] = [secondsOf(first), second === undefined ? 0 : secondsOf(second)];
    if (time === null || wait === null)
      this.report.add('error', 'ASCII_TIME', `"${rest.slice(0, 40)}" is no time.`, this.at(line));
    else if (this.open) this.open[word === 'UP' ? 'up' : 'down'] = [time, wait];
  }
  close(): void {
    if (this.open) this.done.push(this.open);
    this.open = null;
  }
}

function record(state: Reading, word: string, rest: string, line: number): void {
  state.close();
  state.skipping = false;
  if (word === 'MANUFACTURER') state.manufacturer = rest.slice(0, 200);
  else if (word === 'CONSOLE') state.console = rest.slice(0, 200);
  else if (word === 'PATCH') state.triples(rest, line);
  else if (word === 'IDENT') {
    if (!/^3\b/.test(rest))
      state.report.add(
        'warning',
        'ASCII_VERSION',
        `The file says version ${rest.slice(0, 20)}; it was read as 3.0.`,
        state.at(line),
      );
  } else if (word === 'GROUP' || word === 'CUE' || word === 'SUB') {
    const [number = ''] = parts(rest);
    if (/^\d{1,6}(\.\d{1,4})?$/.test(number)) state.open = { kind: word, number, text: '', channels: new Map() };
    else {
      state.report.add(
        'error',
        'ASCII_NUMBER',
        `${word} "${number.slice(0, 20)}" has no number and was left out.`,
        state.at(line),
      );
      state.skipping = true;
    }
  }
}
function detail(state: Reading, word: string, rest: string, line: number): void {
  if (word === 'TEXT') {
    if (state.open) state.open.text = rest.trim().slice(0, 200);
  } else if (word === 'CHAN') state.levels(rest, line);
  else if (word === 'UP' || word === 'DOWN') state.time(word, rest, line);
  else state.report.once('info', 'ASCII_LEFT', `${word} lines are not read here.`, state.at(line));
}

/**
 * @param where  name of the file
 * @throws FormatError for what is no such file
 */
export function readAscii(bytes: Uint8Array, where: string): Read<ConsoleData> {
  const state = new Reading(where);
  const lines = decoded(bytes, state.report, where).split(/\r\n|\r|\n/);
  for (const [i, raw] of lines.entries()) {
    const line = i + 1;
    if (raw.length > LONGEST) {
      state.report.add('error', 'ASCII_LINE', `A line of ${raw.length} characters was left out.`, state.at(line));
      continue;
    }
    const text = /^\s*TEXT\b/i.test(raw) ? raw.trim() : raw.replace(/!.*$/, '').trim();
    if (!text) continue;
    const match = /^(\${0,2}[A-Za-z]+)\s*(.*)$/s.exec(text);
    const word = (match?.[1] ?? '').toUpperCase();
    const rest = match?.[2] ?? '';
    if (state.first) {
      state.first = false;
      if (!primary.has(word))
        throw new FormatError(
          'ASCII_NOT_RECOGNISED',
          `${where} is no file of console data in ASCII 3.0: it begins with none of its words.`,
          state.at(line),
        );
      if (word !== 'IDENT') state.report.add('warning', 'ASCII_IDENT', 'The file does not begin with IDENT.', state.at(line));
    }
    if (word === 'ENDDATA') {
      state.ended = true;
      break;
    }
    if (word.startsWith('$')) {
      state.report.once('info', 'ASCII_OWN', `${word.slice(0, 40)} is a maker's own and was left out.`, state.at(line));
      if (!word.startsWith('$$')) state.skipping = true;
    } else if (primary.has(word)) record(state, word, rest, line);
    else if (state.skipping) continue;
    else if (secondary.has(word)) detail(state, word, rest, line);
    else {
      state.report.add(
        'warning',
        'ASCII_WORD',
        `"${(word || text).slice(0, 40)}" is no word of ASCII 3.0; all up to the next record was left out.`,
        state.at(line),
      );
      state.close();
      state.skipping = true;
    }
  }
  state.close();
  if (state.first) throw new FormatError('ASCII_NOT_RECOGNISED', `${where} is empty.`, where);
  if (!state.ended) state.report.add('warning', 'ASCII_CUT', 'The file has no ENDDATA: it may be cut off.', where);
  const levels = (channels: ReadonlyMap<number, number>): ChannelLevel[] =>
    [...channels].map(([channel, level]) => ({ channel, level }));
  const plain = ({ number, text, channels }: Open): ConsoleGroup => ({ number, text, channels: levels(channels) });
  const of = (kind: Open['kind']) => state.done.filter((item) => item.kind === kind);
  return {
    value: {
      manufacturer: state.manufacturer,
      console: state.console,
      patch: [...state.patch.values()],
      groups: of('GROUP').map(plain),
      cues: of('CUE').map(
        (item): ConsoleCue => ({
          ...plain(item),
          ...(item.up ? { up: item.up } : {}),
          ...(item.down ? { down: item.down } : {}),
        }),
      ),
      subs: of('SUB').map(plain),
    },
    report: state.report.list,
  };
}
