/** How the picture in 3D is taken, and where its eye is asked to go. */
import { whites } from '#core/light/exposure';
import type { Eye } from '#core/space/eyes';
import { makeStore } from './store';

export const tagKinds = ['none', 'channel', 'name', 'purpose'] as const;
export type TagKind = (typeof tagKinds)[number];

export interface PictureState {
  /** Share of the work light; null is as suits: on while nothing is lit, out in a look. */
  readonly work: number | null;
  /** How much haze is in the air, 0 to 1. */
  readonly haze: number;
  /** Brighter or darker than it comes out by itself, stops of two. */
  readonly stops: number;
  /** Exposure that is held, 1 / (cd/m2); null follows the light. */
  readonly held: number | null;
  /** What lamp counts as white, K. */
  readonly white: number;
  readonly tags: TagKind;
  /** Whose beams are drawn as cones over the picture. */
  readonly beams: 'selected' | 'all';
  /** What is being saved, and how much of it is done; `stop` ends it. */
  readonly saving: { readonly what: string; readonly share: number; readonly stop: () => void } | null;
  /** A request to look from somewhere, at once or in a way of some time. */
  readonly goTo: {
    readonly eye: Eye;
    readonly name: string;
    readonly stamp: number;
    /** Eyes that it passes on its way there. */
    readonly through?: readonly Eye[];
  } | null;
  /** Where it is looked from now: for keeping it by name. */
  readonly now: Eye | null;
}
export const asItComes = { work: null, haze: 0.18, stops: 0, held: null, white: whites.usual } as const;
/** Written by the bar of the 3D view, what saves pictures, by the tool that looks from a seat, and `now` by the camera. */
export const usePicture = makeStore<PictureState>({
  ...asItComes,
  tags: 'none',
  beams: 'selected',
  goTo: null,
  now: null,
  saving: null,
});

let asked = 0;
/** Asks the eye of the 3D view to go somewhere. @param name  of the place, where it has one */
export const lookFrom = (eye: Eye, name = ''): void => usePicture.setState({ goTo: { eye, name, stamp: ++asked } });
/** Asks it to go the way through several places, one after the other. */
export function goThrough(eyes: readonly Eye[], name: string): void {
  const eye = eyes.at(-1);
  if (eye) usePicture.setState({ goTo: { eye, name, stamp: ++asked, through: eyes.slice(0, -1) } });
}
