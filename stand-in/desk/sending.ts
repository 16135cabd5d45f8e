/** What the desk puts on the wire: the universes of its lamps forty times a second, to Dessin and to the stand-ins that listen. */
import { createSocket } from 'node:dgram';
import { type Lamp, type LampState, light } from '../lamps.js';
import { E131_PORT, makeVoice, places, type Voice } from '../wire.js';

const EVERY = 25;
const CID = 'd35c0000000040008000000000000001';
const SLOTS = 512;

/** Slots by universe. Of lamps on the same slots the brightest is written last. */
export function universesOf(lamps: readonly Lamp[], states: ReadonlyMap<number, LampState>): Map<number, Uint8Array> {
  const made = new Map<number, Uint8Array>();
  const level = ({ channel }: Lamp) => states.get(channel)?.level ?? 0;
  for (const lamp of [...lamps].sort((a, b) => level(a) - level(b))) {
    const slots = made.get(lamp.universe) ?? new Uint8Array(SLOTS);
    made.set(lamp.universe, slots);
    light(lamp, states.get(lamp.channel) ?? { level: 0 }, slots);
  }
  return made;
}

export interface DeskSending {
  readonly on: () => boolean;
  /** Starts, ends with the word that it ends, or falls silent without one, as a desk does that loses its power. */
  readonly start: () => void;
  readonly end: () => void;
  readonly silence: () => void;
  priority: number;
}
export function makeDeskSending(frame: () => ReadonlyMap<number, Uint8Array>): DeskSending {
  const socket = createSocket('udp4');
  socket.unref();
  socket.on('error', () => undefined);
  const voices = new Map<number, Voice>();
  let timer: NodeJS.Timeout | null = null;
  const say = (terminated: boolean) => {
    for (const [universe, slots] of frame()) {
      const voice = voices.get(universe) ?? makeVoice(CID, 'Stand-in desk', universe);
      voices.set(universe, voice);
      const bytes = voice(slots, sending.priority, terminated);
      for (const place of Object.values(places)) socket.send(bytes, E131_PORT, place);
    }
  };
  const silence = () => {
    if (timer) clearInterval(timer);
    timer = null;
  };
  const sending: DeskSending = {
    on: () => timer !== null,
    start() {
      timer ??= setInterval(() => say(false), EVERY);
    },
    end() {
      if (timer) for (let i = 0; i < 3; i++) say(true);
      silence();
    },
    silence,
    priority: 100,
  };
  return sending;
}
