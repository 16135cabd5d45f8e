/** Art-Net 4: check values and the hostile table of reference formats 4, line by line. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type ArtNode, portAddressOf, readArtNet, writeArtLevels, writeNode, writePoll } from './artnet.js';

const levels = (n: number, portAddress = 0) => writeArtLevels({ sequence: 1, portAddress, slots: new Uint8Array(n).fill(7) });
const node: Omit<ArtNode, 'kind'> = {
  ip: '127.0.0.2',
  name: 'Node',
  longName: 'A node that stands in',
  report: '#0001 [0001] ready',
  mac: '02:00:00:00:00:01',
  bind: 1,
  outputs: [0x0123, 0x0124],
  inputs: [],
};

describe('check values (reference formats 4)', () => {
  test('net 1, sub-net 2, universe 3 is port-address 291: low byte 23, high byte 01', () => {
    expect(portAddressOf(1, 2, 3)).toBe(291);
    const bytes = levels(2, 291);
    expect([bytes[14], bytes[15]]).toEqual([0x23, 0x01]);
  });
  test('a full packet has 530 octets and begins as the text has it', () => {
    const bytes = levels(512);
    expect(bytes).toHaveLength(530);
    expect([...bytes.subarray(0, 12)]).toEqual([0x41, 0x72, 0x74, 0x2d, 0x4e, 0x65, 0x74, 0, 0, 0x50, 0, 0x0e]);
    expect([bytes[16], bytes[17]]).toEqual([2, 0]);
  });
  test('five slots are sent as six, with a zero', () => {
    const bytes = levels(5);
    expect([bytes.length, bytes[17], bytes[22], bytes[23]]).toEqual([24, 6, 7, 0]);
  });
  test('the question has 14 octets, the answer 239; the port has its low byte first', () => {
    expect([...writePoll().subarray(8, 12)]).toEqual([0x00, 0x20, 0x00, 0x0e]);
    expect(writePoll()).toHaveLength(14);
    const bytes = writeNode(node);
    expect([bytes.length, bytes[8], bytes[9], bytes[14], bytes[15]]).toEqual([239, 0x00, 0x21, 0x36, 0x19]);
  });
});

describe('out and in', () => {
  test('law: levels', () => {
    fc.assert(
      fc.property(fc.nat(255), fc.nat(32767), fc.uint8Array({ minLength: 1, maxLength: 512 }), (sequence, portAddress, slots) => {
        const even = Uint8Array.from([...slots, ...(slots.length % 2 ? [0] : [])]);
        expect(readArtNet(writeArtLevels({ sequence, portAddress, slots }))).toEqual({
          kind: 'levels',
          sequence,
          portAddress,
          slots: even,
        });
      }),
    );
  });
  test('a node says what it is and which port-addresses it puts out; an older answer is enough', () => {
    expect(readArtNet(writeNode(node))).toEqual({ kind: 'node', ...node });
    expect(readArtNet(writeNode(node).slice(0, 207))).toMatchObject({ kind: 'node', outputs: [0x0123, 0x0124] });
    expect(readArtNet(writePoll(2))).toEqual({ kind: 'poll', flags: 2 });
  });
  test('what does not exist cannot be written', () => {
    expect(() => levels(513)).toThrow(RangeError);
    expect(() => levels(2, 32768)).toThrow(RangeError);
  });
});

describe('hostile packets', () => {
  const changed = (bytes: Uint8Array, at: number, ...values: number[]) => {
    bytes.set(values, at);
    return readArtNet(bytes);
  };
  test.each([
    ['no identifier', () => changed(levels(4), 0, 0x42)],
    ['an old version', () => changed(levels(4), 10, 0, 13)],
    ['wrong length', () => changed(levels(4), 16, 0, 0)],
    ['wrong length', () => changed(levels(4), 16, 2, 1)],
    ['wrong length', () => changed(levels(4), 16, 0, 9)],
    ['too short', () => readArtNet(levels(4).slice(0, 15))],
    ['too short', () => readArtNet(writeNode(node).slice(0, 200))],
    ['unknown code', () => changed(levels(4), 8, 0, 0x97)],
  ])('%s is dropped', (why, read) => {
    expect(read()).toEqual({ kind: 'dropped', why });
  });
  test('an odd number of slots is read; the highest bit of the net is masked', () => {
    expect(changed(levels(4), 16, 0, 3)).toMatchObject({ slots: Uint8Array.of(7, 7, 7) });
    expect(changed(levels(4, 291), 15, 0x81)).toMatchObject({ portAddress: 291 });
  });
  test('more than four ports are four; names without an end, or in other letters, are made plain', () => {
    expect(changed(writeNode({ ...node, outputs: [1, 2, 3, 4] }), 172, 0, 200)).toMatchObject({ outputs: [1, 2, 3, 4] });
    const bytes = writeNode(node);
    bytes.fill(0x41, 26, 44);
    bytes.fill(0xff, 44, 108);
    expect(readArtNet(bytes)).toMatchObject({ name: 'A'.repeat(18), longName: '' });
  });
  test('law: any bytes are a packet or a reason, and nothing throws', () => {
    const start = [0x41, 0x72, 0x74, 0x2d, 0x4e, 0x65, 0x74, 0];
    fc.assert(
      fc.property(fc.boolean(), fc.uint8Array({ maxLength: 600 }), (known, tail) => {
        const read = readArtNet(Uint8Array.from([...(known ? start : []), ...tail]));
        expect(['levels', 'poll', 'node', 'dropped']).toContain(read.kind);
      }),
    );
  });
});
