/** Streaming ACN: check values, rules and the hostile table of reference formats 3, line by line. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { comesAfter, type Levels, multicastOf, readE131, writeDiscovery, writeLevels, writeSync } from './e131.js';

const cid = '0123456789abcdef0123456789abcdef';
const levels = (more: Partial<Levels> = {}): Omit<Levels, 'kind'> => ({
  cid,
  name: 'Dessin',
  priority: 100,
  sync: 0,
  sequence: 7,
  preview: false,
  terminated: false,
  force: false,
  universe: 1,
  slots: new Uint8Array(512),
  ...more,
});
const at16 = (bytes: Uint8Array, at: number) => new DataView(bytes.buffer).getUint16(at);
const packet = (change: (bytes: Uint8Array, data: DataView) => void, more: Partial<Levels> = {}) => {
  const bytes = writeLevels(levels(more));
  change(bytes, new DataView(bytes.buffer));
  return readE131(bytes);
};

describe('check values (reference formats 3)', () => {
  test.each([
    [512, 638, 0x726e, 0x7258, 0x720b, 0x0201],
    [24, 150, 0x7086, 0x7070, 0x7023, 0x0019],
    [1, 127, 0x706f, 0x7059, 0x700c, 2],
    [0, 126, 0x706e, 0x7058, 0x700b, 1],
  ])('%i slots: %i octets, lengths and count', (n, length, root, framing, dmp, count) => {
    const bytes = writeLevels(levels({ slots: new Uint8Array(n) }));
    expect([bytes.length, at16(bytes, 16), at16(bytes, 38), at16(bytes, 115), at16(bytes, 123)]).toEqual([
      length,
      root,
      framing,
      dmp,
      count,
    ]);
    expect([...bytes.subarray(0, 16)]).toEqual([0, 0x10, 0, 0, 0x41, 0x53, 0x43, 0x2d, 0x45, 0x31, 0x2e, 0x31, 0x37, 0, 0, 0]);
  });
  test.each([
    [1, '239.255.0.1'],
    [255, '239.255.0.255'],
    [256, '239.255.1.0'],
    [300, '239.255.1.44'],
    [63999, '239.255.249.255'],
    [64214, '239.255.250.214'],
  ])('universe %i is sent to %s', (universe, address) => {
    expect(multicastOf(universe)).toBe(address);
  });
  test.each([
    [0, 120, 0x7068, 0x7052, 0x7008],
    [3, 126, 0x706e, 0x7058, 0x700e],
    [512, 1144, 0x7468, 0x7452, 0x7408],
  ])('discovery of %i universes: %i octets', (n, length, root, framing, list) => {
    const [page, more] = writeDiscovery(
      cid,
      'D',
      Array.from({ length: n }, (_, i) => i + 1),
    );
    expect(more).toBeUndefined();
    expect([page?.length, page && at16(page, 16), page && at16(page, 38), page && at16(page, 112)]).toEqual([
      length,
      root,
      framing,
      list,
    ]);
  });
  test('more than 512 universes are said on pages', () => {
    const pages = writeDiscovery(
      cid,
      'D',
      Array.from({ length: 1025 }, (_, i) => i + 1),
    );
    expect(pages.map((page) => readE131(page))).toMatchObject([
      { kind: 'discovery', page: 0, last: 2 },
      { kind: 'discovery', page: 1, last: 2 },
      { kind: 'discovery', page: 2, last: 2, universes: [1025] },
    ]);
  });
  test('synchronisation takes 49 octets', () => {
    const bytes = writeSync({ cid, sequence: 9, sync: 300 });
    expect([bytes.length, at16(bytes, 16), at16(bytes, 38)]).toEqual([49, 0x7021, 0x700b]);
    expect(readE131(bytes)).toEqual({ kind: 'sync', cid, sequence: 9, sync: 300 });
  });
  test.each([
    [255, 0, true],
    [10, 10, false],
    [10, 5, false],
    [30, 11, false],
    [30, 10, true],
    [5, 241, true],
    [5, 240, true],
    [0, 127, true],
    [0, 128, true],
  ])('sequence: after %i, %i is taken: %s', (last, next, taken) => {
    expect(comesAfter(last, next)).toBe(taken);
  });
});

describe('out and in', () => {
  test('law: any levels are read as they were written', () => {
    const flag = fc.boolean();
    fc.assert(
      fc.property(
        fc.record({
          cid: fc
            .uint8Array({ minLength: 16, maxLength: 16 })
            .map((bytes) => Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('')),
          name: fc.string({ maxLength: 20 }).map((text) => text.replace(/\p{Cc}/gu, '')),
          priority: fc.integer({ min: 0, max: 200 }),
          sync: fc.nat(63999),
          sequence: fc.nat(255),
          preview: flag,
          terminated: flag,
          force: flag,
          universe: fc.integer({ min: 1, max: 63999 }),
          slots: fc.uint8Array({ maxLength: 512 }),
        }),
        (said) => {
          expect(readE131(writeLevels(said))).toEqual({ kind: 'levels', ...said });
        },
      ),
    );
  });
  test('a name is cut between letters, at 63 bytes, and ends', () => {
    const bytes = writeLevels(levels({ name: 'ü'.repeat(40) }));
    expect(bytes[107]).toBe(0);
    expect(readE131(bytes)).toMatchObject({ name: 'ü'.repeat(31) });
  });
  test('what the standard does not have cannot be written', () => {
    for (const more of [{ universe: 0 }, { universe: 64000 }, { priority: 201 }, { slots: new Uint8Array(513) }])
      expect(() => writeLevels(levels(more))).toThrow(RangeError);
  });
  test('octets behind the declared length are passed over', () => {
    const bytes = new Uint8Array([...writeLevels(levels({ slots: Uint8Array.of(1, 2) })), 9, 9, 9]);
    expect(readE131(bytes)).toMatchObject({ slots: Uint8Array.of(1, 2) });
  });
});

describe('hostile packets are dropped, each with its reason', () => {
  test.each([
    ['too short', () => readE131(writeLevels(levels()).slice(0, 40))],
    ['wrong length', () => readE131(writeLevels(levels()).slice(0, 400))],
    ['wrong length', () => packet((_, data) => data.setUint16(38, 0x7001))],
    ['wrong length', () => packet((_, data) => data.setUint16(115, 0x7fff))],
    ['wrong length', () => packet((_, data) => data.setUint16(16, 0x026e))],
    ['no identifier', () => packet((bytes) => bytes.set([0], 4))],
    ['unknown vector', () => packet((_, data) => data.setUint32(18, 5))],
    ['unknown vector', () => packet((_, data) => data.setUint32(40, 3))],
    ['not as levels are said', () => packet((bytes) => bytes.set([0xa2], 118))],
    ['not as levels are said', () => packet((_, data) => data.setUint16(121, 2))],
    ['wrong count', () => packet((_, data) => data.setUint16(123, 0))],
    ['wrong count', () => packet((_, data) => data.setUint16(123, 514))],
    ['wrong count', () => packet((_, data) => data.setUint16(123, 30), { slots: new Uint8Array(4) })],
    ['no such universe', () => packet((_, data) => data.setUint16(113, 0))],
    ['no such universe', () => packet((_, data) => data.setUint16(113, 64000))],
    ['no such priority', () => packet((bytes) => bytes.set([201], 108))],
    ['another start code', () => packet((bytes) => bytes.set([0xdd], 125))],
  ])('%s', (why, read) => {
    expect(read()).toEqual({ kind: 'dropped', why });
  });
  test('a name without an end, or that is no UTF-8, is read as far as it goes', () => {
    expect(packet((bytes) => bytes.fill(0x41, 44, 108))).toMatchObject({ name: 'A'.repeat(64) });
    expect(packet((bytes) => bytes.set([0xff, 0x41, 0], 44))).toMatchObject({ name: '\uFFFDA' });
  });
  test('law: any bytes are a packet or a reason, and nothing throws', () => {
    const start = [0, 0x10, 0, 0, 0x41, 0x53, 0x43, 0x2d, 0x45, 0x31, 0x2e, 0x31, 0x37, 0, 0, 0];
    fc.assert(
      fc.property(fc.boolean(), fc.uint8Array({ maxLength: 700 }), (known, tail) => {
        const read = readE131(Uint8Array.from([...(known ? start : []), ...tail]));
        expect(['levels', 'sync', 'discovery', 'dropped']).toContain(read.kind);
      }),
    );
    fc.assert(
      fc.property(fc.nat(637), fc.nat(255), (where, byte) => {
        const bytes = writeLevels(levels());
        bytes[where] = byte;
        expect(readE131(bytes).kind).toMatch(/levels|dropped|sync|discovery/);
      }),
    );
  });
});
