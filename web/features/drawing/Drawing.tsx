/** The working surface: plan, section or elevation on one kind of paper; the tools do what the pointer does. */

import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { snagMarks } from '#core/audit/marks';
import { colouring } from '#core/draw/colouring';
import type { Box, DisplayList, Prim } from '#core/draw/list';
import type { TagMemory } from '#core/draw/place-tags';
import { allTags, type PlanOptions, planList, recordChunks } from '#core/draw/plan';
import { sectionList } from '#core/draw/section';
import { frontElevation, type SectionView } from '#core/draw/section-view';
import { tagSetOf } from '#core/draw/tag-set';
import { formatLength, formatStagePoint } from '#core/measure/lengths';
import { apply } from '#core/model/change';
import { settingsOf } from '#core/model/show';
import { useSession, useSessionState } from '../../state/context';
import { useDesk } from '../../state/desk';
import { keysAt } from '../../state/focus';
import { useRun } from '../../state/run';
import { DraftForm } from './DraftForm';
import { useDraft } from '../../state/draft';
import { useConsidered } from '../../state/considered';
import { Legend } from './Legend';
import { PointField } from './PointField';
import { isTyping, openingBox, scaleBar } from '../../ui/canvas/pointing';
import { runGhosts } from './run-ghosts';
import { makeSurface, type Surface } from '../../ui/canvas/surface';
import { hangTool } from '../hang/tool';
import { positionTool } from '../positions/tool';
import { sectionTool } from './section-tool';
import { selectTool } from './select-tool';
import { dimensionTool, maskingTool, noteTool, outlineTool, sectionLineTool } from '../stage/tools';
import { threadTool } from '../number/thread-tool';
import type { Env, Tool } from '../../ui/canvas/tool';

const toolMakers = {
  select: selectTool,
  hang: hangTool,
  pipe: positionTool,
  outline: outlineTool,
  masking: maskingTool,
  dimension: dimensionTool,
  note: noteTool,
  section: sectionLineTool,
  thread: threadTool,
} as const;

export function Drawing({ pane, step }: { pane: 'plan' | 'section' | 'elevation'; step: string }) {
  const session = useSession();
  const { show, revision } = useSessionState();
  const desk = useDesk();
  const settings = settingsOf(show);
  const { preview, path } = useRun();
  const considered = useConsidered((state) => state.considered);
  const drafting = useDraft((state) => state.draft);
  const draftFields = useDraft((state) => state.fields);
  const host = useRef<HTMLDivElement>(null);
  const surface = useRef<Surface | null>(null);
  const zoomer = useRef<ZoomBehavior<HTMLDivElement, unknown> | null>(null);
  const memory = useRef<TagMemory>(new Map());
  const spaceHeld = useRef(false);
  const opened = useRef(Date.now());
  const [stamp, setStamp] = useState(0);
  const [inside, setInside] = useState<readonly [number, number] | null>(null);
  const [k, setK] = useState(0.05);
  const plan = pane === 'plan';
  const view: SectionView = pane === 'elevation' ? frontElevation : desk.section;

  // Zoomed out, paper-sized tags would be too small to read: on screen they swell in two steps, and get fewer.
  const swell = k * settings.scale * 2 >= 6.5 ? 1 : k * settings.scale * 3 >= 6.5 ? 1.5 : 2;
  const set = desk.tagSet === 'none' ? null : (tagSetOf(show, desk.tagSet) ?? allTags);
  const colours = desk.colourBy === 'nothing' ? undefined : colouring(show, desk.colourBy).colours;
  const options = useMemo(
    (): PlanOptions => ({
      denominator: settings.scale * swell,
      tags: set,
      fewer: swell === 1 ? 0 : swell === 2 ? 2 : 1,
      marks: snagMarks,
      preview: preview?.fields.includes('channel') ? preview.labels : undefined,
      dimmed: desk.dimmed ?? undefined,
      colours,
      memory: memory.current,
    }),
    [settings.scale, swell, set, preview, colours, desk.dimmed],
  );
  const throws = plan ? none : desk.selection;
  const list = useMemo(
    (): DisplayList =>
      plan
        ? planList(show, options)
        : sectionList(show, view, { denominator: settings.scale * swell, throws, sightLines: desk.sightLines }),
    [show, options, plan, view, settings.scale, swell, throws, desk.sightLines],
  );

  const latest = useRef({ show, options, step, view });
  latest.current = { show, options, step, view };
  const [env] = useState(
    (): Env => ({
      session,
      show: () => latest.current.show,
      surface: () => surface.current!,
      options: () => latest.current.options,
      step: () => latest.current.step,
      refresh: () => setStamp((now) => now + 1),
      say: (text) => void toast(text),
    }),
  );
  const tool = useMemo(
    (): Tool => (plan ? toolMakers[desk.tool](env) : sectionTool(env, () => latest.current.view)),
    [plan, desk.tool, env],
  );
  const active = useRef(tool);
  active.current = tool;

  // One surface for the life of the view; d3-zoom gives wheel, drag and touch.
  // biome-ignore lint/correctness/useExhaustiveDependencies: set up once
  useEffect(() => {
    const element = host.current!;
    const [base, top] = element.querySelectorAll('canvas');
    const made = makeSurface(base!, top!);
    surface.current = made;
    const behaviour = zoom<HTMLDivElement, unknown>()
      .scaleExtent([0.004, 1.5])
      .filter((event: MouseEvent | WheelEvent) => event.type === 'wheel' || event.button === 1 || spaceHeld.current)
      .wheelDelta(
        (event) => -event.deltaY * (event.deltaMode === 1 ? 0.05 : event.deltaMode ? 1 : 0.0016) * (event.ctrlKey ? 4 : 1),
      )
      .on('zoom', (event: D3ZoomEvent<HTMLDivElement, unknown>) => {
        const { k: scale, x, y } = event.transform;
        made.setView({ k: scale, tx: x, ty: y });
        setK(scale);
      });
    zoomer.current = behaviour;
    select(element).call(behaviour).on('dblclick.zoom', null);
    const size = () => made.resize(element.clientWidth, element.clientHeight);
    const observer = new ResizeObserver(size);
    observer.observe(element);
    size();
    made.setList(list, settings.scale, revision);
    showBox(plan ? openingBox(session.get().show, list.box) : list.box);
    (window as unknown as Record<string, unknown>)[plan ? 'dessinSurface' : 'dessinSection'] = made;
    void document.fonts.ready.then(() => made.retheme());
    // A wheel that sets a count must not zoom; passive listeners could not stop it.
    const wheel = (event: WheelEvent) => {
      if (!active.current.wheel?.(event)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    element.addEventListener('wheel', wheel, { passive: false, capture: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('wheel', wheel, { capture: true });
    };
  }, []);

  const showBox = (box: Box = list.box) => {
    const made = surface.current;
    if (!made || !host.current || !zoomer.current || !Number.isFinite(box[0])) return;
    const { k: scale, tx, ty } = made.fit(box);
    select(host.current).call(zoomer.current.transform, zoomIdentity.translate(tx, ty).scale(scale));
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision of the same drawing is no other drawing
  useEffect(() => surface.current?.setList(list, settings.scale, revision), [list, settings.scale]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme is what it waits for
  useEffect(() => surface.current?.retheme(), [desk.theme]);
  // A picture in a symbol has been decoded: draw again.
  useEffect(() => {
    const again = () => surface.current?.redraw();
    window.addEventListener('dessin-redraw', again);
    return () => window.removeEventListener('dessin-redraw', again);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another plane is another drawing
  useEffect(() => {
    if (!plan) showBox();
  }, [view]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: goes once for each request
  useEffect(() => {
    const wanted = desk.goTo;
    const made = surface.current;
    // A pane that is opened shows the whole; what was asked for before it was there was meant for others.
    if (!wanted || !made || wanted.stamp < opened.current) return;
    if (!wanted.ids.length) return showBox();
    const boxes = list.chunks.filter((chunk) => chunk.id !== null && wanted.ids.includes(chunk.id)).map((chunk) => chunk.box);
    if (!boxes.length || !host.current || !zoomer.current) return;
    const box = boxes.reduce(
      (a, b) => [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[2], b[2]), Math.max(a[3], b[3])] as const,
    );
    // No nearer than it is, unless what is wanted would be too small to read; never so near that it does not fit.
    const scale = Math.min(made.fit(box).k * 0.9, Math.max(made.view.k, 0.05));
    const [w, h] = [host.current.clientWidth, host.current.clientHeight];
    select(host.current).call(
      zoomer.current.transform,
      zoomIdentity.translate(w / 2 - ((box[0] + box[2]) / 2) * scale, h / 2 + ((box[1] + box[3]) / 2) * scale).scale(scale),
    );
  }, [desk.goTo]);

  // What is considered elsewhere (set out, copy) is seen here before it is done.
  const shades = useMemo((): Prim[] => {
    if (!considered) return [];
    try {
      const draft = apply(show, considered.change);
      const chunks = plan
        ? recordChunks(draft, considered.ids, { ...options, tags: null, marks: null, memory: undefined })
        : sectionList(draft, view, { denominator: settings.scale, throws: [], sightLines: false }).chunks.filter(
            (chunk) => chunk.id !== null && considered.ids.includes(chunk.id),
          );
      return chunks.flatMap((chunk) => chunk.body.map((prim): Prim => ({ ...prim, ink: 'lamp' })));
    } catch {
      // The show moved on in between: the panel reckons anew.
      return [];
    }
  }, [considered, show, options, plan, view, settings.scale]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the stamp is how a tool asks to be drawn
  useEffect(() => {
    if (!surface.current) return;
    surface.current.setLit({
      // What would move is seen as ghosts alone, or both would lie on each other.
      selection: considered ? desk.selection.filter((id) => !considered.ids.includes(id)) : path.length ? path : desk.selection,
      // In a section units of a pipe lie over each other: their figures would too.
      figures: plan && desk.selection.length > 1 && !considered,
      hover: desk.tool === 'select' ? desk.hover : null,
      moving: tool.moving?.() ?? null,
      ghosts: [...shades, ...(plan && surface.current ? runGhosts(surface.current, path, preview) : []), ...tool.ghosts()],
      band: tool.band?.() ?? null,
    });
  }, [
    desk.selection,
    path,
    preview,
    list,
    considered,
    desk.tool,
    desk.hover,
    desk.form,
    desk.rowCount,
    desk.type,
    tool,
    stamp,
    shades,
    k,
    show,
    drafting,
    draftFields,
  ]);

  // Space pans; Escape leaves what is under way; figures go to the tool.
  // biome-ignore lint/correctness/useExhaustiveDependencies: keys act on the tool of the moment
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      const mine = keysAt(event.target) === 'rig';
      if (event.code === 'Space' && mine) {
        spaceHeld.current = true;
        event.preventDefault();
      }
      // Of two panes the left one leads: Escape leaves a gesture, then the tool, the panel, the selection.
      if (event.key === 'Escape' && pane === useDesk.getState().view) {
        if (tool.cancel()) return;
        if (useDraft.getState().draft) useDraft.setState({ draft: null });
        else if (desk.tool !== 'select') desk.set({ tool: 'select' });
        else if (desk.panel) desk.set({ panel: null });
        else desk.select([]);
      } else if (event.key === 'Escape') tool.cancel();
      else if (mine && tool.key?.(event)) event.stopImmediatePropagation();
    };
    const up = (event: KeyboardEvent) => {
      if (event.code === 'Space') spaceHeld.current = false;
    };
    window.addEventListener('keydown', down, { capture: true });
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down, { capture: true });
      window.removeEventListener('keyup', up);
    };
  }, [tool, desk.tool, desk.panel]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a draft belongs to its tool
  useEffect(() => {
    if (plan) useDraft.setState({ draft: null });
  }, [desk.tool, desk.form]);

  const worldOf = (event: React.PointerEvent): readonly [number, number] => {
    const box = host.current!.getBoundingClientRect();
    return surface.current!.toWorld(event.clientX - box.left, event.clientY - box.top);
  };
  const reads = tool.reads?.() ?? inside;
  const cursor =
    inside && reads
      ? plan
        ? formatStagePoint(reads, settings.units)
        : `${formatLength(reads[0], settings.units)}  +${formatLength(reads[1], settings.units)}`
      : '';
  const barMm = scaleBar(k, settings.units);
  return (
    <div className="relative h-full w-full overflow-hidden" style={{ background: 'var(--sheet)' }}>
      <div
        ref={host}
        data-testid={plan ? 'drawing' : 'section'}
        role="application"
        aria-label={
          plan
            ? 'Plan drawing. The Ledger below lists the same fixtures.'
            : pane === 'section'
              ? 'Section'
              : 'Elevation from the front'
        }
        tabIndex={0}
        data-keys="rig"
        className="absolute inset-0"
        style={{ cursor: tool.crosshair ? 'crosshair' : 'default', touchAction: 'none' }}
        onPointerDown={(event) => {
          if (event.button !== 0 || spaceHeld.current) return;
          const at = worldOf(event);
          host.current!.focus({ preventScroll: true });
          host.current!.setPointerCapture(event.pointerId);
          tool.down(at, event.nativeEvent);
        }}
        onPointerMove={(event) => {
          const at = worldOf(event);
          setInside(at);
          tool.move(at, event.nativeEvent);
        }}
        onPointerUp={(event) => tool.up(worldOf(event), event.nativeEvent)}
        onPointerCancel={() => tool.cancel()}
        onPointerLeave={() => setInside(null)}
        onDoubleClick={(event) => {
          const at = surface.current!.toWorld(event.nativeEvent.offsetX, event.nativeEvent.offsetY);
          if (
            desk.tool === 'select' &&
            !surface.current!.pick(at[0], at[1], ['fixture', 'position', 'outline', 'masking', 'note', 'detail'])
          )
            showBox();
        }}
      >
        <canvas className="absolute inset-0 h-full w-full" />
        <canvas className="pointer-events-none absolute inset-0 h-full w-full" />
      </div>
      {plan && drafting && (
        <DraftForm
          room={[host.current?.clientWidth ?? 800, host.current?.clientHeight ?? 500]}
          toScreen={(x, y) => [x * k + (surface.current?.view.tx ?? 0), (surface.current?.view.ty ?? 0) - y * k]}
        />
      )}
      {plan && tool.typed && <PointField tool={tool} />}
      {plan && desk.colourBy !== 'nothing' && <Legend />}
      <div className="pointer-events-none absolute bottom-3 left-4 text-[11px]" aria-hidden="true">
        <div className="flex justify-between" style={{ width: barMm * k }}>
          <span>0</span>
          <span>{formatLength(barMm, settings.units)}</span>
        </div>
        <div className="h-1.5 border border-t-0" style={{ width: barMm * k, borderColor: 'var(--ink)' }} />
      </div>
      <div
        className="pointer-events-none absolute right-4 bottom-3 whitespace-pre text-[12px]"
        data-testid={plan ? 'cursor' : 'section-cursor'}
        style={{ background: 'var(--sheet)' }}
      >
        {cursor}
        <span className="pencil">{cursor && `  ${settings.units === 'metric' ? 'm' : ''}   `}</span>
        {plan && preview ? <span className="pencil">numbers shown are a preview</span> : null}
      </div>
    </div>
  );
}

const none: readonly string[] = [];
