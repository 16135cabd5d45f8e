/**
 * The symbol of a fixture: the user's own where its type has one, else ours, drawn to the type's true size from its family's outline.
 * Local frame: origin at the clamp, nose towards +y, mm. Families differ by outline, so that they are told apart at 14 pixels.
 */

import { familyEntry, grid } from '../families/index.js';
import type { AccessoryForm, FixtureType, SymbolDef, SymbolSet, Vec2 } from '../model/records.js';
import { find, type Show, settingsOf } from '../model/show.js';
import { arc, type Box, boxOf, CLOSE, LINE, MOVE, type PathPrim, type Prim, path, placed, rect } from './list.js';
import { shapePrim } from './shapes.js';

export interface Symbol2D {
  readonly prims: readonly Prim[];
  /** Where the unit number sits. */
  readonly unitAt: readonly [number, number];
  readonly box: Box;
}
/** How a rig is drawn: one of our sets, and a symbol of the user's own, which wins. */
export interface SymbolLook {
  readonly set?: SymbolSet | undefined;
  readonly own?: SymbolDef | undefined;
}

const kept = new WeakMap<FixtureType, Map<string, Symbol2D>>();
const keptOwn = new WeakMap<SymbolDef, WeakMap<FixtureType, Map<string, Symbol2D>>>();

/**
 * The symbol of a type, true to its length and width. Remembered per type.
 * @param variant  0 for the plain one; 1, 2, ... for other wattages or lamps of the same body, which carry bars across the back
 * @param forms    accessories in the order in which they sit before the lens
 */
export function symbolOf(
  type: FixtureType,
  variant = 0,
  forms: readonly AccessoryForm[] = [],
  { set = 'outline', own }: SymbolLook = {},
): Symbol2D {
  let byType: Pick<WeakMap<FixtureType, Map<string, Symbol2D>>, 'get' | 'set'> = kept;
  if (own) {
    const known = keptOwn.get(own) ?? new WeakMap<FixtureType, Map<string, Symbol2D>>();
    keptOwn.set(own, known);
    byType = known;
  }
  let symbols = byType.get(type);
  if (!symbols) {
    symbols = new Map();
    byType.set(type, symbols);
  }
  const key = `${set} ${variant} ${forms.join()}`;
  let symbol = symbols.get(key);
  if (!symbol) {
    symbol = own ? customSymbol(own, type, forms) : ourSymbol(type, variant, forms, set);
    symbols.set(key, symbol);
  }
  return symbol;
}

/** The symbol of a type as a show draws it. */
export const symbolIn = (show: Show, type: FixtureType, variant = 0, forms: readonly AccessoryForm[] = []): Symbol2D =>
  symbolOf(type, variant, forms, { set: settingsOf(show).symbolSet, own: find(show, 'symbol', type.symbol) });

function ourSymbol(type: FixtureType, variant: number, forms: readonly AccessoryForm[], set: SymbolSet): Symbol2D {
  const family = familyEntry(type.family);
  const { outline, inner, solid, unitAt, boldUnitAt } = family.draw(type.length, type.width, type);
  const bare = boxOf([path(outline, 'fixture')]);
  const middle: Vec2 = [0, (bare[1] + bare[3]) / 2];
  const cells =
    type.cells > 1 && !family.showsCells
      ? [path(grid(bare[0], bare[2], bare[3] - (bare[3] - bare[1]) * 0.18, bare[3], Math.min(64, type.cells)), 'inner')]
      : [];
  const bold = set === 'bold';
  const prims: Prim[] = [
    path(outline, bold ? 'bold' : 'fixture', 'paper'),
    ...(bold ? [path(solid, 'inner', 'ink')] : inner ? [path(inner, 'inner')] : []),
    // In the bold set the inner lines of bodies with cells tell how many there are.
    ...(bold && inner && ((family.showsCells && type.cells > 1) || family.boldInner) ? [path(inner, 'thin')] : []),
    ...cells,
    ...(variant > 0 ? [path(variantBars(bare, variant), 'inner')] : []),
    ...accessoryPrims(forms, bare, type, new Map()),
  ];
  return { prims, unitAt: (bold ? boldUnitAt : undefined) ?? unitAt ?? middle, box: boxOf(prims) };
}

/** A symbol of the user's own: brought to the clamp and to a nose that points up; accessories at its anchor points. */
function customSymbol(own: SymbolDef, type: FixtureType, forms: readonly AccessoryForm[]): Symbol2D {
  const turn = 90 - own.nose;
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const [ox, oy] = own.origin;
  const at = ([x, y]: Vec2): Vec2 => [(x - ox) * c - (y - oy) * s, (x - ox) * s + (y - oy) * c];
  const [mx, my] = at([0, 0]);
  const extra = own.variants?.find(
    (item) => (item.watts === null || item.watts === type.watts) && (item.lamp === null || item.lamp === type.lamp),
  );
  const raw: Prim[] = [...own.shapes, ...(extra?.shapes ?? [])].map(shapePrim);
  if (own.picture) {
    const { png, at: corner, size } = own.picture;
    raw.unshift({ op: 'image', png, x: corner[0], y: corner[1], w: size[0], h: size[1], turn: 0, ink: 'ink' });
  }
  const body = raw.map((prim) => placed(prim, mx, my, turn));
  // A symbol with nothing in it yet is drawn as a small square, so that its fixtures can be seen and picked.
  const drawn = body.length ? body : [path(rect(-50, -50, 100, 100), 'fixture', 'paper')];
  const bare = boxOf(drawn);
  const anchors = new Map(own.anchors.map((anchor) => [anchor.form, at(anchor.at)]));
  const prims = [...drawn, ...accessoryPrims(forms, bare, type, anchors)];
  return { prims, unitAt: at(own.unitAt), box: boxOf(prims) };
}

/** Bars across the back: one more for each variant. */
function variantBars(box: Box, variant: number): number[] {
  const [w, l] = [box[2] - box[0], box[3] - box[1]];
  const middle = (box[0] + box[2]) / 2;
  return Array.from({ length: Math.min(3, variant) }, (_, i) => box[1] + l * (0.045 + 0.045 * i)).flatMap((y) => [
    MOVE,
    middle - w * 0.3,
    y,
    LINE,
    middle + w * 0.3,
    y,
  ]);
}

/** Accessories before the nose, one after the other, or at the anchor point that a symbol has for them; an iris and a gobo are drawn inside it. */
function accessoryPrims(
  forms: readonly AccessoryForm[],
  box: Box,
  type: FixtureType,
  anchors: ReadonlyMap<AccessoryForm, Vec2>,
): PathPrim[] {
  const stacked = forms.filter((form) => !anchors.has(form));
  const out = accessoriesAt(stacked, box, type);
  for (const form of forms) {
    const anchor = anchors.get(form);
    if (!anchor) continue;
    // The nose of the box is moved to the anchor.
    const [dx, dy] = [anchor[0] - (box[0] + box[2]) / 2, anchor[1] - box[3]];
    for (const prim of accessoriesAt([form], box, type)) out.push(placed(prim, dx, dy, 0) as PathPrim);
  }
  return out;
}

function accessoriesAt(forms: readonly AccessoryForm[], box: Box, type: FixtureType): PathPrim[] {
  const out: PathPrim[] = [];
  const w = Math.min(box[2] - box[0], type.width * (familyEntry(type.family).noseWidth ?? Number.POSITIVE_INFINITY));
  const h = w / 2;
  let y = box[3];
  for (const form of forms) {
    if (form === 'gobo holder') {
      // A T in the nose.
      const [bar, foot] = [box[3] - w * 0.22, box[3] - w * 0.6];
      out.push(path([MOVE, -h * 0.5, bar, LINE, h * 0.5, bar, MOVE, 0, bar, LINE, 0, foot], 'position'));
    } else if (form === 'iris') out.push(path([...arc(0, box[3] - w * 0.45, h * 0.3, 0, 360), CLOSE], 'inner', 'paper'));
    else if (form === 'top hat') {
      out.push(path(rect(-h * 0.8, y, w * 0.8, w * 0.45), 'inner', 'paper'));
      y += w * 0.45;
    } else if (form === 'half hat') {
      out.push(path([MOVE, -h * 0.8, y, LINE, -h * 0.8, y + w * 0.45, LINE, h * 0.8, y], 'inner', 'paper'));
      y += w * 0.45;
    } else if (form === 'barn doors') {
      out.push(path([MOVE, -h, y, LINE, -h * 1.45, y + w * 0.42, MOVE, h, y, LINE, h * 1.45, y + w * 0.42], 'position'));
      y += w * 0.3;
    } else if (form === 'colour frame') {
      out.push(path(rect(-h * 1.1, y, w * 1.1, w * 0.09), 'inner', 'ink'));
      y += w * 0.09;
    } else if (form === 'scroller') {
      out.push(
        path(rect(-h * 1.35, y, w * 1.35, w * 0.28), 'fixture', 'paper'),
        path([MOVE, -h * 1.0, y, LINE, -h * 1.0, y + w * 0.28, MOVE, h * 1.0, y, LINE, h * 1.0, y + w * 0.28], 'inner'),
      );
      y += w * 0.28;
    } else if (form === 'moving mirror') {
      out.push(
        path(rect(-h * 0.8, y, w * 0.8, w * 0.6), 'fixture', 'paper'),
        path([MOVE, -h * 0.6, y + w * 0.1, LINE, h * 0.6, y + w * 0.5], 'position'),
      );
      y += w * 0.6;
    } else if (form === 'LED ring') {
      out.push(
        path(rect(-h * 1.15, y, w * 1.15, w * 0.14), 'inner', 'paper'),
        path(grid(-h * 1.15, h * 1.15, y, y + w * 0.14, 6), 'thin'),
      );
      y += w * 0.14;
    } else {
      const deep = w * 0.2;
      out.push(path(rect(-h * 0.9, y, w * 0.9, deep), 'inner', 'paper'), path(grid(-h * 0.9, h * 0.9, y, y + deep, 5), 'thin'));
      y += deep;
    }
  }
  return out;
}
