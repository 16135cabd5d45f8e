/** The set of plates of a show: which sheets there are, in their order, and each as it prints. */
import type { Since } from '../compare/since.js';
import { CAP, LINE, MOVE, type Prim, path, rect, textAt } from '../draw/list.js';
import type { Pane, Sheet } from '../draw/sheet.js';
import { cutTo, widthOf } from '../measure/advance.js';
import { type Paper, paperNamed, scaleName } from '../measure/scales.js';
import type { Plate, PlateWindow } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { CONTENTS, contentsSheets } from './ready/contents.js';
import { readySet } from './ready/index.js';
import { MARGIN, type ReadySheet, sheetSize, smallPaper, type Wanted } from './ready/set.js';
import { drawWindow, windowKind } from './windows/index.js';
import { type Asked, type Drawn, LEAST_CAPITALS, LETTER, type Trouble } from './windows/window.js';

/** One sheet of the set, before it is drawn. */
export interface Planned extends ReadySheet {
  /** Stays the same while the sheet is the same one. */
  readonly key: string;
  /** The plate or the set that it belongs to; null while the show has none and its plot stands for them. */
  readonly plate: Plate | null;
  /** The ready set; null for a plate of the user's own. */
  readonly ready: string | null;
  /** The correction by hand that stands in for what the set makes. */
  readonly corrected: Plate | null;
}

const inPlateOrder = (a: Plate, b: Plate): number => a.order - b.order || (a.id < b.id ? -1 : 1);
/** Plates and sets in their order; corrections of single sheets stand with their set. */
export const platesInOrder = (show: Show): Plate[] =>
  all(show, 'plate')
    .filter((plate) => !isCorrection(show, plate))
    .sort(inPlateOrder);
/** A sheet of a ready set that was corrected by hand. */
export const isCorrection = (show: Show, { ready, of }: Plate): boolean =>
  ready !== undefined && of !== undefined && all(show, 'plate').some((other) => other.ready === ready && other.of === undefined);

const wantedOf = ({ paper, turned }: Pick<Plate, 'paper' | 'turned'>): Wanted => ({
  paper: paper ? paperNamed(paper) : undefined,
  landscape: turned ? turned === 'landscape' : undefined,
});
function ofSet(show: Show, ready: string, plate: Plate | null, since: Since | null, others = 0): Planned[] {
  const set = readySet(show, ready);
  if (!set) return [];
  const wanted: Wanted = { ...(plate ? wantedOf(plate) : {}), since };
  const sheets = ready === CONTENTS ? contentsSheets(show, wanted, others) : set.make(show, wanted);
  const corrections = new Map(
    all(show, 'plate').flatMap((item) => (item.ready === ready && item.of !== undefined ? [[item.of, item] as const] : [])),
  );
  return sheets.map((sheet): Planned => {
    const corrected = corrections.get(sheet.of) ?? null;
    const own: Wanted = corrected ? wantedOf(corrected) : {};
    return {
      ...sheet,
      key: `${ready} ${sheet.of}`,
      plate,
      ready,
      corrected,
      ...(corrected
        ? { name: corrected.name, paper: own.paper ?? sheet.paper, landscape: own.landscape ?? sheet.landscape }
        : {}),
      windows: corrected?.windows ?? sheet.windows,
    };
  });
}
function ownSheet(show: Show, plate: Plate): Planned {
  const { paper, landscape } = wantedOf(plate);
  return {
    of: '',
    key: plate.id,
    plate,
    ready: null,
    corrected: null,
    name: plate.name,
    paper: paper ?? smallPaper(show),
    landscape: landscape ?? true,
    windows: plate.windows ?? [],
  };
}

const kept = new WeakMap<Show, { readonly since: Since | null; readonly sheets: readonly Planned[] }>();
/** Every sheet in its order. A show without plates has its plot. Remembered per show. @param since  what it is compared with: the list of changes has as many pages as there are */
export function plannedSheets(show: Show, since: Since | null = null): readonly Planned[] {
  const known = kept.get(show);
  if (known?.since === since) return known.sheets;
  const plates = platesInOrder(show);
  const isSet = (plate: Plate): plate is Plate & { readonly ready: string } => plate.ready !== undefined && !plate.windows;
  const sheets = plates.map((plate) =>
    isSet(plate) ? (plate.ready === CONTENTS ? [] : ofSet(show, plate.ready, plate, since)) : [ownSheet(show, plate)],
  );
  const others = sheets.reduce((sum, list) => sum + list.length, 0);
  const made = plates.length
    ? plates.flatMap((plate, i) =>
        plate.ready === CONTENTS && isSet(plate) ? ofSet(show, CONTENTS, plate, since, others) : (sheets[i] ?? []),
      )
    : ofSet(show, 'plot', null, since);
  kept.set(show, { since, sheets: made });
  return made;
}

/** Smaller texts than can be read in one hand at arm's length, by their least height. Text of a drawing is as tall as its scale makes it. */
export function smallTexts({ panes }: Pick<Sheet, 'panes'>): { readonly count: number; readonly least: number } {
  let [count, least] = [0, Number.POSITIVE_INFINITY];
  for (const { k, prims } of panes)
    for (const prim of prims)
      if (prim.op === 'text' && prim.text.trim()) {
        const tall = prim.size * k * CAP;
        if (tall < LEAST_CAPITALS - 0.005) {
          count++;
          least = Math.min(least, tall);
        }
      }
  return { count, least };
}

export interface SheetDrawn {
  readonly sheet: Sheet;
  readonly troubles: readonly (Trouble & { readonly window: string | null })[];
  /** What each window is drawn at, by its id; 0 for what has no scale. */
  readonly denominators: ReadonlyMap<string, number>;
  /** What the windows gave, by their ids. */
  readonly drawn: ReadonlyMap<string, Drawn>;
}

/** Below the frame: a bar of known length, by which a print is checked, and which sheet this is. */
function strip(
  show: Show,
  planned: ReadySheet,
  asked: Pick<Asked, 'sheet' | 'sheets' | 'date' | 'since'>,
  width: number,
): Prim[] {
  const y = MARGIN - 3.8;
  const [from, to] = [MARGIN, MARGIN + 50];
  const { name, issued } = settingsOf(show);
  const said = [
    name,
    planned.name,
    issued ? `issue ${issued}${asked.since?.stale ? ', changed since' : ''}` : '',
    asked.sheets ? `sheet ${asked.sheet} of ${asked.sheets}` : '',
    asked.date,
  ]
    .filter(Boolean)
    .join(' · ');
  const bar = '50 mm at true size';
  const room = width - MARGIN - (to + 3 + widthOf(bar, LETTER) + 4);
  return [
    path([MOVE, from, y, LINE, to, y, MOVE, from, y - 1, LINE, from, y + 1, MOVE, to, y - 1, LINE, to, y + 1], 'thin'),
    textAt(to + 2.5, y, bar, LETTER, 'left', 'faint'),
    textAt(width - MARGIN, y, cutTo(said, room, LETTER), LETTER, 'right', 'faint'),
  ];
}

/** A sheet as it prints, and what is wrong with it. Windows are drawn one after the other, later ones over earlier ones. */
export function drawSheet(show: Show, planned: ReadySheet, asked: Omit<Asked, 'scale' | 'name' | 'paper'>): SheetDrawn {
  const [width, height] = sheetSize(planned.paper, planned.landscape);
  const troubles: (Trouble & { window: string | null })[] = [];
  const denominators = new Map<string, number>();
  const drawn = new Map<string, Drawn>();
  const panes: Pane[] = [];
  const said = { ...asked, name: planned.name, paper: planned.paper.name };
  let scale = '';
  // What has a scale comes first: the title block says it.
  const draw = (window: PlateWindow) => {
    const made = drawWindow(show, window, { ...said, scale });
    drawn.set(window.id, made);
    if (made.denominator) {
      denominators.set(window.id, made.denominator);
      if (!scale) scale = scaleName(made.denominator);
      else if (scale !== scaleName(made.denominator)) scale = 'as noted';
    }
    troubles.push(...made.troubles.map((trouble) => ({ ...trouble, window: window.id })));
    const [x, y, w, h] = window.box;
    if (x < -0.01 || y < -0.01 || x + w > width + 0.01 || y + h > height + 0.01)
      troubles.push({
        what: 'off',
        window: window.id,
        text: `The window "${windowKind(window.what)?.title ?? window.what}" lies beside the sheet: move it, or make it smaller.`,
      });
  };
  const scaled = (window: PlateWindow) =>
    windowKind(window.what)?.sets.includes('scale') && window.what !== 'key' && window.what !== 'title';
  for (const window of planned.windows) if (scaled(window)) draw(window);
  for (const window of planned.windows) if (!scaled(window)) draw(window);
  for (const window of planned.windows) panes.push(...(drawn.get(window.id)?.panes ?? []));
  if (!planned.bare)
    panes.push({
      k: 1,
      ox: 0,
      oy: 0,
      clip: null,
      prims: [
        path(rect(MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN), 'border'),
        ...strip(show, planned, asked, width),
      ],
    });
  const sheet = { width, height, title: `${settingsOf(show).name}: ${planned.name}`, panes };
  const changed = [...drawn.values()].reduce((sum, { marked = 0 }) => sum + marked, 0);
  const { issued } = settingsOf(show);
  if (issued && changed && asked.since?.stale)
    troubles.push({
      what: 'issue',
      window: null,
      text: `The sheet says issue ${issued}, and ${changed === 1 ? 'one thing' : `${changed} things`} on it changed since. Issue the plot again before it goes out.`,
    });
  const small = smallTexts(sheet);
  if (small.count)
    troubles.push({
      what: 'small',
      window: null,
      text: `${small.count} text${small.count === 1 ? ' is' : 's are'} too small to be read on a ladder: capitals of ${small.least.toFixed(1)} mm, and ${LEAST_CAPITALS} is the least.`,
    });
  if (!planned.windows.length) troubles.push({ what: 'empty', window: null, text: 'This sheet has no window yet.' });
  return { sheet, troubles, denominators, drawn };
}

/** Every sheet drawn, numbered, with a list of contents where one of them asks for it. @param each  called before a sheet is made, with its name */
export function bookSheets(
  show: Show,
  {
    date,
    since,
    base,
    each,
  }: Pick<Asked, 'date' | 'since' | 'base'> & {
    readonly each?: ((name: string, number: number, of: number) => void) | undefined;
  },
): Sheet[] {
  const planned = plannedSheets(show, since ?? null);
  const contents = planned.map(({ name, paper }: { name: string; paper: Paper }) => ({ name, paper: paper.name }));
  return planned.map((sheet, i) => {
    each?.(sheet.name, i + 1, planned.length);
    return drawSheet(show, sheet, { date, since, base, sheet: i + 1, sheets: planned.length, contents }).sheet;
  });
}
