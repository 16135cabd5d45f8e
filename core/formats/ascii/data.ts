/** What a file of console data says (ASCII Text Representation for Lighting Console Data 3.0, USITT 1992; reference formats 6, from memory). */

/** A level as a share of full. */
export interface ChannelLevel {
  readonly channel: number;
  readonly level: number;
}
export interface PatchItem {
  readonly channel: number;
  /** The absolute address of the slot: the standard knows no universes. */
  readonly dimmer: number;
  /** Proportional limit, a share; 1 normally. */
  readonly level: number;
}
export interface ConsoleGroup {
  readonly number: string;
  readonly text: string;
  readonly channels: readonly ChannelLevel[];
}
export interface ConsoleCue extends ConsoleGroup {
  /** Seconds, and seconds of waiting before. */
  readonly up?: readonly [time: number, wait: number];
  readonly down?: readonly [time: number, wait: number];
}
export interface ConsoleData {
  readonly manufacturer: string;
  readonly console: string;
  readonly patch: readonly PatchItem[];
  readonly groups: readonly ConsoleGroup[];
  readonly cues: readonly ConsoleCue[];
  readonly subs: readonly ConsoleGroup[];
}
export const MOST_CHANNEL = 99_999;
export const MOST_DIMMER = 63_999 * 512;
