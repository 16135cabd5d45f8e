/**
 * What a window keeps over a reload, for each show: how the desk was arranged, what was chosen, where each pane looked, and what can be undone. It lies in the
 * window's own storage, is written when the page is left, and is believed only as far as it is sound.
 */
import { SHOW_FORMAT } from '#core/model/aside';
import type { Change } from '#core/model/change';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import { usePanels } from './panels';
import { useSelection } from './selection';
import type { Step } from './session/session';
import { makeStore } from './store';
import { useTool } from './tool';
import { useView } from './view';

/** Where a pane looks: the middle of it, mm, and pixels a millimetre. */
export interface Sight {
  readonly x: number;
  readonly y: number;
  readonly k: number;
}
/** By the view of the pane. Written by the panes when they are moved; nothing is drawn by it. */
export const useSights = makeStore<{ readonly sights: Readonly<Record<string, Sight>> }>({ sights: {} });

export interface Steps {
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
}
/** Letters that the steps may take: browsers give a page about five million. */
const MOST = 2_000_000;

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
const keyOf = (what: 'desk' | 'steps', show: Id): string => `dessin ${what} ${show}`;
const isText = (value: unknown): value is string => typeof value === 'string';
const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

function taken(store: Store, key: string): unknown {
  try {
    const text = store.getItem(key);
    store.removeItem(key);
    return text === null ? null : (JSON.parse(text) as unknown);
  } catch {
    return null;
  }
}
function put(store: Store, key: string, value: unknown): void {
  try {
    store.setItem(key, JSON.stringify(value));
  } catch {
    // A browser that has no room forgets how the desk was; the show lies on the server.
  }
}

/** As many of the last steps as fit. */
export function keepSteps(store: Store, show: Id, { undo, redo }: Steps): void {
  let left = MOST;
  const fitting = (steps: readonly Step[]): Step[] => {
    const out: Step[] = [];
    for (const step of [...steps].reverse()) {
      left -= JSON.stringify(step).length;
      if (left < 0) break;
      out.unshift(step);
    }
    return out;
  };
  if (!undo.length && !redo.length) return;
  put(store, keyOf('steps', show), { form: SHOW_FORMAT, undo: fitting(undo), redo: fitting(redo) });
}
const isChange = (value: unknown): value is Change =>
  isObject(value) && ['added', 'updated', 'removed'].every((part) => Array.isArray(value[part]));
const isStep = (value: unknown): value is Step =>
  isObject(value) && isText(value.label) && isText(value.key) && isChange(value.change);
/** The steps that were kept, once; none where there are none, or they are of another form. */
export function stepsKept(store: Store, show: Id): Steps {
  const found = taken(store, keyOf('steps', show));
  const list = (value: unknown): Step[] => (Array.isArray(value) && value.every(isStep) ? value : []);
  return isObject(found) && found.form === SHOW_FORMAT
    ? { undo: list(found.undo), redo: list(found.redo) }
    : { undo: [], redo: [] };
}

/** Fields of the view that are kept as they are; each is a choice that the view itself checks, or a figure. */
const viewFields = ['view', 'beside', 'tagSet', 'colourBy', 'section', 'sightLines', 'universe', 'wall', 'turn'] as const;

export function keepDesk(store: Store, show: Id): void {
  const view = useView.getState();
  put(store, keyOf('desk', show), {
    view: Object.fromEntries(viewFields.map((field) => [field, view[field]])),
    tool: useTool.getState().tool,
    panel: usePanels.getState().panel,
    selection: useSelection.getState().selection.slice(0, 5000),
    sights: useSights.getState().sights,
  });
}

/** What of a kept desk still makes sense: views, tools and panels that there are, things of the show. */
export interface Known {
  readonly views: ReadonlySet<string>;
  readonly tools: ReadonlySet<string>;
  readonly panels: ReadonlySet<string>;
}
/** Lays the desk out as it was kept. @returns whether there was something */
export function deskKept(store: Store, { id, records }: Show, known: Known): boolean {
  const found = taken(store, keyOf('desk', id));
  if (!isObject(found)) return false;
  const now = useView.getState();
  const view = isObject(found.view) ? found.view : {};
  // Only what is of the kind that stands there; what may be nothing may be a text.
  const same = viewFields.filter(
    (field) => typeof view[field] === typeof now[field] || (now[field] === null && isText(view[field])) || view[field] === null,
  );
  const patch = Object.fromEntries(same.map((field) => [field, view[field]])) as Partial<typeof now>;
  const there = (name: unknown): name is string => isText(name) && known.views.has(name);
  useView.setState({
    ...patch,
    view: there(view.view) ? view.view : now.view,
    beside: there(view.beside) ? view.beside : null,
  });
  if (isText(found.tool) && known.tools.has(found.tool)) useTool.setState({ tool: found.tool });
  if (isText(found.panel) && known.panels.has(found.panel)) usePanels.setState({ panel: found.panel });
  if (Array.isArray(found.selection))
    useSelection.setState({ selection: found.selection.filter((one): one is Id => isText(one) && records.has(one)) });
  if (isObject(found.sights)) {
    const sights = Object.entries(found.sights).filter((entry): entry is [string, Sight] => isSight(entry[1]));
    useSights.setState({ sights: Object.fromEntries(sights) });
  }
  return true;
}
const isSight = (value: unknown): boolean =>
  isObject(value) &&
  ['x', 'y', 'k'].every((field) => Number.isFinite(value[field])) &&
  Number(value.k) > 0.001 &&
  Number(value.k) < 10;
