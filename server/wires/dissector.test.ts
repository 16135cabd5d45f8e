/** Ten thousand packets of ours read by an independent dissector (tshark, of Debian's packages), where it is there: none is malformed, and each is what we say that it is. The dissector that Debian has does not know the packet of discovery; that one is checked octet by octet beside its writer. */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { ARTNET_PORT, writeArtLevels, writeNode, writePoll } from '#core/wires/artnet';
import { PORT, writeLevels } from '#core/wires/e131';

const there = spawnSync('tshark', ['--version']).status === 0;
const LINKTYPE_RAW = 101;

/** A capture of UDP packets in IPv4 (RFC 791, RFC 768), as pcap. */
function capture(packets: readonly { readonly port: number; readonly bytes: Uint8Array }[]): Buffer {
  const head = Buffer.alloc(24);
  head.writeUInt32LE(0xa1b2c3d4, 0);
  head.writeUInt16LE(2, 4);
  head.writeUInt16LE(4, 6);
  head.writeUInt32LE(65535, 16);
  head.writeUInt32LE(LINKTYPE_RAW, 20);
  return Buffer.concat([
    head,
    ...packets.map(({ port, bytes }, i) => {
      const ip = Buffer.alloc(20);
      ip[0] = 0x45;
      ip.writeUInt16BE(28 + bytes.length, 2);
      ip[8] = 64;
      ip[9] = 17;
      ip.set([127, 0, 0, 1], 12);
      ip.set([127, 0, 0, 2], 16);
      let sum = 0;
      for (let at = 0; at < 20; at += 2) sum += ip.readUInt16BE(at);
      ip.writeUInt16BE(~((sum & 0xffff) + (sum >> 16)) & 0xffff, 10);
      const udp = Buffer.alloc(8);
      udp.writeUInt16BE(port, 0);
      udp.writeUInt16BE(port, 2);
      udp.writeUInt16BE(8 + bytes.length, 4);
      const record = Buffer.alloc(16);
      record.writeUInt32LE(Math.floor(i / 40), 0);
      record.writeUInt32LE(28 + bytes.length, 8);
      record.writeUInt32LE(28 + bytes.length, 12);
      return Buffer.concat([record, ip, udp, bytes]);
    }),
  ]);
}
/** The same ones at every run: a plain generator (Park and Miller 1988). */
let seed = 20261130;
const below = (n: number): number => {
  seed = (seed * 48271) % 2147483647;
  return seed % n;
};
const slotsOf = (n: number): Uint8Array => Uint8Array.from({ length: n }, () => below(256));
const kinds: readonly (readonly [name: string, make: (i: number) => Uint8Array])[] = [
  [
    'e131 levels',
    (i) =>
      writeLevels({
        cid: '0123456789abcdef0123456789abcdef',
        name: ['Dessin', 'Ünïcode für Licht', ''][i % 3] ?? '',
        priority: below(201),
        sync: 0,
        sequence: i & 255,
        preview: i % 7 === 0,
        terminated: i % 11 === 0,
        force: false,
        universe: 1 + below(63999),
        // Fewer are sound too (reference formats 3, by octets beside the writer), but that dissector reads beyond them; Dessin itself sends all 512.
        slots: slotsOf(24 + below(489)),
      }),
  ],
  ['art levels', (i) => writeArtLevels({ sequence: i & 255, portAddress: below(32768), slots: slotsOf(1 + below(512)) })],
  ['art poll', () => writePoll(below(4))],
  [
    'art node',
    () =>
      writeNode({
        ip: '10.0.0.4',
        name: 'Barge',
        longName: 'Barge of four outputs',
        report: '#0001 [0001] ready',
        mac: '02:00:00:00:00:01',
        bind: 1,
        outputs: [0x120, 0x121, 0x122, 0x123],
        inputs: [],
      }),
  ],
];

(there ? test : test.skip)(
  'ten thousand packets, none of them malformed, each dissected as what it is',
  () => {
    const folder = mkdtempSync(join(tmpdir(), 'dessin-packets-'));
    try {
      const packets = Array.from({ length: 10_000 }, (_, i) => {
        const [name, make] = kinds[i % kinds.length] ?? kinds[0] ?? ['', () => new Uint8Array()];
        return { name, port: name.startsWith('art') ? ARTNET_PORT : PORT, bytes: make(i) };
      });
      const file = join(folder, 'packets.pcap');
      writeFileSync(file, capture(packets));
      // The dissector of ACN is a guess that must be asked for; its short name was another one before.
      const guess = ['acn', 'acn_udp'].find(
        (name) =>
          spawnSync('tshark', ['-n', '-r', file, '--enable-heuristic', name, '-c', '1'], { stdio: 'ignore' }).status === 0,
      );
      expect(guess).toBeDefined();
      const options = ['-n', '-r', file, '--enable-heuristic', guess ?? '', '-o', 'acn.dmx_enable:TRUE'];
      const read = (...more: string[]) =>
        execFileSync('tshark', [...options, ...more], { encoding: 'utf8', maxBuffer: 1e8, stdio: ['ignore', 'pipe', 'ignore'] });
      const severe = '_ws.malformed || _ws.expert.severity == "Error" || _ws.expert.severity == "Warning"';
      expect(read('-Y', severe, '-T', 'fields', '-e', 'frame.number').trim()).toBe('');
      const fields = [
        'frame.protocols',
        'acn.dmx.universe',
        'acn.dmx.priority',
        'acn.dmx.seq_number',
        'acn.dmx.option_s',
        'artnet.header.opcode',
      ];
      const lines = read('-T', 'fields', '-E', 'separator=;', ...fields.flatMap((field) => ['-e', field]))
        .trimEnd()
        .split('\n');
      expect(lines).toHaveLength(packets.length);
      lines.forEach((line, i) => {
        const [protocols = '', universe, priority, sequence, ended, code] = line.split(';');
        const { name = '', bytes = new Uint8Array() } = packets[i] ?? {};
        if (name === 'e131 levels') {
          const data = new DataView(bytes.buffer, bytes.byteOffset);
          expect([i, protocols, Number(universe), Number(priority), Number(sequence), /^(1|True)$/.test(ended ?? '')]).toEqual([
            i,
            'raw:ip:udp:acn',
            data.getUint16(113),
            bytes[108],
            bytes[111],
            ((bytes[112] ?? 0) & 0x40) !== 0,
          ]);
        } else
          expect([i, protocols.split(':').includes('artnet'), Number(code)]).toEqual([
            i,
            true,
            (bytes[8] ?? 0) + 256 * (bytes[9] ?? 0),
          ]);
      });
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
  120_000,
);
