/** The answer of a node to who asks who is there: an ArtPollReply of Art-Net 4 (the project's formats reference 4), written apart from Dessin's own. */

import type { Socket } from 'node:dgram';
import { ARTNET_PORT } from './wire.js';

export interface Told {
  readonly ip: string;
  readonly name: string;
  readonly long: string;
  readonly report: string;
  /** Port-addresses of its outputs: at most four, of one net and sub-net. */
  readonly outputs: readonly number[];
  readonly bind: number;
  readonly port: number;
}
export function pollReply({ ip, name, long, report, outputs, bind, port }: Told): Buffer {
  const out = Buffer.alloc(239);
  out.write('Art-Net\0', 0, 'latin1');
  out.writeUInt16LE(0x2100, 8);
  ip.split('.').forEach((part, i) => {
    out[10 + i] = Number(part);
  });
  out.writeUInt16LE(port, 14);
  const first = outputs[0] ?? 0;
  out[18] = first >> 8;
  out[19] = (first >> 4) & 15;
  out.write(name.slice(0, 17), 26, 'latin1');
  out.write(long.slice(0, 63), 44, 'latin1');
  out.write(report.slice(0, 63), 108, 'latin1');
  out.writeUInt16BE(outputs.length, 172);
  outputs.forEach((output, i) => {
    out[174 + i] = 0x80;
    out[182 + i] = 0x80;
    out[190 + i] = output & 15;
  });
  Buffer.from([0x02, 0xd3, 0x55, 0x10, 0x00, 0x02]).copy(out, 201);
  ip.split('.').forEach((part, i) => {
    out[207 + i] = Number(part);
  });
  out[211] = bind;
  out[212] = 0x08;
  return out;
}

/** Answers who asks: one answer for four outputs, which are of one net and sub-net. */
export const answering =
  (ip: string, name: string, answers: readonly (readonly number[])[]) =>
  (socket: Socket, from: string, port: number): void =>
    answers.forEach((outputs, i) => {
      const told = { ip, name, long: `${name} of ${answers.flat().length} outputs`, report: '#0001 [0000] ready' };
      socket.send(pollReply({ ...told, outputs, bind: i + 1, port: ARTNET_PORT }), port, from);
    });
