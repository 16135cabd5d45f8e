/** The display list of a pane, made anew when something changes that is drawn in it. */
import { type ComponentType, useMemo, useRef } from 'react';
import { useStore } from 'zustand';
import type { DisplayList } from '#core/draw/list';
import type { TagMemory } from '#core/draw/place-tags';
import { allTags, type PlanOptions, planList } from '#core/draw/plan';
import type { SectionOptions } from '#core/draw/section';
import { frontElevation, type SectionView } from '#core/draw/section-view';
import { onScreen, tagSetOf } from '#core/draw/tag-set';
import type { Id } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { comparedOf, useCompare, useCompared } from '../../state/compare';
import { useShow } from '../../state/context';
import { useIncoming } from '../../state/incoming';
import { useLight } from '../../state/light';
import { useRun } from '../../state/run';
import { useSelection } from '../../state/selection';
import { useView } from '../../state/view';
import { useAudit } from '../../ui/audit';
import type { Env, Tool } from '../../ui/canvas/tool';
import { later, useLater } from '../../ui/registry';
import { type Pane, swellAt } from './pane';

/** What a section needs besides the drawing; it comes when one is looked at. */
export interface Cut {
  readonly list: (show: Show, plane: SectionView, options: SectionOptions) => DisplayList;
  readonly tool: (env: Env, plane: () => SectionView) => Tool;
  readonly Bar: ComponentType;
}

export interface Drawn {
  readonly list: DisplayList;
  readonly options: PlanOptions;
  /** Plane of a section; the plan has none. */
  readonly plane: SectionView;
}

const none: readonly Id[] = [];
const colourings = later(() => import('#core/draw/colouring'));
const changes = later(() => import('#core/draw/compared'));

export function useDrawn(view: string, step: string, pane: Pane, cut: Cut | undefined): Drawn {
  const show = useShow();
  const plan = !cut;
  const settings = settingsOf(show);
  const audit = useAudit();
  const memory = useRef<TagMemory>(new Map());
  const swell = useStore(pane, (state) => swellAt(state.k, settings.scale));
  const tagSet = useView((state) => state.tagSet);
  const colourBy = useView((state) => state.colourBy);
  const dimmed = useView((state) => state.dimmed);
  const hidden = useView((state) => state.hidden);
  const sightLines = useView((state) => !plan && state.sightLines);
  const section = useView((state) => state.section);
  const preview = useRun((state) => (plan ? state.preview : null));
  // Throws are drawn in sections, of what is chosen.
  const areas = step === 'focus';
  const people = areas || step === 'stage';
  const throws = useSelection((state) => (plan ? none : state.selection));
  const chosen = tagSet === 'none' ? null : (tagSetOf(show, tagSet) ?? allTags);
  const set = chosen && onScreen(chosen);
  const colouring = useLater(colourings, colourBy === 'nothing' ? 'not yet' : 'at once');
  const colours = colourBy === 'nothing' ? undefined : colouring?.colouring(show, colourBy).colours;
  const plane = view === 'elevation' ? frontElevation : section;
  const options = useMemo(
    (): PlanOptions => ({
      denominator: settings.scale * swell,
      tags: set,
      fewer: swell === 1 ? 0 : swell === 2 ? 2 : 1,
      marks: audit?.snagMarks ?? null,
      preview: preview?.fields.includes('channel') ? preview.labels : undefined,
      dimmed: dimmed ?? undefined,
      colours,
      memory: memory.current,
      areas,
      people,
    }),
    [areas, people, settings.scale, swell, set, preview, colours, dimmed, audit],
  );
  const whole = useMemo(
    (): DisplayList => (!cut ? planList(show, options) : cut.list(show, plane, { ...options, throws, sightLines })),
    [show, options, cut, plane, throws, sightLines],
  );
  const field = useLight((state) => (plan && areas ? (state.field?.chunk ?? null) : null));
  const { compared } = useCompared();
  const told = useCompare((state) => plan && state.seen && state.to === 'now' && state.from !== null);
  const comes = useIncoming((state) => plan && state.draft !== null);
  const comparing = useLater(changes, told || comes ? 'at once' : 'not yet');
  const draft = useIncoming((state) => (plan ? state.draft : null));
  const changed = useMemo(() => {
    if (!comparing) return null;
    // What a list that came in would change goes before what changed since an issue.
    if (draft?.from === show) return comparing.comparedChunk(show, draft.to, comparedOf(show, draft.to).comparison, options);
    return told && compared && compared.to === show
      ? comparing.comparedChunk(compared.from, show, compared.comparison, options)
      : null;
  }, [told, comparing, compared, draft, show, options]);
  const list = useMemo(() => {
    const seen = hidden.size ? { ...whole, chunks: whole.chunks.filter(({ id }) => id === null || !hidden.has(id)) } : whole;
    // The light lies under everything, but over the paper.
    return field || changed
      ? { ...seen, chunks: [...(field ? [field] : []), ...seen.chunks, ...(changed ? [changed] : [])] }
      : seen;
  }, [whole, hidden, field, changed]);
  return { list, options, plane };
}
