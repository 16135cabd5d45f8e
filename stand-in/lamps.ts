/**
 * Lights as they are wired: which slots do what, from the scene and the types of a package. A desk puts levels on them, and a node shows what light they would give. Shares no
 * code with Dessin; the attributes are those of GDTF (the project's formats reference 1).
 */

import { type Package, rowsOf } from './package.js';
import type { StrictWire } from './readers/gdtf.js';
import { readMvrStrictly } from './readers/mvr.js';

export interface Lamp {
  readonly id: string;
  readonly channel: number;
  readonly position: string;
  readonly unit: string;
  readonly type: string;
  readonly mode: string;
  /** What its slots are in each of its modes. */
  readonly modes: ReadonlyMap<string, readonly StrictWire[]>;
  readonly universe: number;
  /** From 1. */
  readonly slot: number;
}
export interface LampState {
  readonly level: number;
  /** Red, green and blue as shares. */
  readonly colour?: readonly [number, number, number];
  /** Shares of the whole turn. */
  readonly pan?: number;
  readonly tilt?: number;
}
const SLOTS = 512;

/** Lights with a numbered channel and an address, by channel; a cell with a channel of its own is a light. */
export function lampsOf({ files }: Package): Lamp[] {
  const rig = files['rig.mvr'];
  if (!rig) throw new Error('There is no scene (rig.mvr) in the package: what the slots do is not known.');
  const { fixtures, types } = readMvrStrictly(rig);
  const rows = new Map(rowsOf(files['patch.csv']).map((row) => [row['Dessin id'] ?? '', row]));
  return fixtures
    .flatMap((fixture): Lamp[] => {
      const own = rows.get(fixture.uuid);
      const modes = types.get(fixture.type)?.modes ?? [];
      return [...fixture.addresses].flatMap(([place, absolute]): Lamp[] => {
        const channel = rows.get(`${fixture.uuid}/${place + 1}`)?.Channel || own?.Channel || '';
        if (!/^\d{1,5}$/.test(channel)) return [];
        return [
          {
            id: place ? `${fixture.uuid}/${place + 1}` : fixture.uuid,
            channel: Number(channel),
            position: own?.Position ?? '',
            unit: own?.Unit ?? '',
            type: own?.Type ?? '',
            mode: fixture.mode,
            modes: new Map(modes.map(({ name, wires }) => [name, wires.filter((wire) => wire.of === place + 1)])),
            universe: Math.floor((absolute - 1) / SLOTS) + 1,
            slot: ((absolute - 1) % SLOTS) + 1,
          },
        ];
      });
    })
    .sort((a, b) => a.channel - b.channel);
}

const adds: Readonly<Record<string, readonly [number, number, number]>> = {
  ColorAdd_R: [1, 0, 0],
  ColorAdd_G: [0, 1, 0],
  ColorAdd_B: [0, 0, 1],
  ColorAdd_W: [1, 1, 1],
};
const takes: Readonly<Record<string, 0 | 1 | 2>> = { ColorSub_C: 0, ColorSub_M: 1, ColorSub_Y: 2 };

/** What a wire is to be at, as a share. White helps only where no colour is asked for: it would pale it. */
function shareFor(attribute: string, { level, colour, pan = 0.5, tilt = 0.5 }: LampState): number {
  if (attribute === 'Dimmer') return level;
  if (attribute === 'Pan') return pan;
  if (attribute === 'Tilt') return tilt;
  if (/^Shutter\d+$/.test(attribute)) return level > 0 ? 1 : 0;
  const add = adds[attribute];
  if (add) return !colour ? 1 : attribute === 'ColorAdd_W' ? 0 : (colour[add.indexOf(1) as 0 | 1 | 2] ?? 0);
  const take = takes[attribute];
  return take === undefined ? 0 : 1 - (colour?.[take] ?? 1);
}
/** Puts the state of a light on its slots. */
export function light(lamp: Lamp, state: LampState, slots: Uint8Array): void {
  for (const { attribute, offsets } of lamp.modes.get(lamp.mode) ?? []) {
    let value = Math.round(shareFor(attribute, state) * (256 ** offsets.length - 1));
    for (const offset of [...offsets].reverse()) {
      const at = lamp.slot + offset - 2;
      if (at < SLOTS) slots[at] = value % 256;
      value = Math.floor(value / 256);
    }
  }
}

export interface Shines {
  readonly level: number;
  readonly colour: readonly [number, number, number];
}
/** What light the slots make of a light that is set to a slot and a mode, which need not be those of the plot. */
export function shines(wires: readonly StrictWire[], slot: number, slots: Uint8Array): Shines {
  const share = ({ offsets }: StrictWire): number =>
    offsets.reduce((value, offset) => value * 256 + (slots[slot + offset - 2] ?? 0), 0) / (256 ** offsets.length - 1);
  let [level, dimmed, mixes] = [1, false, false];
  const colour: [number, number, number] = [0, 0, 0];
  const taken: [number, number, number] = [0, 0, 0];
  for (const wire of wires) {
    const { attribute } = wire;
    const [add, take] = [adds[attribute], takes[attribute]];
    if (attribute === 'Dimmer') [level, dimmed] = [level * share(wire), true];
    else if (/^Shutter\d+$/.test(attribute)) level *= share(wire) > 0 ? 1 : 0;
    else if (add) {
      mixes = true;
      add.forEach((part, i) => {
        colour[i as 0 | 1 | 2] = Math.min(1, colour[i as 0 | 1 | 2] + part * share(wire));
      });
    } else if (take !== undefined) taken[take] = share(wire);
  }
  const own = mixes ? colour : [1 - taken[0], 1 - taken[1], 1 - taken[2]];
  const brightest = Math.max(...own);
  return {
    level: (dimmed || mixes ? level : 0) * brightest,
    colour: own.map((part) => (brightest ? part / brightest : 1)) as unknown as Shines['colour'],
  };
}
