/**
 * A report of what answers on the lines, compared with the plot: lights by their identifiers once these are known, else by what they are and where they are set. A report is a table
 * with a line a device, or RDM packets as hexadecimal figures, a packet a line; what is none is told, line by line, and the rest is read.
 */
import Papa from 'papaparse';
import type { Fixture, Id } from '../model/records.js';
import { all, get, type Show } from '../model/show.js';
import { formatAddress, SLOTS, slotOf, toAbsolute, universeOf } from '../patch/address.js';
import { footprints, partFootprint } from '../patch/footprint.js';
import { deviceInfoIn, parameters, readRdm, type Uid, uidFrom, uidText } from './rdm.js';

export interface Answer {
  readonly uid: Uid;
  readonly model: string;
  readonly label: string;
  /** Universe of its line, where the report says it. */
  readonly universe: number | null;
  /** First slot; null takes none. */
  readonly slot: number | null;
  readonly footprint: number;
  readonly personality: number;
  readonly personalities: number;
}
export interface Report {
  readonly answers: readonly Answer[];
  /** What could not be read, in sentences. */
  readonly faults: readonly string[];
  readonly doubts: readonly string[];
}
const MOST = 20_000;
const plain = (text: string): string =>
  text
    .replace(/[^\x20-\x7e\u00a0-\uffff]/g, '')
    .trim()
    .slice(0, 32);

/** An answer that can be; why it cannot. */
function sound(answer: Answer, where: string, faults: string[], doubts: string[]): Answer | null {
  const { slot, footprint, personality, personalities } = answer;
  if (footprint > SLOTS) {
    faults.push(`${where}: a footprint of ${footprint} does not fit into a universe.`);
    return null;
  }
  if (footprint > 0 && (slot === null || slot < 1 || slot > SLOTS)) {
    faults.push(`${where}: an address of ${slot ?? 'none'} for ${footprint} slots; it is read as not patched.`);
    return { ...answer, slot: null };
  }
  if (personality > personalities) doubts.push(`${where}: it says mode ${personality} of ${personalities}.`);
  return answer;
}

const hexLine = (line: string): Uint8Array | null => {
  const figures = line.replace(/[\s:,-]|0x/gi, '');
  return figures.length >= 52 && figures.length % 2 === 0 && /^[0-9a-f]+$/i.test(figures)
    ? Uint8Array.from({ length: figures.length / 2 }, (_, i) => Number.parseInt(figures.slice(2 * i, 2 * i + 2), 16))
    : null;
};
/** Packets of a report: what devices say of themselves is put together by their identifiers. */
function fromPackets(lines: readonly string[], faults: string[], doubts: string[]): Answer[] {
  const by = new Map<Uid, Answer>();
  const text = (data: Uint8Array): string => plain(new TextDecoder().decode(data));
  lines.forEach((line, i) => {
    if (!line.trim()) return;
    const bytes = hexLine(line);
    const packet = bytes ? readRdm(bytes) : null;
    if (!packet || packet.kind === 'dropped') {
      faults.push(`Line ${i + 1}: ${packet ? `no RDM packet (${packet.why})` : 'no packet in hexadecimal figures'}.`);
      return;
    }
    // Questions, and what is not said yes to, say nothing of a device.
    if (packet.command !== 0x21 || packet.port !== 0) return;
    const before = by.get(packet.from) ?? {
      uid: packet.from,
      model: '',
      label: '',
      universe: null,
      slot: null,
      footprint: 0,
      personality: 0,
      personalities: 0,
    };
    if (packet.parameter === parameters.LABEL) by.set(packet.from, { ...before, label: text(packet.data) });
    else if (packet.parameter === parameters.DEVICE_MODEL) by.set(packet.from, { ...before, model: text(packet.data) });
    else if (packet.parameter === parameters.DEVICE_INFO) {
      const info = deviceInfoIn(packet.data);
      if (!info) {
        faults.push(`Line ${i + 1}: what it says of itself is ${packet.data.length} octets long, not 19.`);
        return;
      }
      const { address: slot, footprint, personality, personalities } = info;
      const made = sound({ ...before, slot, footprint, personality, personalities }, `Line ${i + 1}`, faults, doubts);
      if (made) by.set(packet.from, made);
    }
  });
  return [...by.values()];
}

/** Headings of a table by what they begin with, folded. */
const headings: readonly (readonly [key: keyof Answer, words: RegExp])[] = [
  ['uid', /^(uid|identifier)/],
  ['model', /^(model|type|device)/],
  ['label', /^(label|name|note)/],
  ['universe', /^(universe|line|port)/],
  ['slot', /^(address|start|slot|dmx)/],
  ['footprint', /^(footprint|slots|size)/],
  ['personality', /^(personality|mode)/],
];
function fromTable(text: string, faults: string[], doubts: string[]): Answer[] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const [head = [], ...rows] = data;
  const columns = new Map<keyof Answer, number>();
  head.forEach((heading, i) => {
    const folded = heading.trim().toLowerCase();
    const key = headings.find(([own, words]) => !columns.has(own) && words.test(folded))?.[0];
    if (key) columns.set(key, i);
  });
  const uid = columns.get('uid');
  if (uid === undefined) {
    faults.push('There is no column of identifiers (UID): a report has a line a device, with its UID, address and footprint.');
    return [];
  }
  return rows.flatMap((row, i): Answer[] => {
    const where = `Line ${i + 2}`;
    const cell = (key: keyof Answer) => row[columns.get(key) ?? -1]?.trim() ?? '';
    const own = uidFrom(row[uid] ?? '');
    if (!own) {
      faults.push(`${where}: "${plain(row[uid] ?? '')}" is no identifier such as 7ff0:00000001.`);
      return [];
    }
    const address = /^(?:(\d+)[./])?(\d+)$/.exec(cell('slot'));
    const mode = /^(\d+)(?:\s*(?:of|\/)\s*(\d+))?/.exec(cell('personality'));
    const made = sound(
      {
        uid: own,
        model: plain(cell('model')),
        label: plain(cell('label')),
        universe: Number(address?.[1] ?? cell('universe')) || null,
        slot: address ? Number(address[2]) : null,
        footprint: Number(cell('footprint')) || 0,
        personality: Number(mode?.[1] ?? 0),
        personalities: Number(mode?.[2] ?? mode?.[1] ?? 0),
      },
      where,
      faults,
      doubts,
    );
    return made ? [made] : [];
  });
}
export function readReport(text: string): Report {
  const faults: string[] = [];
  const doubts: string[] = [];
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  if (lines.length > MOST)
    return { answers: [], faults: [`The report has ${lines.length} lines; ${MOST} are read at most.`], doubts };
  const packets = /^\s*(0x)?cc[\s:,-]*(0x)?01/i.test(lines.find((line) => line.trim()) ?? '');
  const answers = packets ? fromPackets(lines, faults, doubts) : fromTable(text.replace(/^\uFEFF/, ''), faults, doubts);
  const seen = new Map<Uid, number>();
  for (const { uid } of answers) seen.set(uid, (seen.get(uid) ?? 0) + 1);
  for (const [uid, times] of seen)
    if (times > 1) doubts.push(`${uidText(uid)} answers ${times} times: two devices may have the same identifier.`);
  return { answers, faults, doubts };
}

export interface Match {
  readonly answer: Answer;
  /** The light of the plot that stands at its address; none where nothing is patched there. */
  readonly fixture: Id | null;
  /** What differs, in sentences; empty where all is as the plot has it. */
  readonly differs: readonly string[];
}
export interface Answered {
  readonly matches: readonly Match[];
  /** Lights of the universes of the report that did not answer. */
  readonly silent: readonly Id[];
}
interface Part {
  readonly fixture: Fixture;
  readonly part: number;
  readonly address: number;
}
function partsOf(show: Show): Part[] {
  return all(show, 'fixture').flatMap((fixture) =>
    fixture.parts.flatMap(({ address, accessory }, part) =>
      address === null || accessory !== undefined ? [] : [{ fixture, part, address }],
    ),
  );
}
/** What differs where a device stands at the address of a part. */
function differing(show: Show, { fixture, part }: Part, { footprint, personality }: Answer): string[] {
  const type = get(show, 'type', fixture.type);
  const wanted = partFootprint(show, fixture, part);
  const out: string[] = [];
  if (footprint !== wanted) {
    const modes = type.modes.filter((mode) => footprints(mode)[part] === footprint).map(({ name }) => name);
    out.push(`it takes ${footprint} slots, the plot ${wanted}${modes.length ? `: it may be set to ${modes.join(' or ')}` : ''}`);
  } else {
    const place = type.modes.map(({ name }) => name).indexOf(fixture.mode) + 1;
    // Modes of a type need not stand in the order of the maker: a doubt, where it has several.
    if (type.modes.length > 1 && personality && place && personality !== place)
      out.push(`it is in mode ${personality}, which is the ${place}. of the plot`);
  }
  return out;
}
/** Where the report does not say a universe, `universe` is that of its line. */
export function compareReport(show: Show, answers: readonly Answer[], universe: number): Answered {
  const parts = partsOf(show);
  const byAddress = new Map<number, Part[]>();
  for (const part of parts) byAddress.set(part.address, [...(byAddress.get(part.address) ?? []), part]);
  const universes = new Set<number>();
  const met = new Set<Part>();
  const matches = answers.map((answer): Match => {
    const of = answer.universe ?? universe;
    universes.add(of);
    if (answer.slot === null)
      return { answer, fixture: null, differs: answer.footprint ? ['it has no address that can be'] : [] };
    const address = toAbsolute(of, answer.slot);
    const own = byAddress.get(address)?.find((part) => !met.has(part)) ?? byAddress.get(address)?.[0];
    if (own) {
      met.add(own);
      return { answer, fixture: own.fixture.id, differs: differing(show, own, answer) };
    }
    const inside = parts.find(
      ({ fixture, part, address: from }) => address > from && address < from + partFootprint(show, fixture, part),
    );
    return {
      answer,
      fixture: null,
      differs: [
        `nothing is patched to ${formatAddress(address)}${inside ? `, which lies inside a unit at ${formatAddress(inside.address)}` : ''}`,
      ],
    };
  });
  const silent = parts.filter((part) => universes.has(universeOf(part.address)) && !met.has(part) && slotOf(part.address) >= 1);
  return { matches, silent: [...new Set(silent.map(({ fixture }) => fixture.id))] };
}
