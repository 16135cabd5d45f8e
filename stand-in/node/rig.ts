/** The rig that hangs on the node: lamps as the plot has them, and faults that somebody made while hanging it. What really lights up is seen here. */
import { type Lamp, shines } from '../lamps.js';

interface Hung {
  readonly lamp: Lamp;
  /** As it is set on the lamp itself. */
  universe: number;
  slot: number;
  mode: string;
  /** A lamp that is broken. */
  dead: boolean;
}
export interface Lit {
  readonly channel: number;
  readonly name: string;
  readonly level: number;
  readonly colour: string;
}
export interface HungRig {
  readonly hang: (lamps: readonly Lamp[]) => void;
  readonly many: () => number;
  /** Puts a fault in. @returns what was done @throws Error with a sentence */
  readonly swap: (a: number, b: number) => string;
  readonly dead: (channel: number) => string;
  readonly mode: (channel: number) => string;
  /** All as the plot has it. */
  readonly mend: () => string;
  readonly faults: () => string[];
  /** Lamps that give light, brightest first. */
  readonly lit: (slots: (universe: number) => Uint8Array) => Lit[];
}
const hex = (share: number): string =>
  Math.round(share * 255)
    .toString(16)
    .padStart(2, '0');

// Long: one closure holds what hangs; its functions are short.
export function makeHungRig(): HungRig {
  let hung: Hung[] = [];
  const of = (channel: number): Hung => {
    const own = hung.find(({ lamp }) => lamp.channel === channel);
    if (!own) throw new Error(`No lamp of channel ${channel} hangs here.`);
    return own;
  };
  const at = ({ universe, slot }: Hung) => `${universe}.${slot}`;
  return {
    hang(lamps) {
      hung = lamps.map((lamp) => ({ lamp, universe: lamp.universe, slot: lamp.slot, mode: lamp.mode, dead: false }));
    },
    many: () => hung.length,
    swap(a, b) {
      const [one, other] = [of(a), of(b)];
      const { universe, slot } = one;
      [one.universe, one.slot] = [other.universe, other.slot];
      [other.universe, other.slot] = [universe, slot];
      return `Channel ${a} is set to ${at(one)}, and ${b} to ${at(other)}.`;
    },
    dead(channel) {
      of(channel).dead = true;
      return `The lamp of channel ${channel} is broken.`;
    },
    mode(channel) {
      const own = of(channel);
      const other = [...own.lamp.modes.keys()].find((name) => name !== own.mode);
      if (!other) throw new Error(`Channel ${channel} has one mode only.`);
      own.mode = other;
      return `Channel ${channel} is set to the mode ${other}.`;
    },
    mend() {
      for (const own of hung)
        Object.assign(own, { universe: own.lamp.universe, slot: own.lamp.slot, mode: own.lamp.mode, dead: false });
      return 'All hangs as the plot has it.';
    },
    faults: () =>
      hung.flatMap((own) => {
        const { lamp, dead, mode, universe, slot } = own;
        return [
          ...(dead ? [`${lamp.channel}: its lamp is broken`] : []),
          ...(mode !== lamp.mode ? [`${lamp.channel}: mode ${mode}`] : []),
          ...(universe !== lamp.universe || slot !== lamp.slot ? [`${lamp.channel}: set to ${at(own)}`] : []),
        ];
      }),
    lit: (slots) =>
      hung
        .flatMap(({ lamp, universe, slot, mode, dead }): Lit[] => {
          const { level, colour } = shines(lamp.modes.get(mode) ?? [], slot, slots(universe));
          const name = `${lamp.position}${lamp.unit ? `, unit ${lamp.unit}` : ''}`;
          return dead || level < 0.005 ? [] : [{ channel: lamp.channel, name, level, colour: `#${colour.map(hex).join('')}` }];
        })
        .sort((a, b) => b.level - a.level || a.channel - b.channel),
  };
}
