/** What the pointer does on the drawing board: each tool's press, the drags, and the line that is being drawn. */
import { type Dispatch, type PointerEvent, useRef, useState } from 'react';
import type { AccessoryForm, Shape, Vec2 } from '#core/model/records';
import { chosenBy } from '../../../state/selection';
import { useKeys } from '../../../ui/keys';
import {
  type Act,
  type Board,
  type BoardTool,
  moved,
  movedNode,
  onShapes,
  shapesIn,
  tidy,
  withAnchor,
  withoutShapes,
  withShapes,
} from './board';
import type { BoardScreen, View } from './board-view';

export interface Hands {
  readonly board: Board;
  readonly act: Dispatch<Act>;
  readonly tool: BoardTool;
  readonly setTool: (tool: BoardTool) => void;
  readonly anchorForm: AccessoryForm;
}
type Drag =
  | { readonly kind: 'shapes'; readonly from: Vec2; readonly base: readonly Shape[] }
  | { readonly kind: 'node'; readonly shape: number; readonly node: number }
  | { readonly kind: 'radius'; readonly at: Vec2 }
  | { readonly kind: 'pan'; readonly from: readonly [number, number]; readonly view: View };
/** A press of the first button: what a tool makes of it. A drag that it begins is given back. */
interface Press {
  readonly hands: Hands;
  readonly at: Vec2;
  readonly target: Element | null;
  readonly shift: boolean;
  readonly draft: readonly Vec2[];
  /** How near a point counts as on it, mm. */
  readonly near: number;
  readonly setDraft: (points: readonly Vec2[]) => void;
}

/** Puts a shape into the scope, chooses it, and goes back to choosing. */
function added({ board, act, setTool }: Hands, shape: Shape): void {
  act({ do: 'change', to: (now) => withShapes(now, board.scope, [...shapesIn(now, board.scope), shape]) });
  act({ do: 'choose', shapes: [shapesIn(board.symbol, board.scope).length] });
  setTool('select');
}
function drawn(hands: Hands, points: readonly Vec2[], closed: boolean): void {
  if (points.length > 1) added(hands, { form: 'line', role: closed ? 'outline' : 'detail', points, closed });
}
const places = (change: (press: Press) => Extract<Act, { do: 'change' }>['to']) => (press: Press) => {
  press.hands.act({ do: 'change', to: change(press) });
  press.hands.setTool('select');
  return null;
};
const presses: Readonly<Record<BoardTool, (press: Press) => Drag | null>> = {
  select: ({ hands, at, target, shift }) => {
    const { board, act } = hands;
    const node = target?.getAttribute('data-node');
    const shape = target?.getAttribute('data-shape');
    const [first] = board.chosen;
    if (node && first !== undefined) return { kind: 'node', shape: first, node: Number(node) };
    act({ do: 'choose', shapes: shape ? chosenBy(board.chosen, Number(shape), shift) : [] });
    return shape ? { kind: 'shapes', from: at, base: shapesIn(board.symbol, board.scope) } : null;
  },
  line: ({ hands, at, draft, near, setDraft }) => {
    const [first] = draft;
    const closes = first && draft.length > 2 && Math.hypot(at[0] - first[0], at[1] - first[1]) < near;
    setDraft(closes ? [] : [...draft, at]);
    if (closes) drawn(hands, draft, true);
    return null;
  },
  circle: ({ at, setDraft }) => {
    setDraft([at]);
    return { kind: 'radius', at };
  },
  text: ({ hands, at }) => {
    added(hands, { form: 'text', at, size: 60, text: 'A' });
    return null;
  },
  clamp: places(({ at }) => (now) => ({ ...now, origin: at })),
  unit: places(({ at }) => (now) => ({ ...now, unitAt: at })),
  anchor: places(({ hands, at }) => withAnchor(hands.anchorForm, at)),
};

const ways: Readonly<Record<string, Vec2>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** The keys of the board; each answers whether there was something to do. */
function useBoardKeys(hands: Hands, step: number, draft: readonly Vec2[], setDraft: (points: readonly Vec2[]) => void): void {
  const { board, act, tool, setTool } = hands;
  const { scope, chosen } = board;
  useKeys('board', {
    move: (event) => {
      const way = ways[event.key];
      if (!chosen.length || !way) return false;
      const by = (event.shiftKey ? 10 : event.altKey ? 0.1 : 1) * step;
      act({ do: 'change', to: onShapes(scope, chosen, (shape) => moved(shape, way[0] * by, way[1] * by)) });
      return true;
    },
    delete: () => {
      if (!chosen.length) return false;
      act({ do: 'change', to: withoutShapes(scope, chosen) });
      return true;
    },
    finish: () => {
      if (!draft.length) return false;
      setDraft([]);
      drawn(hands, draft, false);
      return true;
    },
    leave: () => {
      if (!draft.length && tool === 'select') return false;
      setDraft([]);
      setTool('select');
      return true;
    },
  });
}

/** What a drag makes of the pointer's place. */
function dragged(drag: Exclude<Drag, { kind: 'pan' | 'radius' }>, at: Vec2, { board, act }: Hands): void {
  const { scope, chosen } = board;
  if (drag.kind === 'node') {
    act({ do: 'change', open: true, to: onShapes(scope, [drag.shape], (shape) => movedNode(shape, drag.node, at)) });
    return;
  }
  const [dx, dy] = [at[0] - drag.from[0], at[1] - drag.from[1]];
  if (!dx && !dy && !board.open) return;
  const shapes = drag.base.map((shape, i) => (chosen.includes(i) ? moved(shape, dx, dy) : shape));
  act({ do: 'change', open: true, to: (now) => withShapes(now, scope, shapes) });
}

/** The pointer and keys of the board, and what they have begun. */
export function useHands(hands: Hands, screen: BoardScreen) {
  const drag = useRef<Drag | null>(null);
  const [draft, setDraft] = useState<readonly Vec2[]>([]);
  const [pointer, setPointer] = useState<Vec2 | null>(null);
  const { act, tool } = hands;
  const { at, px, view, setView } = screen;
  useBoardKeys(hands, screen.step, draft, setDraft);
  return {
    draft,
    pointer,
    down: (event: PointerEvent<SVGSVGElement>) => {
      event.currentTarget.focus({ preventScroll: true });
      if (event.button === 1 || (event.button === 0 && event.ctrlKey))
        drag.current = { kind: 'pan', from: [event.clientX, event.clientY], view };
      else if (event.button === 0)
        drag.current = presses[tool]({
          hands,
          at: at(event),
          target: (event.target as Element).closest('[data-node],[data-shape]'),
          shift: event.shiftKey,
          draft,
          near: 8 * px,
          setDraft,
        });
      if (drag.current) event.currentTarget.setPointerCapture(event.pointerId);
    },
    move: (event: PointerEvent<SVGSVGElement>) => {
      const p = at(event);
      setPointer(p);
      const now = drag.current;
      if (now?.kind === 'pan')
        setView({
          ...now.view,
          x: now.view.x - (event.clientX - now.from[0]) * px,
          y: now.view.y + (event.clientY - now.from[1]) * px,
        });
      else if (now?.kind === 'radius') setDraft([now.at, p]);
      else if (now) dragged(now, p, hands);
    },
    up: () => {
      const now = drag.current;
      drag.current = null;
      if (now?.kind === 'radius') {
        const [, edge] = draft;
        setDraft([]);
        const radius = edge ? tidy(Math.hypot(edge[0] - now.at[0], edge[1] - now.at[1])) : 0;
        if (radius > 1) added(hands, { form: 'circle', role: 'detail', at: now.at, radius });
      }
      act({ do: 'close' });
    },
    leave: () => setPointer(null),
    /** A double click ends a line; its second press has put a point that is not meant. */
    end: () => {
      if (tool !== 'line') return;
      setDraft([]);
      drawn(hands, draft.slice(0, -1), false);
    },
  };
}
