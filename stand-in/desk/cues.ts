/** Cues of the desk: whole states by channel, with the times of what comes up and what goes down; go, back, and where the fade stands at a moment. The clock is handed in. */
import type { LampState } from '../lamps.js';

/** Part of a cue: everything of a look, a group or a channel, at a level, with colour and place where it has them. A later part says it anew. */
export interface CuePart {
  readonly look?: string;
  readonly group?: string;
  readonly channel?: number;
  /** Per cent; of a look a share of what it has. */
  readonly at: number;
  /** "#rrggbb". */
  readonly colour?: string;
  /** Shares of the whole turn, per cent. */
  readonly pan?: number;
  readonly tilt?: number;
}
export interface Cue {
  readonly number: string;
  readonly name: string;
  /** Seconds. */
  readonly up: number;
  readonly down: number;
  readonly parts: readonly CuePart[];
}
export interface Stock {
  readonly groups: readonly { readonly name: string; readonly channels: readonly number[] }[];
  readonly looks: readonly {
    readonly name: string;
    readonly levels: readonly { readonly channel: number; readonly level: number }[];
  }[];
}
export type States = ReadonlyMap<number, LampState>;

const colourOf = (text: string): [number, number, number] =>
  [1, 3, 5].map((at) => Number.parseInt(text.slice(at, at + 2), 16) / 255) as [number, number, number];

/** The state of a cue. @returns also the names of looks and groups that there are none of */
export function stateOf(
  cue: Cue,
  { groups, looks }: Stock,
): { readonly states: Map<number, LampState>; readonly missing: string[] } {
  const states = new Map<number, LampState>();
  const missing: string[] = [];
  for (const { look, group, channel, at, colour, pan, tilt } of cue.parts) {
    const more = {
      ...(colour ? { colour: colourOf(colour) } : {}),
      ...(pan === undefined ? {} : { pan: pan / 100 }),
      ...(tilt === undefined ? {} : { tilt: tilt / 100 }),
    };
    const put = (of: number, level: number) => states.set(of, { ...states.get(of), ...more, level });
    if (look !== undefined) {
      const own = looks.find(({ name }) => name === look);
      if (!own) missing.push(`look ${look}`);
      for (const { channel: of, level } of own?.levels ?? []) put(of, (level * at) / 100);
    } else if (group !== undefined) {
      const own = groups.find(({ name }) => name === group);
      if (!own) missing.push(`group ${group}`);
      for (const of of own?.channels ?? []) put(of, at / 100);
    } else if (channel !== undefined) put(channel, at / 100);
  }
  return { states, missing };
}

/** A look each, for shows that have no list of cues. */
export const cuesOfLooks = ({ looks }: Stock): Cue[] =>
  looks.map(({ name }, i) => ({ number: String(i + 1), name, up: 3, down: 3, parts: [{ look: name, at: 100 }] }));

export interface Playback {
  /** The cue that stands, or is on its way; null before the first. */
  readonly now: () => number | null;
  /** Cues are taken anew; what stands stays. */
  readonly load: (cues: readonly Cue[], stock: Stock) => void;
  /** The next cue begins; from the last one on it stays. @returns whether there was one */
  readonly go: (now: number) => boolean;
  /** The cue before, in the times of `BACK`. */
  readonly back: (now: number) => boolean;
  /** Straight to a cue of the list; cut, without its times. */
  readonly to: (place: number, now: number, cut?: boolean) => boolean;
  /** By hand, over the cue, until it is taken back with null. */
  readonly hold: (channels: readonly number[], state: LampState | null) => void;
  readonly at: (now: number) => Map<number, LampState>;
  /** Share of the fade that is done. */
  readonly done: (now: number) => number;
}
/** Seconds that it takes to go back. */
export const BACK = 1;
const out: LampState = { level: 0 };
const between = (a: number, b: number, share: number): number => a + (b - a) * share;

// Long: one closure holds what stands; its functions are short.
export function makePlayback(): Playback {
  let cues: readonly Cue[] = [];
  let stock: Stock = { groups: [], looks: [] };
  let place: number | null = null;
  let from: States = new Map();
  let goal: States = new Map();
  let [since, up, down] = [0, 0, 0];
  const held = new Map<number, LampState>();

  const faded = (now: number): Map<number, LampState> => {
    const made = new Map<number, LampState>();
    const share = (seconds: number) => (seconds > 0 ? Math.min(1, Math.max(0, (now - since) / 1000 / seconds)) : 1);
    for (const channel of new Set([...from.keys(), ...goal.keys()])) {
      const [a, b] = [from.get(channel) ?? out, goal.get(channel) ?? out];
      const s = share(b.level > a.level ? up : down);
      const move = share(up);
      const colour = b.colour ?? a.colour;
      // What goes out keeps its colour and its place on the way.
      const state: LampState = {
        level: between(a.level, b.level, s),
        ...(colour
          ? { colour: colour.map((own, i) => between(a.colour?.[i as 0 | 1 | 2] ?? own, own, move)) as [number, number, number] }
          : {}),
        ...(b.pan === undefined ? (a.pan === undefined ? {} : { pan: a.pan }) : { pan: between(a.pan ?? b.pan, b.pan, move) }),
        ...(b.tilt === undefined
          ? a.tilt === undefined
            ? {}
            : { tilt: a.tilt }
          : { tilt: between(a.tilt ?? b.tilt, b.tilt, move) }),
      };
      made.set(channel, state);
    }
    return made;
  };
  const start = (next: number, now: number, times: readonly [number, number]): boolean => {
    const cue = cues[next];
    if (!cue) return false;
    from = faded(now);
    goal = stateOf(cue, stock).states;
    [place, since] = [next, now];
    [up, down] = times;
    return true;
  };
  const to = (next: number, now: number, cut = false) =>
    start(next, now, cut ? [0, 0] : [cues[next]?.up ?? 0, cues[next]?.down ?? 0]);
  return {
    now: () => place,
    load(next, of) {
      [cues, stock, place] = [next, of, null];
    },
    go: (now) => to(place === null ? 0 : place + 1, now),
    back: (now) => place !== null && start(place - 1, now, [BACK, BACK]),
    to,
    hold(channels, state) {
      for (const channel of channels) {
        if (state) held.set(channel, state);
        else held.delete(channel);
      }
    },
    at(now) {
      const made = faded(now);
      for (const [channel, state] of held) made.set(channel, { ...made.get(channel), ...state });
      return made;
    },
    done: (now) => Math.min(1, Math.max(0, (now - since) / 1000 / Math.max(up, down, 0.001))),
  };
}
