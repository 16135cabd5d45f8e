/** Which part of a board is seen. */
import { useEffect, useRef, useState } from 'react';
import type { BoardMap } from '#core/model/records';

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
export function useLooking(svg: React.RefObject<SVGSVGElement | null>, map: BoardMap, drawing: boolean) {
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
