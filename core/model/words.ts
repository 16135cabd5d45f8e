/** The words that records are made of. Without schemas, so that the window need not load what only borders check. */

export { type Family, families } from '../families/index.js';

export const lamps = ['Halogen', 'Tungsten', 'Discharge', 'LED'] as const;
export const accessoryForms = [
  'top hat',
  'half hat',
  'barn doors',
  'iris',
  'gobo holder',
  'colour frame',
  'scroller',
  'egg crate',
  'moving mirror',
  'LED ring',
] as const;
export const primitives = ['box', 'cylinder', 'sphere'] as const;
/** Line weights by role; "solid" is filled with ink. */
export const strokeRoles = ['outline', 'detail', 'fine', 'solid'] as const;
export const tagPlacesOf = ['body', 'behind', 'front', 'left', 'right'] as const;
export const enclosures = ['none', 'circle', 'box', 'hexagon', 'underline'] as const;
export const customTypes = ['text', 'number', 'choice', 'date', 'yes or no'] as const;
/** Kinds that the Shelf keeps. */
export const shelfKinds = ['type', 'symbol', 'filter', 'gobo', 'accessory', 'tagset', 'titleblock', 'view'] as const;
export const feedKinds = ['dimmer', 'circuit'] as const;
export const corners = ['top left', 'top right', 'bottom left', 'bottom right'] as const;
export const directions = [
  'left to right',
  'right to left',
  'downstage to upstage',
  'upstage to downstage',
  'top to bottom',
  'bottom to top',
] as const;
export const orderings = ['as selected', ...directions, 'by position', 'round', 'rings'] as const;
export const layerRoles = ['border', 'house', 'scenery', 'masking', 'positions', 'fixtures', 'focus'] as const;
export const areaShapes = ['circle', 'ellipse', 'polygon'] as const;
/** What stands on a stage, beside what is drawn as an outline. */
export const scenicShapes = ['person', 'box', 'riser', 'stairs', 'table', 'chair', 'flat', 'column', 'tree', 'boat'] as const;
export type ScenicShape = (typeof scenicShapes)[number];
export const postures = ['standing', 'seated', 'singing'] as const;
/** What the bodies of lanterns are painted. */
export const finishes = ['black', 'silver'] as const;
export const maskingUses = ['leg', 'border', 'drop', 'cyc'] as const;
export const outlineUses = ['wall', 'stage edge', 'leg', 'border', 'cyc', 'seats', 'scenery'] as const;
/** Pens that a fixture can be drawn with, beside the ink: each lighter than the one before, so that a grey print keeps them apart. */
export const pens = ['blue', 'plum', 'green'] as const;
export type PenColour = (typeof pens)[number];
export const positionUses = ['pipe', 'truss', 'bridge', 'boom', 'ladder', 'ring', 'floor', 'tray'] as const;
export const trussSections = ['tube', 'box', 'triangle up', 'triangle down'] as const;
/** Where on a truss a clamp sits. */
export const chords = ['lower', 'lower downstage', 'lower upstage', 'upper', 'upper downstage', 'upper upstage'] as const;
export const numberingRules = [
  'from stage left',
  'from stage right',
  'from downstage',
  'from upstage',
  'from the top',
  'from the bottom',
  'clockwise',
  'anticlockwise',
] as const;
export type AccessoryForm = (typeof accessoryForms)[number];
export type ShelfKind = (typeof shelfKinds)[number];
export type LayerRole = (typeof layerRoles)[number];
export type Chord = (typeof chords)[number];
export type Direction = (typeof directions)[number];
