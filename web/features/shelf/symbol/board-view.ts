/** What part of the board is seen, and where the pointer is on it. */
import { type RefObject, useRef, useState } from 'react';
import { boxOf } from '#core/draw/list';
import { shapePrim } from '#core/draw/shapes';
import type { SymbolDef, Vec2 } from '#core/model/records';
import { onGrid } from './board';

/** Middle of what is seen and its width, mm. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly w: number;
}
export interface BoardScreen {
  readonly svg: RefObject<SVGSVGElement | null>;
  readonly view: View;
  readonly setView: (view: View) => void;
  /** Height that is seen, and a pixel, mm. */
  readonly h: number;
  readonly px: number;
  /** What points snap to, and the grid that is drawn, mm. */
  readonly step: number;
  readonly grid: number;
  /** The pointer's place in mm, snapped unless Alt is held. */
  readonly at: (event: { clientX: number; clientY: number; altKey?: boolean }) => Vec2;
  readonly zoom: (event: { clientX: number; clientY: number; deltaY: number }) => void;
}

function whole(symbol: SymbolDef): View {
  const prims = symbol.shapes.map(shapePrim);
  const box = prims.length ? boxOf(prims) : ([-200, -300, 200, 300] as const);
  return { x: (box[0] + box[2]) / 2, y: (box[1] + box[3]) / 2, w: Math.max(box[2] - box[0], box[3] - box[1], 100) * 1.5 };
}

export function useBoardView(symbol: SymbolDef): BoardScreen {
  const svg = useRef<SVGSVGElement>(null);
  const [view, setView] = useState<View>(() => whole(symbol));
  const rect = svg.current?.getBoundingClientRect();
  const [pw, ph] = [rect?.width ?? 560, rect?.height ?? 560];
  const step = view.w > 1500 ? 50 : view.w > 500 ? 10 : 5;
  const grid = view.w > 3000 ? 500 : view.w > 900 ? 100 : 50;
  /** Where on the board the pointer is, as parts of its width and height from the middle, and the height that is seen. */
  const part = (event: { clientX: number; clientY: number }) => {
    const box = svg.current?.getBoundingClientRect() ?? new DOMRect(0, 0, 560, 560);
    return {
      fx: (event.clientX - box.left) / box.width - 0.5,
      fy: (event.clientY - box.top) / box.height - 0.5,
      tall: box.height / box.width,
    };
  };
  return {
    svg,
    view,
    setView,
    h: (view.w * ph) / pw,
    px: view.w / pw,
    step,
    grid,
    at: (event) => {
      const { fx, fy, tall } = part(event);
      return onGrid([view.x + fx * view.w, view.y - fy * view.w * tall], event.altKey ? 0 : step);
    },
    zoom: (event) => {
      const { fx, fy, tall } = part(event);
      const w = Math.max(60, Math.min(8000, view.w * Math.exp(event.deltaY * 0.0012)));
      setView({ x: view.x + fx * (view.w - w), y: view.y - fy * (view.w - w) * tall, w });
    },
  };
}
