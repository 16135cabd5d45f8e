/**
 * What the features of the window contribute, and the one list of it: steps, panels, tools, commands, views and keys. A feature is a folder of `features` with an
 * `index.ts`; it knows state, ui and core, and no other feature.
 */
import type { LucideIcon } from 'lucide-react';
import { type ComponentType, lazy, useEffect, useSyncExternalStore } from 'react';
import { may, type Role, type ShowAct } from '#core/access/roles';
import type { Snag, SnagStep } from '#core/audit/snags';
import type { SectionView } from '#core/draw/section-view';
import type { Show } from '#core/model/show';
import { select, useSelection } from '../state/selection';
import type { Session } from '../state/session/session';
import { toast } from '../state/toast';
import type { Env, Tool } from './canvas/tool';
import { onItsWay, patiently, wasThere } from './patient';

export interface Context {
  readonly session: Session;
  readonly show: Show;
  readonly go: (path: string) => void;
}

/** Where a command stands in the menu at the right button. */
export interface MenuPlace {
  readonly group: 'choose' | 'see' | 'change' | 'remove';
  readonly order: number;
  /** Its name there, in short. */
  readonly text?: string;
  /** What must be chosen for it: units, positions, either of them, anything. */
  readonly needs?: 'fixtures' | 'positions' | 'rig' | 'any';
  readonly when?: () => boolean;
  /** What it is done with, in a menu of its own. */
  readonly choices?: (context: Context) => readonly { readonly name: string; readonly run: (context: Context) => void }[];
}

export interface Command {
  readonly id: string;
  readonly name: string;
  /** The key it comes with, as in "mod+shift+Z": "mod" for Ctrl or Cmd, letters in capitals. The one that the user has is `keyOf` (own-keys.ts). */
  readonly key?: string;
  /** Other words by which people look for it. */
  readonly words?: readonly string[];
  /** Changes what is drawn: its key acts only where the rig is seen. */
  readonly edits?: true;
  /** What somebody must be allowed in the show to be offered it; left out, to draft where it changes what is drawn, and else to look. */
  readonly takes?: ShowAct;
  /** Done by key alone: neither in the palette nor on a button. */
  readonly quiet?: true;
  readonly menu?: MenuPlace;
  /** Stands in the bar of tools; pressed while `panel` is open. */
  readonly bar?: { readonly icon: LucideIcon; readonly order: number; readonly panel?: string };
  readonly run: (context: Context) => void;
}

/** Where keys act: in the drawing (and where nothing has the focus), or in an element with this scope. */
export type Scope =
  | 'drawing'
  | 'ledger'
  | 'shelf'
  | 'symbol'
  | 'board'
  | 'items'
  | 'list'
  | 'slots'
  | 'pixels'
  | 'plate'
  | 'title block'
  | 'matrix'
  | 'check'
  | 'map'
  | 'space';

/** A key that a part of the screen takes while it has the focus. The part binds it (`useKeys`), the list says that it exists. */
export interface KeyEntry {
  readonly id: string;
  readonly scope: Exclude<Scope, 'drawing'>;
  readonly keys: readonly string[];
  readonly name: string;
}

export interface StepEntry {
  /** Last part of the address. */
  readonly path: string;
  readonly name: string;
  readonly icon: LucideIcon;
  readonly order: number;
  /** Other words by which people look for it. */
  readonly words?: readonly string[];
  /** What its panel is for; left out, to look. */
  readonly takes?: ShowAct;
  /** How far it has come, in a word or two. */
  readonly note: (show: Show, snags: readonly Snag[]) => string;
  /** The snags that are told under it. */
  readonly snags?: SnagStep;
  /** The view that belongs to it, and to no other step. */
  readonly view?: string;
  /** Goes on beside the panes once paper was looked at; it draws nothing. */
  readonly Watch?: ComponentType;
  readonly Panel: ComponentType;
}

/** A panel over the step's own. */
export interface PanelEntry {
  readonly id: string;
  /** Over the panes instead of at the side. */
  readonly wide?: true;
  readonly Panel: ComponentType;
}

/** The form beside what a tool is drafting. */
export interface Drafts {
  readonly name: string;
  readonly button: string;
  readonly hint: string | (() => string);
  /** About how high it stands, pixels. */
  readonly height: number;
  readonly Fields: ComponentType;
}

export type InCut = (env: Env, view: () => SectionView) => Tool;
export interface ToolEntry {
  readonly id: string;
  readonly make: Later<(env: Env) => Tool>;
  /** As it works in a section or an elevation; left out, things are selected and dragged there while it is in hand. */
  readonly inCut?: Later<InCut | null>;
  readonly drafts?: Drafts;
  /** In the bar of tools, in those steps; its command has the same id. */
  readonly bar?: { readonly icon: LucideIcon; readonly order: number; readonly on: 'stage' | 'rig' | 'both' | 'focus' };
}

export interface ViewEntry {
  readonly id: string;
  /** On its tab. */
  readonly name: string;
  /** As a sentence begins with it. */
  readonly what: string;
  readonly order: number;
  /** Steps in whose bar it stands; without any, all. Where it is looked at its tab stands everywhere. */
  readonly steps?: readonly string[];
  /** It is drawn on paper, and takes the tools. */
  readonly drawn?: true;
  /** Keys act on the rig, or may only look at other things. */
  readonly keys: 'rig' | 'view';
  /** Its name among what can stand beside another view. */
  readonly beside?: string;
  /** Stands alone: nothing can be put beside it. */
  readonly alone?: true;
  readonly Pane: ComponentType<{ readonly view: string; readonly step: string }>;
}

/** A table in the place of the Ledger, in the steps that it belongs to. */
export interface TableEntry {
  readonly id: string;
  readonly name: string;
  readonly order: number;
  readonly steps: readonly string[];
  readonly Pane: ComponentType;
}

export interface Feature {
  readonly id: string;
  readonly steps?: readonly StepEntry[];
  readonly panels?: readonly PanelEntry[];
  readonly tools?: readonly ToolEntry[];
  readonly commands?: readonly Command[];
  readonly views?: readonly ViewEntry[];
  readonly tables?: readonly TableEntry[];
  readonly keys?: readonly KeyEntry[];
}

export interface Registry {
  readonly steps: readonly StepEntry[];
  readonly panels: ReadonlyMap<string, PanelEntry>;
  readonly tools: ReadonlyMap<string, ToolEntry>;
  readonly commands: ReadonlyMap<string, Command>;
  readonly views: readonly ViewEntry[];
  readonly tables: readonly TableEntry[];
  readonly keys: readonly KeyEntry[];
}

/** The same items by id. @throws Error when one id stands twice */
function byId<T>(what: string, items: readonly T[], id: (item: T) => string): Map<string, T> {
  const out = new Map<string, T>();
  for (const item of items) {
    if (out.has(id(item))) throw new Error(`Two ${what} are called ${id(item)}.`);
    out.set(id(item), item);
  }
  return out;
}

/** @throws Error when ids, or keys of one scope, stand twice, or something names what is not there */
export function makeRegistry(features: readonly Feature[]): Registry {
  byId('features', features, (item) => item.id);
  const steps = features.flatMap((feature) => feature.steps ?? []).sort((a, b) => a.order - b.order);
  const views = features.flatMap((feature) => feature.views ?? []).sort((a, b) => a.order - b.order);
  const keys = features.flatMap((feature) => feature.keys ?? []);
  const commands = byId(
    'commands',
    [
      ...features.flatMap((feature) => feature.commands ?? []),
      ...steps.map(
        ({ path, name, words = [] }): Command => ({
          id: `step ${path}`,
          name: `Go to the step ${name}`,
          words,
          run: ({ go }) => go(path),
        }),
      ),
    ],
    (item) => item.id,
  );
  const tools = byId(
    'tools',
    features.flatMap((feature) => feature.tools ?? []),
    (item) => item.id,
  );
  byId('steps', steps, (item) => item.path);
  byId('views', views, (item) => item.id);
  byId('keys', keys, (item) => `${item.scope} ${item.id}`);
  byId(
    'keys',
    [
      ...[...commands.values()].flatMap(({ key }) => (key ? [`drawing ${key}`] : [])),
      ...keys.flatMap((item) => item.keys.map((key) => `${item.scope} ${key}`)),
    ],
    (item) => item,
  );
  const panels = byId(
    'panels',
    features.flatMap((feature) => feature.panels ?? []),
    (item) => item.id,
  );
  for (const tool of tools.values())
    if (tool.bar && !commands.has(tool.id)) throw new Error(`The tool ${tool.id} stands in the bar and has no command.`);
  for (const { id, bar } of commands.values())
    if (bar?.panel && !panels.has(bar.panel)) throw new Error(`The command ${id} opens a panel that is not there: ${bar.panel}.`);
  for (const { path, view } of steps)
    if (view && !views.some((item) => item.id === view))
      throw new Error(`The step ${path} has a view that is not there: ${view}.`);
  const tables = features.flatMap((feature) => feature.tables ?? []).sort((a, b) => a.order - b.order);
  byId('tables', tables, (item) => item.id);
  return { steps, panels, tools, commands, views, tables, keys };
}

let filled: Registry | null = null;
/** Said once, before anything is shown. */
export const fillRegistry = (features: readonly Feature[]): void => {
  filled = makeRegistry(features);
};
export function registry(): Registry {
  if (!filled) throw new Error('The registry was asked before it was filled.');
  return filled;
}

// A component without properties stands wherever one is wanted.
// biome-ignore lint/suspicious/noExplicitAny: what it takes is known where it is shown
type Any = ComponentType<any>;

const waiting: (() => Promise<unknown>)[] = [];
/** A module, or a part of one, that comes later. */
export interface Later<T> {
  /** Null until it is there. */
  readonly now: () => T | null;
  readonly load: () => Promise<T>;
  readonly hear: (listener: () => void) => () => void;
}
/** Fetched when it is first wanted, or in a quiet moment after the page stands (`fetchAll`). */
export function later<T>(fetch: () => Promise<T>): Later<T> {
  let value: T | null = null;
  const listeners = new Set<() => void>();
  let coming: Promise<T> | null = null;
  // One way for all who want it: what was asked for first is done first, also where it had to wait for the server.
  const load = (): Promise<T> => {
    if (value !== null) return Promise.resolve(value);
    coming ??= onItsWay(async () => {
      if (!(await wasThere())) throw new Error('the server does not answer. Try again when it is back.');
      value = await fetch();
      for (const listener of listeners) listener();
      return value;
    }).finally(() => {
      coming = null;
    });
    return coming;
  };
  waiting.push(load);
  return {
    now: () => value,
    load,
    hear: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}
// What is fetched after the picture waits for the first panel: it would take the way from what one works with.
let stand: () => void = () => undefined;
const standing = new Promise<void>((resolve) => {
  stand = resolve;
});
/** Said once the page can be used: the drawing, the Ledger and the step's panel are there. */
export const pageStands = (): void => stand();

/** Does something when the page has been drawn and has nothing else to do. @returns how it is called off */
export function afterThePicture(act: () => void): () => void {
  // Not every browser tells of its idle moments.
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(act, 100);
    return () => clearTimeout(timer);
  }
  const handle = requestIdleCallback(act, { timeout: 1000 });
  return () => cancelIdleCallback(handle);
}
/** What is there from the beginning. */
export const here = <T>(value: T): Later<T> => ({ now: () => value, load: async () => value, hear: () => () => undefined });
/** What comes later, as soon as it is there; asked for by being shown. */
export function useLater<T>(coming: Later<T>, when: 'at once' | 'after the picture' | 'not yet' = 'at once'): T | null {
  const value = useSyncExternalStore(coming.hear, coming.now);
  useEffect(() => {
    if (value !== null || when === 'not yet') return;
    if (when === 'at once') void coming.load().catch(() => undefined);
    else {
      let gone = false;
      let off = () => {
        gone = true;
      };
      void standing.then(() => {
        if (!gone) off = afterThePicture(() => void coming.load().catch(() => undefined));
      });
      return () => off();
    }
  }, [value, coming, when]);
  return value;
}
/** What a command does, where that comes later: it is done to the show as it then stands, and to what was chosen when it was asked for. */
export const doing =
  <M>(acts: Later<M>, what: (acts: M) => (context: Context) => void) =>
  (context: Context): void => {
    const { selection: chosen } = useSelection.getState();
    void acts
      .load()
      .then((there) => {
        // Whoever chooses something else meanwhile has it again afterwards, unless what is done chooses by itself.
        const { selection: since } = useSelection.getState();
        if (since !== chosen) select(chosen);
        what(there)({ ...context, show: context.session.get().show });
        if (since !== chosen && useSelection.getState().selection === chosen) select(since);
      })
      .catch((error: unknown) => toast.error(`That could not be done: ${(error as Error).message}`));
  };

/** Fetched when it is first shown, or in a quiet moment after the page stands (`fetchAll`). */
export function lazily(load: () => Promise<Any>): Any {
  waiting.push(load);
  return onDemand(load);
}
/** Fetched when it is first shown, and not before: what is large, or seldom looked at. */
export const onDemand = (load: () => Promise<Any>): Any => lazy(async () => ({ default: await onItsWay(() => patiently(load)) }));
const listeners = new Set<() => void>();
// As the browser's own list of modules that are there: it goes one way only, and no show has to do with it.
let quiet = false;
/** Whoever pays for what comes over the air has told the browser so (WICG, Save Data API): parts come when they are wanted. */
const savesData = (): boolean =>
  (navigator as Navigator & { readonly connection?: { readonly saveData?: boolean } }).connection?.saveData === true;
/** So that a step is there at once when somebody goes to it, also while the server is away. */
export async function fetchAll(): Promise<void> {
  const saves = savesData();
  if (!saves) for (const load of waiting.splice(0)) await patiently(load, wasThere).catch(() => undefined);
  quiet = true;
  // Told in the page too: from here on it can do without its server.
  if (!saves) document.documentElement.dataset.parts = 'all';
  for (const listener of listeners) listener();
}
/** Whether all that comes later has come. */
export const useQuiet = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => quiet,
  );

/** Whether somebody is offered a command: what one may not do is not there. */
export const isOffered = ({ takes, edits }: Pick<Command, 'takes' | 'edits'>, role: Role): boolean =>
  may(role, takes ?? (edits ? 'draft' : 'look'));

/** "Ctrl Z" for people, from "mod+Z". */
export const keyText = (key: string): string =>
  key
    .replace(/^ $/, 'Space')
    .replace('mod', /Mac/.test(globalThis.navigator?.platform ?? '') ? 'Cmd' : 'Ctrl')
    .replace('shift', 'Shift')
    .replaceAll('+', ' ');

export function commandById(id: string): Command {
  const command = registry().commands.get(id);
  if (!command) throw new Error(`No command is called ${id}.`);
  return command;
}
export const viewById = (id: string): ViewEntry | undefined => registry().views.find((view) => view.id === id);
