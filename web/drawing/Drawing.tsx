/** The working surface in plan: pointer tools, keys, ghosts. */

import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { type Box, type Chunk, circle, LINE, MOVE, type Prim, path, rect, textAt, textWidth, transformed } from '#core/draw/list';
import { alongAt, drawnPoint, hangAt } from '#core/draw/locate';
import { fixtureChunks, planList } from '#core/draw/plan';
import { symbolOf } from '#core/draw/symbols';
import { formatLength, formatStagePoint } from '#core/measure/lengths';
import { apply } from '#core/model/change';
import type { Fixture, Position } from '#core/model/records';
import { all, find, settingsOf } from '#core/model/show';
import { withUnits } from '#core/number/units';
import { dragFixtures, hangRow, rowAlongs } from '#core/setout/hang';
import { snapTo } from '#core/space/curves';
import { useSession, useSessionState } from '../session/context';
import { useDesk } from '../session/desk';
import { useRunPreview } from '../steps/run';
import { DraftPipe, type PipeDraft } from './DraftPipe';
import {
  boxOfCorners,
  fewer,
  isTyping,
  openingBox,
  plural,
  rowCount,
  scaleBar,
  squared,
  stageDistance,
  withLength,
} from './pointing';
import { type Lit, makeSurface, type Surface } from './surface';

type Gesture =
  | { readonly kind: 'none' }
  | {
      readonly kind: 'band';
      readonly from: readonly [number, number];
      readonly to: readonly [number, number];
      readonly add: boolean;
    }
  | {
      readonly kind: 'drag';
      readonly dragged: Fixture;
      readonly fixtures: readonly Fixture[];
      readonly from: readonly [number, number];
      readonly label: string;
      readonly moved: boolean;
      readonly change: ReturnType<typeof dragFixtures> | null;
      readonly moving: readonly Chunk[] | null;
      readonly at: number;
    }
  | { readonly kind: 'row'; readonly position: Position; readonly from: number; readonly to: number; readonly typed: string };

const nothing: Gesture = { kind: 'none' };

export function Drawing() {
  const session = useSession();
  const { show } = useSessionState();
  const desk = useDesk();
  const settings = settingsOf(show);
  const preview = useRunPreview();
  const host = useRef<HTMLDivElement>(null);
  const surface = useRef<Surface | null>(null);
  const zoomer = useRef<ZoomBehavior<HTMLDivElement, unknown> | null>(null);
  const [gesture, setGesture] = useState<Gesture>(nothing);
  const [pointer, setPointer] = useState<readonly [number, number] | null>(null);
  const [hover, setHover] = useState<string | null>(null);
  const [pipe, setPipe] = useState<PipeDraft | null>(null);
  const [k, setK] = useState(0.05);

  // Zoomed out, paper-sized tags would be too small to read: on screen they swell in two steps.
  const swell = k * settings.scale * 2 >= 6.5 ? 1 : k * settings.scale * 3 >= 6.5 ? 1.5 : 2;
  const options = useMemo(
    () => ({ denominator: settings.scale * swell, tags: fewer(desk.tags, swell), snags: true, preview: preview?.values }),
    [settings.scale, swell, desk.tags, preview],
  );
  const list = useMemo(() => planList(show, options), [show, options]);

  // One surface for the life of the view; d3-zoom gives wheel, drag and touch.
  // biome-ignore lint/correctness/useExhaustiveDependencies: set up once
  useEffect(() => {
    const element = host.current!;
    const [base, top] = element.querySelectorAll('canvas');
    const made = makeSurface(base!, top!);
    surface.current = made;
    const behaviour = zoom<HTMLDivElement, unknown>()
      .scaleExtent([0.004, 1.5])
      .filter((event: MouseEvent | WheelEvent) =>
        event.type === 'wheel' ? useDesk.getState().tool !== 'hang' || !rowing.current : event.button === 1 || spaceHeld.current,
      )
      .wheelDelta(
        (event) => -event.deltaY * (event.deltaMode === 1 ? 0.05 : event.deltaMode ? 1 : 0.0016) * (event.ctrlKey ? 4 : 1),
      )
      .on('zoom', (event: D3ZoomEvent<HTMLDivElement, unknown>) => {
        const { k: scale, x, y } = event.transform;
        made.setView({ k: scale, tx: x, ty: y });
        setK(scale);
      });
    zoomer.current = behaviour;
    const node = select(element);
    node.call(behaviour).on('dblclick.zoom', null);
    const size = () => made.resize(element.clientWidth, element.clientHeight);
    const observer = new ResizeObserver(size);
    observer.observe(element);
    size();
    made.setList(list, settings.scale);
    fit(openingBox(session.get().show, list.box));
    (window as unknown as Record<string, unknown>).dessinSurface = made;
    void document.fonts.ready.then(() => made.retheme());
    return () => observer.disconnect();
  }, []);

  const rowing = useRef(false);
  const spaceHeld = useRef(false);
  rowing.current = gesture.kind === 'row';

  const fit = (box: Box = planList(session.get().show, options).box) => {
    const made = surface.current;
    if (!made || !host.current || !zoomer.current || !Number.isFinite(box[0])) return;
    const { k: scale, tx, ty } = made.fit(box);
    select(host.current).call(zoomer.current.transform, zoomIdentity.translate(tx, ty).scale(scale));
  };

  useEffect(() => surface.current?.setList(list, settings.scale), [list, settings.scale]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme is what it waits for
  useEffect(() => surface.current?.retheme(), [desk.theme]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: goes once for each request
  useEffect(() => {
    const wanted = desk.goTo;
    const made = surface.current;
    if (!wanted || !made) return;
    if (!wanted.ids.length) return fit();
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

  const type = desk.type ? find(show, 'type', desk.type) : undefined;
  const target = useMemo(() => {
    if (desk.tool !== 'hang' || !pointer || !surface.current) return null;
    if (gesture.kind === 'row') return null;
    return hangAt(show, pointer[0], pointer[1], 28 / surface.current.view.k);
  }, [desk.tool, pointer, gesture.kind, show]);
  const count = gesture.kind === 'row' ? rowCount(gesture, desk.rowCount) : 1;

  const ghosts = useMemo((): Prim[] => {
    const out: Prim[] = [];
    const size = 11 / k;
    const dimension = (at: readonly [number, number], text: string, up = 26) => {
      const [y, w] = [at[1] - up / k, textWidth(text, size) + size];
      out.push(
        { ...path(rect(at[0] - w / 2, y - size * 0.8, w, size * 1.6), 'thin', 'paper', 'lamp') },
        textAt(at[0], y, text, size, 'centre', 'lamp', true),
      );
    };
    if (desk.tool === 'hang' && type) {
      const spots =
        gesture.kind === 'row'
          ? rowAlongs(gesture.from, gesture.to, count).map((along) => ({
              position: gesture.position,
              at: drawnPoint(show, gesture.position, along),
            }))
          : target
            ? [{ position: target.position, at: target.at }]
            : [];
      for (const { at } of spots)
        for (const prim of symbolOf(type).prims) out.push({ ...prim, d: transformed(prim.d, at[0], at[1], 180), ink: 'lamp' });
      if (gesture.kind === 'row') {
        const end = drawnPoint(show, gesture.position, gesture.to);
        const gap = count > 1 ? formatLength(Math.abs(gesture.to - gesture.from) / (count - 1), settings.units) : '';
        dimension(end, `${count} units${gap ? `, ${gap} apart` : ''}`, 34);
      } else if (target) {
        const vertical = target.position.curve.form === 'vertical';
        const text = vertical
          ? `${formatLength(target.position.curve.z + target.along, settings.units)} high`
          : target.position.curve.form === 'arc'
            ? `${formatLength(target.fromOrigin, settings.units)} round`
            : stageDistance(target.fromOrigin, settings.units);
        dimension(target.at, `${text}  ${target.position.name}`, 34);
        if (!vertical && target.position.curve.form === 'straight') {
          const zero = drawnPoint(show, target.position, target.along - target.fromOrigin);
          const y = target.at[1] - 20 / k;
          out.push(path([MOVE, zero[0], y, LINE, target.at[0], y], 'thin', 'none', 'lamp'));
        }
      }
    }
    if (gesture.kind === 'drag' && gesture.moved && gesture.moving?.length) {
      const lead = gesture.moving.find((chunk) => chunk.id === gesture.dragged.id);
      if (lead?.hit?.shape === 'box') dimension(lead.hit.at, gesture.label, 34);
    }
    if (pipe?.from && pipe.to) {
      const [a, b] = [pipe.from, pipe.to];
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
      out.push(
        path([MOVE, ...a, LINE, ...b], 'position', 'none', 'lamp'),
        circle(a[0], a[1], 4 / k, 'position', 'paper', 'lamp'),
      );
      dimension(
        [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
        `${formatLength(length, settings.units)} long${pipe.trimText ? `, trim ${pipe.trimText}` : ''}`,
        -12,
      );
    } else if (desk.tool === 'pipe' && pointer)
      out.push(circle(snapTo(pointer[0], settings.snap), snapTo(pointer[1], settings.snap), 4 / k, 'position', 'none', 'lamp'));
    return out;
  }, [desk.tool, type, gesture, target, count, pipe, pointer, show, settings, k]);

  useEffect(() => {
    const lit: Lit = {
      selection: desk.selection,
      figures: desk.selection.length > 1,
      hover: gesture.kind === 'none' && desk.tool === 'select' ? hover : null,
      moving: gesture.kind === 'drag' ? gesture.moving : null,
      ghosts,
      band: gesture.kind === 'band' ? boxOfCorners(gesture.from, gesture.to) : null,
    };
    surface.current?.setLit(lit);
  }, [desk.selection, desk.tool, gesture, hover, ghosts]);

  // Space pans; Escape leaves what is under way; figures set the count of a row.
  // biome-ignore lint/correctness/useExhaustiveDependencies: keys act on the gesture of the moment
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      if (event.code === 'Space') {
        spaceHeld.current = true;
        event.preventDefault();
      }
      if (event.key === 'Escape') {
        if (gesture.kind !== 'none') setGesture(nothing);
        else if (pipe) setPipe(null);
        else if (desk.tool !== 'select') desk.set({ tool: 'select' });
        else desk.select([]);
      }
      if (gesture.kind === 'row' && /^\d$/.test(event.key))
        setGesture({ ...gesture, typed: (gesture.typed + event.key).slice(-3) });
    };
    const up = (event: KeyboardEvent) => {
      if (event.code === 'Space') spaceHeld.current = false;
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, [gesture, pipe, desk.tool]);
  useEffect(() => {
    if (desk.tool !== 'pipe') setPipe(null);
  }, [desk.tool]);

  // The wheel sets the count while a row is dragged out; passive listeners could not stop the zoom.
  useEffect(() => {
    const element = host.current!;
    const wheel = (event: WheelEvent) => {
      if (!rowing.current) return;
      event.preventDefault();
      event.stopPropagation();
      const now = useDesk.getState().rowCount;
      useDesk.setState({ rowCount: Math.max(2, Math.min(200, now + (event.deltaY < 0 ? 1 : -1))) });
      setGesture((state) => (state.kind === 'row' ? { ...state, typed: '' } : state));
    };
    element.addEventListener('wheel', wheel, { passive: false, capture: true });
    return () => element.removeEventListener('wheel', wheel, { capture: true });
  }, []);

  const worldOf = (event: React.PointerEvent): readonly [number, number] => {
    const box = host.current!.getBoundingClientRect();
    return surface.current!.toWorld(event.clientX - box.left, event.clientY - box.top);
  };

  const pointerDown = (event: React.PointerEvent) => {
    if (event.button !== 0 || spaceHeld.current) return;
    const at = worldOf(event);
    host.current!.focus({ preventScroll: true });
    if (desk.tool === 'pipe') {
      const snapped = [snapTo(at[0], settings.snap), snapTo(at[1], settings.snap)] as const;
      if (!pipe?.from) setPipe({ from: snapped, to: snapped, trimText: '', fixedLength: null });
      else pipe.finish?.();
      return;
    }
    host.current!.setPointerCapture(event.pointerId);
    if (desk.tool === 'hang') {
      if (!type) return void toast('Choose a fixture type first, in the panel at the right.');
      const spot = hangAt(show, at[0], at[1], 28 / surface.current!.view.k);
      if (!spot) return void toast('There is no position here. Point at a pipe, a boom in its detail, or the ring.');
      setGesture({ kind: 'row', position: spot.position, from: spot.along, to: spot.along, typed: '' });
      return;
    }
    const chunk = surface.current!.pick(at[0], at[1], ['fixture', 'position']);
    if (!chunk?.id) {
      setGesture({ kind: 'band', from: at, to: at, add: event.shiftKey });
      return;
    }
    const { selection } = desk;
    const next = event.shiftKey
      ? selection.includes(chunk.id)
        ? selection.filter((id) => id !== chunk.id)
        : [...selection, chunk.id]
      : selection.includes(chunk.id)
        ? selection
        : [chunk.id];
    desk.select(next);
    const dragged = find(show, 'fixture', chunk.id);
    if (dragged && next.includes(dragged.id))
      setGesture({
        kind: 'drag',
        dragged,
        fixtures: all(show, 'fixture').filter((fixture) => next.includes(fixture.id)),
        from: at,
        moved: false,
        change: null,
        moving: null,
        label: '',
        at: 0,
      });
  };

  const pointerMove = (event: React.PointerEvent) => {
    const at = worldOf(event);
    setPointer(at);
    if (gesture.kind === 'band') setGesture({ ...gesture, to: at });
    else if (gesture.kind === 'row') {
      const spot = alongAt(show, gesture.position, at[0], at[1], event.altKey ? 0 : settings.snap);
      if (spot.along !== gesture.to) setGesture({ ...gesture, to: spot.along });
    } else if (gesture.kind === 'drag') dragTo(gesture, at, event.altKey);
    else if (pipe?.from && pipe.fixedLength === null)
      setPipe({ ...pipe, to: squared(pipe.from, at, settings.snap, event.altKey) });
    else if (pipe?.from && pipe.fixedLength !== null) setPipe({ ...pipe, to: withLength(pipe.from, at, pipe.fixedLength) });
    else if (desk.tool === 'select') {
      const chunk = surface.current!.pick(at[0], at[1], ['fixture', 'position']);
      if ((chunk?.id ?? null) !== hover) setHover(chunk?.id ?? null);
    }
  };

  const dragTo = (drag: Extract<Gesture, { kind: 'drag' }>, at: readonly [number, number], free: boolean) => {
    const away = Math.hypot(at[0] - drag.from[0], at[1] - drag.from[1]) * surface.current!.view.k;
    if (!drag.moved && away < 4) return;
    const home = find(show, 'position', drag.dragged.position)!;
    const snap = free ? 0 : settings.snap;
    const near = hangAt(show, at[0], at[1], 22 / surface.current!.view.k, snap);
    const spot = near ?? alongAt(show, home, at[0], at[1], snap);
    const change = dragFixtures(show, drag.fixtures, drag.dragged, spot);
    const draft = apply(show, change);
    const ids = new Set(drag.fixtures.map((fixture) => fixture.id));
    const moving = fixtureChunks(draft, ids, { ...options, snags: false });
    setGesture({
      ...drag,
      moved: true,
      change,
      moving,
      at: spot.along,
      label: `${stageDistance(spot.fromOrigin, settings.units)}  ${spot.position.name}`,
    });
  };

  const pointerUp = (event: React.PointerEvent) => {
    if (gesture.kind === 'band') {
      const box = boxOfCorners(gesture.from, gesture.to);
      const small = (box[2] - box[0]) * surface.current!.view.k < 4 && (box[3] - box[1]) * surface.current!.view.k < 4;
      const found = small ? [] : surface.current!.within(box).map((chunk) => chunk.id!);
      // A box is read from left to right.
      const placed = new Map(
        list.chunks.flatMap((chunk) => (chunk.hit?.shape === 'box' && chunk.id ? [[chunk.id, chunk.hit.at] as const] : [])),
      );
      found.sort((a, b) => placed.get(a)![0] - placed.get(b)![0] || placed.get(b)![1] - placed.get(a)![1]);
      desk.select(gesture.add ? [...new Set([...desk.selection, ...found])] : found);
    } else if (gesture.kind === 'drag') {
      if (gesture.moved && gesture.change)
        session.edit(
          `Move ${plural(gesture.fixtures.length)} on ${find(show, 'position', gesture.dragged.position)?.name ?? ''}`,
          withUnits(show, gesture.change),
        );
      else if (!event.shiftKey) desk.select([gesture.dragged.id]);
    } else if (gesture.kind === 'row' && type) {
      const n = gesture.from === gesture.to ? 1 : rowCount(gesture, desk.rowCount);
      hang(gesture.position, gesture.from, gesture.to, n);
    }
    setGesture(nothing);
  };

  const hang = (position: Position, from: number, to: number, n: number) => {
    try {
      const change = hangRow(show, type!, position, from, to, n, v4);
      session.edit(`Hang ${n} ${type!.name} on ${position.name}`, change);
      desk.select(change.added.map((record) => record.id));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };

  const cursor = pointer
    ? formatStagePoint(target ? [target.at[0], target.at[1], target.position.curve.z] : [pointer[0], pointer[1]], settings.units)
    : '';
  const barMm = scaleBar(k, settings.units);
  return (
    <div className="relative h-full w-full overflow-hidden" style={{ background: 'var(--sheet)' }}>
      <div
        ref={host}
        data-testid="drawing"
        role="application"
        aria-label="Plan drawing. The Ledger below lists the same fixtures."
        tabIndex={0}
        className="absolute inset-0"
        style={{ cursor: desk.tool === 'select' ? 'default' : 'crosshair', touchAction: 'none' }}
        onPointerDown={pointerDown}
        onPointerMove={pointerMove}
        onPointerUp={pointerUp}
        onPointerCancel={() => setGesture(nothing)}
        onPointerLeave={() => setPointer(null)}
        onDoubleClick={() => desk.tool === 'select' && fit()}
      >
        <canvas className="absolute inset-0 h-full w-full" />
        <canvas className="pointer-events-none absolute inset-0 h-full w-full" />
      </div>
      {pipe?.from && (
        <DraftPipe
          room={[host.current?.clientWidth ?? 800, host.current?.clientHeight ?? 500]}
          draft={pipe}
          setDraft={setPipe}
          toScreen={(x, y) => [x * k + (surface.current?.view.tx ?? 0), (surface.current?.view.ty ?? 0) - y * k]}
        />
      )}
      <div className="pointer-events-none absolute bottom-3 left-4 text-[11px]" aria-hidden="true">
        <div className="flex justify-between" style={{ width: barMm * k }}>
          <span>0</span>
          <span>{formatLength(barMm, settings.units)}</span>
        </div>
        <div className="h-1.5 border border-t-0" style={{ width: barMm * k, borderColor: 'var(--ink)' }} />
      </div>
      <div
        className="pointer-events-none absolute right-4 bottom-3 whitespace-pre text-[12px]"
        data-testid="cursor"
        style={{ background: 'var(--sheet)' }}
      >
        {cursor}
        <span className="pencil">{cursor && `  ${settings.units === 'metric' ? 'm' : ''}   `}</span>
        {preview ? <span className="pencil">numbers shown are a preview</span> : null}
      </div>
    </div>
  );
}
