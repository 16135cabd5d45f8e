/** The one list of kinds of window. */
import { inOrder } from '../../measure/list.js';
import type { PlateWindow } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import * as all from './all.js';
import { type Asked, type Drawn, empty, type WindowKind } from './window.js';

export const windowList: readonly WindowKind[] = /* @__PURE__ */ inOrder<WindowKind>(all);
const byWhat: ReadonlyMap<string, WindowKind> = /* @__PURE__ */ new Map(windowList.map((item) => [item.what, item]));
export const windowKind = (what: PlateWindow['what']): WindowKind | undefined => byWhat.get(what);
/** What a window shows. One of a kind that this Dessin does not draw is said to be empty. */
export const drawWindow = (show: Show, window: PlateWindow, asked: Asked): Drawn =>
  windowKind(window.what)?.draw(show, window, asked) ?? empty(`This Dessin draws no window of the kind "${window.what}".`);
