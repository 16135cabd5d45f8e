/** Draws sheets of paper beside the window: the one that is looked at first, small ones and those that are only looked through later. */
import { type Since, type Stood, sinceIssue } from '#core/compare/since';
import { writeSvg } from '#core/formats/svg';
import { apply } from '#core/model/change';
import type { DessinRecord } from '#core/model/records';
import { type Show, showOf } from '#core/model/show';
import { drawSheet, plannedSheets } from '#core/paper/plates';
import type { Drawn } from '#core/paper/windows/window';
import type { SheetAnswer, SheetAsk, SheetMade } from './sheet-ask';

type Draw = Extract<SheetAsk, { readonly kind: 'draw' }>;
const answer = (message: SheetAnswer) => (self as unknown as Worker).postMessage(message);

let show: Show | null = null;
let stood: readonly Stood[] = [];
let waiting: Draw[] = [];
let busy = false;

/** Where its windows stand and at which scale, without what is drawn in them. */
const bare = (drawn: Drawn): Drawn => ({ ...drawn, panes: drawn.panes.map((pane) => ({ ...pane, prims: [] })) });

function draw({ key, date, base, tried }: Draw, of: Show): SheetMade | null {
  const since: Since | null = sinceIssue(of, stood);
  const all = plannedSheets(of, since);
  const at = all.findIndex((sheet) => sheet.key === (tried?.key ?? key));
  const planned = tried ?? all[at];
  if (!planned) return null;
  const contents = all.map(({ name, paper }) => ({ name, paper: paper.name }));
  const { sheet, troubles, drawn } = drawSheet(of, planned, { date, sheet: at + 1, sheets: all.length, contents, since, base });
  return {
    svg: writeSvg(sheet),
    width: sheet.width,
    height: sheet.height,
    troubles,
    drawn: new Map([...drawn].map(([id, item]) => [id, bare(item)])),
  };
}

function next(): void {
  const ask = waiting.sort((a, b) => a.rank - b.rank || a.stamp - b.stamp).shift();
  busy = ask !== undefined;
  if (!ask) return;
  const { stamp, key } = ask;
  try {
    const made = show && draw(ask, show);
    if (made) answer({ stamp, key, made });
  } catch (error) {
    answer({ stamp, key, failed: error instanceof Error ? error.message : String(error) });
  }
  // What was asked meanwhile is heard between two sheets.
  setTimeout(next, 0);
}

function edited(of: Show, put: readonly DessinRecord[], gone: readonly string[]): Show {
  const pairs = put.flatMap((to) => {
    const from = of.records.get(to.id);
    return from ? [[from, to] as const] : [];
  });
  return apply(of, {
    added: put.filter(({ id }) => !of.records.has(id)),
    updated: pairs,
    removed: gone.flatMap((id) => of.records.get(id) ?? []),
  });
}

self.onmessage = ({ data }: MessageEvent<SheetAsk>) => {
  if (data.kind === 'show') {
    show = showOf(data.show, data.records);
    waiting = [];
  } else if (data.kind === 'edit') {
    show = show && edited(show, data.put, data.gone);
    // What was asked of the show before is asked again by whoever still looks at it.
    waiting = [];
  } else if (data.kind === 'issues') {
    const id = show?.id ?? '';
    stood = data.stood.map(([issue, records]) => ({ issue, show: showOf(id, records) }));
    waiting = [];
  } else if (data.kind === 'rank') {
    waiting = waiting.map((ask) => (ask.stamp === data.stamp ? { ...ask, rank: data.rank } : ask));
  } else {
    // Of a sheet that is tried the newest trial alone is of use.
    if (data.tried) waiting = waiting.filter(({ tried }) => !tried);
    waiting.push(data);
    if (!busy) {
      busy = true;
      setTimeout(next, 0);
    }
  }
};
