/** RDM packets octet by octet against the check values of the reference (formats 5.2), and reports of what answers beside the plot. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { get } from '../model/show.js';
import { formatAddress, slotOf, universeOf } from '../patch/address.js';
import { footprints, modeOf } from '../patch/footprint.js';
import { compareReport, readReport } from './answers.js';
import { inCheckOrder, lightAddress } from './check-order.js';
import {
  deviceInfoIn,
  framesPerSecond,
  frameTime,
  parameters,
  type RdmPacket,
  readBranch,
  readRdm,
  uidFrom,
  uidText,
  writeBranch,
  writeRdm,
} from './rdm.js';

const hex = (text: string): Uint8Array => Uint8Array.from(text.trim().split(/\s+/), (byte) => Number.parseInt(byte, 16));
/** Reference formats 5: get DEVICE_INFO from 7FF0:00000001 to 7FF0:00000002, transaction 0, port 1. */
const asked = hex('CC 01 18 7F F0 00 00 00 02 7F F0 00 00 00 01 00 01 00 00 00 20 00 60 00 04 47');

describe('packets', () => {
  test('the question for DEVICE_INFO is the one of the reference', () => {
    const packet = readRdm(asked);
    expect(packet).toEqual({
      kind: 'rdm',
      to: '7ff000000002',
      from: '7ff000000001',
      transaction: 0,
      port: 1,
      messages: 0,
      subDevice: 0,
      command: 0x20,
      parameter: parameters.DEVICE_INFO,
      data: new Uint8Array(),
    });
    expect([...writeRdm(packet as RdmPacket)]).toEqual([...asked]);
  });
  test('the answer of a branch is the one of the reference', () => {
    const coded = writeBranch('7ff000000002');
    expect([...coded.slice(8)]).toEqual([...hex('FF 7F FA F5 AA 55 AA 55 AA 55 AA 57 AF 57 EB 7F')]);
    expect(readBranch(coded)).toBe('7ff000000002');
    // A shorter preamble is allowed, and so is none.
    expect(readBranch(coded.slice(5))).toBe('7ff000000002');
    // Two at once are none.
    expect(readBranch(coded.map((byte, i) => byte | (writeBranch('7ff000000005')[i] ?? 0)))).toBeNull();
  });
  test('law: what is written is read, and one octet changed is not', () => {
    const packet = fc.record({
      kind: fc.constant('rdm' as const),
      to: fc.constant('7ff000000002'),
      from: fc.stringMatching(/^[0-9a-f]{12}$/),
      transaction: fc.integer({ min: 0, max: 255 }),
      port: fc.integer({ min: 0, max: 255 }),
      messages: fc.integer({ min: 0, max: 255 }),
      subDevice: fc.integer({ min: 0, max: 65535 }),
      command: fc.constantFrom(0x10, 0x11, 0x20, 0x21, 0x30, 0x31),
      parameter: fc.integer({ min: 0, max: 65535 }),
      data: fc.uint8Array({ maxLength: 231 }),
    });
    fc.assert(
      fc.property(packet, fc.nat(), fc.integer({ min: 1, max: 255 }), (sound, where, by) => {
        const bytes = writeRdm(sound);
        expect(readRdm(bytes)).toEqual(sound);
        const changed = bytes.slice();
        const at = where % bytes.length;
        changed[at] = ((changed[at] ?? 0) + by) & 255;
        expect(readRdm(changed)).not.toEqual(sound);
      }),
    );
  });
  test.each([
    ['too short', asked.slice(0, 20)],
    ['no start code', Uint8Array.from([0, ...asked.slice(1)])],
    ['wrong length', Uint8Array.from([...asked.slice(0, 2), 99, ...asked.slice(3)])],
    ['wrong length', asked.slice(0, 25).length < 26 ? Uint8Array.from([...asked.slice(0, 23), 9, ...asked.slice(24)]) : asked],
    ['wrong checksum', Uint8Array.from([...asked.slice(0, 25), 0x48])],
  ])('%s is dropped', (why, bytes) => {
    expect(readRdm(bytes)).toEqual({ kind: 'dropped', why });
  });
  test('more data than a packet holds is refused', () => {
    expect(() => writeRdm({ ...(readRdm(asked) as RdmPacket), data: new Uint8Array(232) })).toThrow(RangeError);
  });
  test('identifiers', () => {
    expect(uidFrom('7FF0:00000001')).toBe('7ff000000001');
    expect(uidText('7ff000000001')).toBe('7ff0:00000001');
    for (const wrong of ['', '7ff0', 'zzzz:00000001', '7ff0:0000001']) expect(uidFrom(wrong)).toBeNull();
  });
  test('a frame of 512 slots takes 22 676 microseconds at least, so that there are 44.10 a second (ANSI E1.11, reference formats 5)', () => {
    expect(frameTime(512)).toBe(22_676);
    expect(framesPerSecond(512)).toBeCloseTo(44.1, 2);
    // Few slots are held up by the least time from break to break.
    expect(frameTime(1)).toBe(1204);
  });
});

/** DEVICE_INFO of a device, 19 octets. */
const info = (footprint: number, personality: number, personalities: number, address: number): Uint8Array => {
  const out = new Uint8Array(19);
  const view = new DataView(out.buffer);
  view.setUint16(0, 0x0100);
  view.setUint16(2, 0x1234);
  view.setUint16(10, footprint);
  out[12] = personality;
  out[13] = personalities;
  view.setUint16(14, address);
  return out;
};
const line = (
  uid: string,
  parameter: number,
  data: Uint8Array,
  change: (bytes: Uint8Array) => Uint8Array = (bytes) => bytes,
): string =>
  Array.from(
    change(
      writeRdm({
        to: '7ff000000001',
        from: uid,
        transaction: 0,
        port: 0,
        messages: 0,
        subDevice: 0,
        command: 0x21,
        parameter,
        data,
      }),
    ),
    (byte) => byte.toString(16).padStart(2, '0'),
  ).join(' ');

describe('reports', () => {
  test('packets are put together by identifier; what is wrong is told line by line and the rest is read', () => {
    const text = [
      line('7ff000000002', parameters.DEVICE_INFO, info(24, 1, 2, 101)),
      line('7ff000000002', parameters.LABEL, new TextEncoder().encode('LX 1\u0007 unit 3')),
      line('7ff000000003', parameters.DEVICE_INFO, info(1, 1, 1, 7), (bytes) => bytes.with(10, 0x33)),
      'this is no packet',
      line('7ff000000004', parameters.DEVICE_INFO, info(1, 1, 1, 7).slice(0, 18)),
    ].join('\n');
    const { answers, faults } = readReport(text);
    expect(answers).toEqual([
      {
        uid: '7ff000000002',
        model: '',
        label: 'LX 1 unit 3',
        universe: null,
        slot: 101,
        footprint: 24,
        personality: 1,
        personalities: 2,
      },
    ]);
    expect(faults).toEqual([
      'Line 3: no RDM packet (wrong checksum).',
      'Line 4: no packet in hexadecimal figures.',
      'Line 5: what it says of itself is 18 octets long, not 19.',
    ]);
    expect(deviceInfoIn(info(0, 1, 1, 0xffff))).toMatchObject({ address: null, footprint: 0, model: 0x1234 });
  });
  // The table of hostile reports of reference formats 5, line by line.
  test.each([
    [
      'address 0',
      'uid,address,footprint\n7ff0:00000002,0,4',
      'Line 2: an address of 0 for 4 slots; it is read as not patched.',
      null,
    ],
    [
      'address 513',
      'uid,address,footprint\n7ff0:00000002,513,4',
      'Line 2: an address of 513 for 4 slots; it is read as not patched.',
      null,
    ],
    [
      'address 65535',
      'uid,address,footprint\n7ff0:00000002,65535,4',
      'Line 2: an address of 65535 for 4 slots; it is read as not patched.',
      null,
    ],
    [
      'footprint above 512',
      'uid,address,footprint\n7ff0:00000002,1,513',
      'Line 2: a footprint of 513 does not fit into a universe.',
      undefined,
    ],
    [
      'no identifier',
      'uid,address,footprint\nsomething,1,5',
      'Line 2: "something" is no identifier such as 7ff0:00000001.',
      undefined,
    ],
  ])('%s is told', (_, text, fault, slot) => {
    const { answers, faults } = readReport(text);
    expect(faults).toEqual([fault]);
    expect(answers[0]?.slot).toBe(slot);
  });
  test('a mode beyond the last, and an identifier that stands twice, are doubts; both are listed', () => {
    const { answers, doubts } = readReport(
      'UID;Address;Footprint;Mode\n7ff0:00000002;1;4;3 of 2\n7ff0:00000002;9;4;1 of 2'.replaceAll(';', ','),
    );
    expect(answers).toHaveLength(2);
    expect(doubts).toEqual([
      'Line 2: it says mode 3 of 2.',
      '7ff0:00000002 answers 2 times: two devices may have the same identifier.',
    ]);
  });
  test('what is no report says so in a sentence', () => {
    expect(readReport('a,b\n1,2').faults[0]).toMatch(/^There is no column of identifiers/);
    expect(readReport('').answers).toEqual([]);
  });
});

describe('beside the plot', () => {
  const demo = makeDemo();
  const lights = inCheckOrder(demo, 'address').filter(({ parts }) => parts.length === 1);
  const universe = 2;
  const own = lights.filter((light) => universeOf(lightAddress(light) ?? 0) === universe);
  const report = (change: (row: string[], i: number) => string[] = (row) => row): string =>
    [
      'uid,universe,address,footprint',
      ...own.map((light, i) =>
        change(
          [
            `7ff0:${String(i + 1).padStart(8, '0')}`,
            String(universe),
            String(slotOf(lightAddress(light) ?? 0)),
            String(footprints(modeOf(get(demo, 'type', light.type), light.mode) ?? { name: '', channels: [] })[0] ?? 0),
          ],
          i,
        ).join(','),
      ),
    ].join('\n');
  test('a rig that answers as it is patched differs in nothing', () => {
    const { answers, faults } = readReport(report());
    expect(faults).toEqual([]);
    const { matches, silent } = compareReport(demo, answers, 1);
    expect(matches.filter(({ differs }) => differs.length)).toEqual([]);
    expect(matches.map(({ fixture }) => fixture)).toEqual(own.map(({ id }) => id));
    expect(silent).toEqual([]);
  });
  test('another mode, another address and one that is silent are found', () => {
    const mover = own.findIndex((light) => get(demo, 'type', light.type).modes.length > 1);
    const { modes } = get(demo, 'type', own[mover]?.type ?? '');
    const other = modes.find(({ name }) => name !== own[mover]?.mode);
    const wrong = footprints(other ?? modes[0] ?? { name: '', channels: [] })[0] ?? 0;
    const gone = own.length - 1;
    const text = report((row, i) =>
      i === mover ? [...row.slice(0, 3), String(wrong)] : i === gone ? [row[0] ?? '', row[1] ?? '', '511', row[3] ?? ''] : row,
    );
    const { matches, silent } = compareReport(demo, readReport(text).answers, 1);
    expect(matches[mover]?.differs[0]).toContain(`it takes ${wrong} slots`);
    expect(matches[mover]?.differs[0]).toContain(`it may be set to ${other?.name}`);
    expect(matches[gone]?.differs).toEqual([`nothing is patched to ${formatAddress(511 + 512)}`]);
    expect(silent).toEqual([own[gone]?.id]);
  });
});
