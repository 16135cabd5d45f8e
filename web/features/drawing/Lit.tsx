/** What lies over the plot and moves with the pointer: selection, hover, ghosts. Draws on the canvas and puts nothing into the page, so that a hover costs no more than itself. */
import { type RefObject, useEffect, useMemo } from 'react';
import { useStore } from 'zustand';
import type { Prim } from '#core/draw/list';
import { recordChunks } from '#core/draw/plan';
import { apply } from '#core/model/change';
import type { Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { isOpenTalk, talksOf } from '#core/talk/remarks';
import { useConsidered } from '../../state/considered';
import { useShow } from '../../state/context';
import { useDraft } from '../../state/draft';
import { useChosenByOthers } from '../../state/people';
import { useRun } from '../../state/run';
import { useSelection } from '../../state/selection';
import { useTalk } from '../../state/talk';
import { useTool } from '../../state/tool';
import type { Surface } from '../../ui/canvas/surface';
import type { Tool } from '../../ui/canvas/tool';

import type { Cut, Drawn } from './list';
import type { Pane } from './pane';
import { runGhosts } from './run-ghosts';

/** What is considered elsewhere (set out, copies), seen here before it is done. */
function useShades(cut: Cut | undefined, { options, plane }: Drawn): readonly Prim[] {
  const show = useShow();
  const considered = useConsidered((state) => state.considered);
  const { scale } = settingsOf(show);
  return useMemo((): readonly Prim[] => {
    if (!considered) return [];
    try {
      const draft = apply(show, considered.change);
      const ids = new Set(considered.ids);
      const chunks = !cut
        ? recordChunks(draft, considered.ids, { ...options, tags: null, marks: null, memory: undefined })
        : cut
            .list(draft, plane, { denominator: scale, tags: null, throws: [], sightLines: false })
            .chunks.filter((chunk) => chunk.id !== null && ids.has(chunk.id));
      return chunks.flatMap((chunk) => chunk.body.map((prim): Prim => ({ ...prim, ink: 'lamp' })));
    } catch {
      // The show moved on in between: the panel calculates anew.
      return [];
    }
  }, [considered, show, options, cut, plane, scale]);
}

/** Where notes to each other are open, and where one is to be written. */
function useSlips(plan: boolean): readonly (string | Vec2)[] {
  const show = useShow();
  const place = useTalk((state) => state.place);
  const talks = talksOf(show);
  return useMemo(() => {
    const on = talks.filter(isOpenTalk).map(({ remark }) => remark.on);
    const ids = new Set(on.flatMap(({ fixture, thing }) => fixture ?? thing ?? []));
    // Places are places of the plan.
    const places = plan ? [...on.flatMap(({ at }) => (at ? [at] : [])), ...(place ? [place] : [])] : [];
    return [...ids, ...places];
  }, [talks, place, plan]);
}

interface Props {
  readonly cut: Cut | undefined;
  readonly pane: Pane;
  readonly drawn: Drawn;
  readonly tool: Tool;
  readonly surface: RefObject<Surface | null>;
}

export function Lit({ cut, pane, drawn, tool, surface }: Props) {
  const plan = !cut;
  const selection = useSelection((state) => state.selection);
  const hover = useSelection((state) => state.hover);
  const others = useChosenByOthers();
  const slips = useSlips(plan);
  const considered = useConsidered((state) => state.considered);
  const path = useRun((state) => state.path);
  const preview = useRun((state) => state.preview);
  const inHand = useTool();
  const draft = useDraft();
  const { stamp, k } = useStore(pane);
  const shades = useShades(cut, drawn);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn anew with all that its ghosts may show
  useEffect(() => {
    const made = surface.current;
    if (!made) return;
    const moving = considered ? new Set(considered.ids) : null;
    made.setLit({
      // What would move is seen as ghosts alone, or both would lie on each other.
      selection: moving ? selection.filter((id) => !moving.has(id)) : path.length ? path : selection,
      // In a section units of a pipe lie over each other: their figures would too.
      figures: plan && selection.length > 1 && !considered,
      others,
      slips,
      hover: inHand.tool === 'select' ? hover : null,
      would: tool.would?.() ?? [],
      moving: tool.moving?.() ?? null,
      ghosts: [...shades, ...(plan ? runGhosts(made, path, preview) : []), ...tool.ghosts()],
      band: tool.band?.() ?? null,
    });
  }, [selection, others, slips, hover, path, preview, drawn.list, considered, inHand, draft, tool, stamp, shades, k]);
  return null;
}
