/** A map under the hand: tapped it selects, drawn on it moves. Levels are written straight into the picture, once a frame. */
import { memo, useEffect, useRef, useState } from 'react';
import { shifted } from '#core/maps/arrange';
import { itemPrims } from '#core/maps/draw';
import { filterOf, isButton, isChannel, lightsOf, nameOf } from '#core/maps/things';
import type { BoardMap, Id, MapItem } from '#core/model/records';
import type { Show } from '#core/model/show';
import { draggedBox } from '#core/paper/edits';
import { levelText } from '#core/wires/lives';
import { hexOf, liveOfRow } from '#core/wires/sheet';
import { useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { followLives, liveOf } from '../../state/wires/wires';
import { useKeys } from '../../ui/keys';
import { PrimMarks } from '../../ui/SymbolMark';
import { putItems, tap, useMaps } from './state';

/** Of a lamp without a filter. */
const WARM = '#ffd9a0';
/** Travel that makes a press a drag, pixels. */
const FAR = 4;
const ways: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
type Gesture =
  | { readonly kind: 'move'; readonly from: readonly [number, number]; by: readonly [number, number] }
  | { readonly kind: 'size'; readonly id: string; readonly from: readonly [number, number]; by: readonly [number, number] }
  | { readonly kind: 'box'; readonly from: readonly [number, number]; to: readonly [number, number] };

// Long: what was pressed is read by all its short functions.
export function MapBoard({ map }: { readonly map: BoardMap }) {
  const show = useShow();
  const session = useSession();
  const { drawing, chosen } = useMaps();
  const selection = useSelection((state) => state.selection);
  const svg = useRef<SVGSVGElement>(null);
  const [gesture, setGesture] = useState<Gesture | null>(null);
  const { box, pan, fit } = useLooking(svg, map, drawing);
  useLevels(svg, show, map);
  const [width, height] = map.size;
  /** A place of the window on the board, mm from its lower left. */
  const boardAt = (event: React.PointerEvent): readonly [number, number] => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return [0, 0];
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return [at.x, height - at.y];
  };
  const after = (now: Gesture | null): readonly MapItem[] => {
    if (now?.kind === 'move') return shifted(map.items, chosen, now.by, map.snap);
    if (now?.kind === 'size')
      return map.items.map((item) =>
        item.id === now.id
          ? {
              ...item,
              box: draggedBox(item.box, [1, -1], now.by, [[], []], map.snap ? 0.001 : 0, item.what === 'line' ? -1e4 : 3),
            }
          : item,
      );
    return map.items;
  };
  const press = (event: React.PointerEvent, item: MapItem) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    // The keys are the board's, and not the thing's.
    event.preventDefault();
    svg.current?.focus({ preventScroll: true });
    if (!drawing) return tap(show, item, event.shiftKey);
    const next = event.shiftKey ? toggled(chosen, item.id) : chosen.has(item.id) ? chosen : new Set([item.id]);
    useMaps.setState({ chosen: next });
    svg.current?.setPointerCapture(event.pointerId);
    setGesture({ kind: 'move', from: boardAt(event), by: [0, 0] });
  };
  const begin = (event: React.PointerEvent) => {
    svg.current?.focus({ preventScroll: true });
    // Beside the things the board is taken hold of; while it is drawn on, by the middle button.
    if (event.button === 1 || (event.button === 0 && !drawing)) {
      svg.current?.setPointerCapture(event.pointerId);
      pan.begin(event);
      return;
    }
    if (event.button !== 0) return;
    if (!event.shiftKey) useMaps.setState({ chosen: new Set() });
    svg.current?.setPointerCapture(event.pointerId);
    const at = boardAt(event);
    setGesture({ kind: 'box', from: at, to: at });
  };
  const move = (event: React.PointerEvent) => {
    if (pan.move(event) || !gesture) return;
    const at = boardAt(event);
    if (gesture.kind === 'box') return setGesture({ ...gesture, to: at });
    setGesture({ ...gesture, by: [at[0] - gesture.from[0], at[1] - gesture.from[1]] });
  };
  const letGo = () => {
    pan.end();
    const ended = gesture;
    setGesture(null);
    if (!ended) return;
    if (ended.kind === 'box') {
      const [left, right] = [Math.min(ended.from[0], ended.to[0]), Math.max(ended.from[0], ended.to[0])];
      const [low, high] = [Math.min(ended.from[1], ended.to[1]), Math.max(ended.from[1], ended.to[1])];
      if (right - left < 1) return;
      const inside = map.items.filter(({ box: [x, y, w, h] }) => x >= left && x + w <= right && y >= low && y + h <= high);
      useMaps.setState({ chosen: new Set([...chosen, ...inside.map(({ id }) => id)]) });
      return;
    }
    const scale = svg.current?.getScreenCTM()?.a ?? 1;
    if (Math.hypot(...ended.by) * scale < FAR) return;
    putItems(session, map, ended.kind === 'move' ? 'Places' : 'Size', after(ended));
  };
  useKeys('map', {
    'move things': (event) => {
      const way = ways[event.key];
      if (!drawing || !chosen.size || !way) return false;
      const by = Math.max(1, map.snap) * (event.shiftKey ? 10 : 1);
      putItems(session, map, 'Places', shifted(map.items, chosen, [way[0] * by, way[1] * by], map.snap));
      return true;
    },
    'drop things': () => {
      if (!drawing || !chosen.size) return false;
      putItems(
        session,
        map,
        'Things out',
        map.items.filter(({ id }) => !chosen.has(id)),
      );
      useMaps.setState({ chosen: new Set() });
      return true;
    },
    'leave things': () => {
      if (!chosen.size) return false;
      useMaps.setState({ chosen: new Set() });
      return true;
    },
  });
  const seen = after(gesture);
  const only = chosen.size === 1 ? seen.find(({ id }) => chosen.has(id)) : undefined;
  return (
    <svg
      ref={svg}
      viewBox={box}
      onDoubleClick={fit}
      className="h-full w-full touch-none outline-none"
      data-scope="map"
      data-testid="map board"
      role="application"
      aria-label={`The map ${map.name}. ${drawing ? 'Arrow keys move what is chosen.' : 'What is tapped is selected everywhere.'}`}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
      tabIndex={0}
      onPointerDown={begin}
      onPointerMove={move}
      onPointerUp={letGo}
      onPointerCancel={() => setGesture(null)}
    >
      <rect width={width} height={height} fill="var(--sheet)" stroke="var(--hair)" strokeWidth={0.4} />
      {map.background && (
        <image
          href={`data:image/png;base64,${map.background}`}
          width={width}
          height={height}
          preserveAspectRatio="xMinYMax meet"
          opacity={0.6}
        />
      )}
      {seen.map((item) => (
        <Thing
          key={item.id}
          show={show}
          map={map}
          item={item}
          lit={isLit(show, item, selection)}
          chosen={chosen.has(item.id)}
          onPress={press}
        />
      ))}
      {drawing && only && (
        <rect
          data-testid="map handle"
          x={only.box[0] + only.box[2] - 2}
          y={height - only.box[1] - 2}
          width={4}
          height={4}
          fill="var(--lamp)"
          style={{ cursor: 'nwse-resize' }}
          onPointerDown={(event) => {
            event.stopPropagation();
            svg.current?.setPointerCapture(event.pointerId);
            setGesture({ kind: 'size', id: only.id, from: boardAt(event), by: [0, 0] });
          }}
        />
      )}
      {gesture?.kind === 'box' && (
        <rect
          x={Math.min(gesture.from[0], gesture.to[0])}
          y={height - Math.max(gesture.from[1], gesture.to[1])}
          width={Math.abs(gesture.to[0] - gesture.from[0])}
          height={Math.abs(gesture.to[1] - gesture.from[1])}
          fill="var(--halo)"
          stroke="var(--lamp)"
          strokeWidth={0.3}
        />
      )}
    </svg>
  );
}
/** What stands on the board, with some air, as a part of the picture. */
function aroundItems({ items, size: [, height] }: BoardMap): readonly [number, number, number, number] {
  const air = 6;
  const left = Math.min(...items.map(({ box: [x, , w] }) => Math.min(x, x + w))) - air;
  const right = Math.max(...items.map(({ box: [x, , w] }) => Math.max(x, x + w))) + air;
  const low = Math.min(...items.map(({ box: [, y, , h] }) => Math.min(y, y + h))) - air;
  const high = Math.max(...items.map(({ box: [, y, , h] }) => Math.max(y, y + h))) + air;
  return [left, height - high, right - left, high - low];
}
/** Share of the board that is seen at the closest. */
const CLOSEST = 0.08;
/** Which part of the board is seen: the wheel looks closer at the pointer, a double click at all of it. */
function useLooking(svg: React.RefObject<SVGSVGElement | null>, map: BoardMap, drawing: boolean) {
  const {
    size: [width, height],
  } = map;
  // While it is drawn on all of the board is seen, else what stands on it.
  const whole = drawing || !map.items.length || map.background ? ([-4, -4, width + 8, height + 8] as const) : aroundItems(map);
  const [part, setPart] = useState<readonly [number, number, number, number] | null>(null);
  const held = useRef<{
    readonly at: readonly [number, number];
    readonly part: readonly [number, number, number, number];
  } | null>(null);
  const now = part ?? whole;
  const latest = useRef(now);
  latest.current = now;
  useEffect(() => {
    const element = svg.current;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const matrix = element?.getScreenCTM();
      if (!matrix) return;
      const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
      const [x, y, w, h] = latest.current;
      const wanted = (w * Math.exp(event.deltaY * 0.0015)) / (width + 8);
      const scale = (Math.min(1.5, Math.max(CLOSEST, wanted)) * (width + 8)) / w;
      setPart([at.x - (at.x - x) * scale, at.y - (at.y - y) * scale, w * scale, h * scale]);
    };
    element?.addEventListener('wheel', wheel, { passive: false });
    return () => element?.removeEventListener('wheel', wheel);
  }, [svg, width]);
  return {
    box: now.join(' '),
    fit: () => setPart(null),
    pan: {
      begin(event: React.PointerEvent) {
        held.current = { at: [event.clientX, event.clientY], part: latest.current };
      },
      move(event: React.PointerEvent): boolean {
        const from = held.current;
        if (!from) return false;
        const k = svg.current?.getScreenCTM()?.a ?? 1;
        const [x, y, w, h] = from.part;
        setPart([x - (event.clientX - from.at[0]) / k, y - (event.clientY - from.at[1]) / k, w, h]);
        return true;
      },
      end() {
        held.current = null;
      },
    },
  };
}
const toggled = (chosen: ReadonlySet<string>, id: string): ReadonlySet<string> => {
  const next = new Set(chosen);
  if (!next.delete(id)) next.add(id);
  return next;
};
const isLit = (show: Show, item: MapItem, selection: readonly Id[]): boolean =>
  selection.length > 0 && (isChannel(item) || isButton(item)) && lightsOf(show, item).some(({ id }) => selection.includes(id));

interface ThingProps {
  readonly show: Show;
  readonly map: BoardMap;
  readonly item: MapItem;
  readonly lit: boolean;
  readonly chosen: boolean;
  readonly onPress: (event: React.PointerEvent, item: MapItem) => void;
}
/** Drawn anew where it changed, and not with every step of a drag of others. */
const Thing = memo(
  function Thing({ show, map, item, lit, chosen, onPress }: ThingProps) {
    const [x, y, w, h] = item.box;
    const height = map.size[1];
    const tappable = isChannel(item) || isButton(item);
    return (
      // biome-ignore lint/a11y/useSemanticElements: a drawing has no buttons of its own; the table of maps has them for the keys
      <g
        data-item={item.id}
        data-what={item.what}
        data-lit={tappable && lit ? '' : undefined}
        role="button"
        tabIndex={-1}
        aria-pressed={tappable ? lit : chosen}
        aria-label={nameOf(show, item) || item.what}
        transform={`translate(${x} ${height - y})`}
        style={{ cursor: 'pointer' }}
        onPointerDown={(event) => onPress(event, item)}
      >
        {tappable && <rect className="glow" y={-h} width={Math.max(0, w)} height={Math.max(0, h)} rx={1} fill="transparent" />}
        {!tappable && (
          <rect x={Math.min(0, w)} y={-Math.max(0, h)} width={Math.abs(w)} height={Math.max(2, Math.abs(h))} fill="transparent" />
        )}
        <g style={{ color: 'var(--ink)', pointerEvents: 'none' }}>
          <PrimMarks prims={itemPrims(show, map, item)} pen={0.4} />
        </g>
        {isChannel(item) && (
          <text
            className="level"
            x={w - 1}
            y={-h / 2 + Math.min(6.5, h * 0.46) * 0.2}
            fontSize={Math.min(6.5, h * 0.46, w * 0.24)}
            textAnchor="end"
            fontWeight={700}
            fill="var(--ink)"
            style={{ pointerEvents: 'none' }}
          />
        )}
        {(lit || chosen) && (
          <rect
            x={Math.min(0, w) - 0.6}
            y={-Math.max(0, h) - 0.6}
            width={Math.abs(w) + 1.2}
            height={Math.abs(h) + 1.2}
            fill="none"
            stroke="var(--lamp)"
            strokeWidth={chosen ? 0.9 : 0.6}
            strokeDasharray={chosen && !lit ? '2 1' : undefined}
            style={{ pointerEvents: 'none' }}
          />
        )}
      </g>
    );
  },
  (a, b) =>
    a.show === b.show &&
    a.item === b.item &&
    a.lit === b.lit &&
    a.chosen === b.chosen &&
    sameLook(a.map, b.map) &&
    a.onPress === b.onPress,
);
const sameLook = (a: BoardMap, b: BoardMap): boolean => a.fields === b.fields && a.fill === b.fill && a.size === b.size;

/** Figures and glows of what is alive. */
function useLevels(svg: React.RefObject<SVGSVGElement | null>, show: Show, map: BoardMap): void {
  useEffect(() => {
    const things = map.items.filter((item) => isChannel(item) || isButton(item));
    const byLight = new Map<Id, MapItem[]>();
    for (const item of things) for (const { id } of lightsOf(show, item)) byLight.set(id, [...(byLight.get(id) ?? []), item]);
    const write = (item: MapItem) => {
      const group = svg.current?.querySelector<SVGGElement>(`[data-item="${CSS.escape(item.id)}"]`);
      if (!group) return;
      const live = liveOfRow({ channel: '', fixtures: lightsOf(show, item) }, liveOf);
      const glow = group.querySelector<SVGRectElement>('.glow');
      const figure = group.querySelector<SVGTextElement>('.level');
      const level = live?.level ?? 0;
      if (figure) {
        figure.textContent = live && (level > 0 || live.lost) ? `${levelText(level)}${live.lost ? '?' : ''}` : '';
        figure.style.fill = live?.lost ? 'var(--stop)' : '';
      }
      group.dataset.state = live?.lost ? 'lost' : level > 0 ? 'lit' : 'out';
      if (glow) {
        glow.style.fill =
          level > 0 && map.fill !== 'nothing'
            ? live?.colour
              ? hexOf(live.colour)
              : (filterOf(show, item) ?? WARM)
            : 'transparent';
        glow.style.fillOpacity = String(0.08 + 0.34 * level);
        glow.style.stroke = live?.lost ? 'var(--stop)' : '';
        glow.style.strokeWidth = '0.5';
      }
    };
    for (const item of things) write(item);
    return followLives((changed) => {
      if (!changed) for (const item of things) write(item);
      else for (const item of new Set(changed.flatMap((id) => byLight.get(id) ?? []))) write(item);
    });
  }, [svg, show, map]);
}
