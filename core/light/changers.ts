/** Lights that change in a look: colour by mixing, by the frame of a string or of a wheel, aim and zoom. What each can do follows from its type, its mode and what hangs on it. */
import type { Filter, Fixture, LookState } from '../model/records.js';
import { find, get, type Show } from '../model/show.js';
import { modeOf } from '../patch/footprint.js';
import { writtenColour } from './codes.js';
import { hexOfXyz } from './srgb.js';

/** A colour of a string or a wheel: what it is called, as a colour text, and how much of the light it lets through where that text does not say it. */
export interface Frame {
  readonly name: string;
  readonly colour: string;
  readonly passes: number;
}
const noFrames: readonly Frame[] = [];
/** Chromaticity and Y (of 100) as the brightest colour of the screen that has it. */
function hexOf([x, y]: readonly [number, number, number]): string {
  if (!(y > 0)) return '#000000';
  return hexOfXyz([(100 * x) / y, 100, (100 * (1 - x - y)) / y]);
}
/** Frames of a fixture: of the string of its scroller, or else of the first wheel of its type that has colours. */
export function framesOf(show: Show, fixture: Fixture): readonly Frame[] {
  for (const id of fixture.accessories ?? []) {
    const scroller = find(show, 'accessory', id);
    if (scroller?.string?.length) return scroller.string.map((colour) => ({ name: colour || 'clear', colour, passes: 1 }));
  }
  const { wheels = [] } = get(show, 'type', fixture.type);
  const wheel = wheels.find(({ slots }) => slots.some(({ colour }) => colour));
  if (!wheel) return noFrames;
  // Open slots have no colour, or white: the light is then the lamp's own.
  return wheel.slots.map(({ name, colour }, i) => ({
    name: name || `slot ${i + 1}`,
    colour: colour && !isOpen(colour) ? hexOf(colour) : '',
    passes: colour ? Math.max(0, Math.min(1, colour[2] / 100)) : 1,
  }));
}
/** The value that GDTF gives a slot that says no colour (DIN SPEC 15800: 0.3127, 0.3290, 100). */
const isOpen = ([x, y, Y]: readonly [number, number, number]): boolean => Y > 99 && Math.hypot(x - 0.3127, y - 0.329) < 0.002;

export interface Changes {
  readonly frames: readonly Frame[];
  readonly mixes: boolean;
  readonly aims: boolean;
  readonly zooms: boolean;
}
/** What a fixture can change in a look. */
export function changesOf(show: Show, fixture: Fixture): Changes {
  const type = get(show, 'type', fixture.type);
  const attributes = modeOf(type, fixture.mode)?.channels.map(({ attribute }) => attribute) ?? [];
  return {
    frames: framesOf(show, fixture),
    // By the attributes of DIN SPEC 15800 (GDTF), annex A.
    mixes: attributes.some((name) => /^(Color(Add|Sub|RGB)_|HSB_|CIE_)/.test(name)),
    aims: type.pan > 0 || type.tilt > 0,
    zooms: type.zoom !== undefined && attributes.some((name) => /^Zoom/.test(name)),
  };
}
export const canChange = ({ frames, mixes, aims, zooms }: Changes): boolean => frames.length > 0 || mixes || aims || zooms;

/** A fixture as it stands in a look, and the share of its light that is left by what its colour takes beyond its text. */
export interface Posed {
  readonly fixture: Fixture;
  readonly passes: number;
}
const kept = new WeakMap<Fixture, { readonly key: string; readonly posed: Posed }[]>();
/** So many states of a fixture are remembered. */
const REMEMBERED = 8;
/** The same object for the same fixture, state and frames: what is computed from it is found again. What it cannot do it leaves as it is. */
export function posed(show: Show, fixture: Fixture, state: LookState | undefined): Posed {
  if (!state) return { fixture, passes: 1 };
  const changes = changesOf(show, fixture);
  const frame = state.frame === undefined ? undefined : changes.frames[state.frame - 1];
  const key = JSON.stringify([state, frame, changes.mixes, changes.aims, changes.zooms]);
  const known = kept.get(fixture) ?? [];
  const before = known.find((one) => one.key === key);
  if (before) return before.posed;
  let next = fixture;
  if (state.aim && changes.aims) next = { ...next, aim: state.aim };
  if (state.zoom !== undefined && changes.zooms) next = { ...next, optics: { ...next.optics, zoom: state.zoom } };
  const colour = frame ? frame.colour : changes.mixes ? state.colour : undefined;
  if (colour !== undefined) next = { ...next, parts: next.parts.map((part) => ({ ...part, colour })) };
  const made = { fixture: next, passes: frame?.passes ?? 1 };
  kept.set(fixture, [{ key, posed: made }, ...known].slice(0, REMEMBERED));
  return made;
}

/** Colours of a string as they are typed: codes or #rrggbb with commas between; "clear" is none. */
export const stringFrom = (filters: readonly Filter[], text: string): string[] =>
  text.trim() ? text.split(',').map((part) => (/^\s*(clear|open)?\s*$/i.test(part) ? '' : writtenColour(filters, part))) : [];
export const stringText = (string: readonly string[]): string => string.map((colour) => colour || 'clear').join(', ');
