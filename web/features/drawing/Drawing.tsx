/** The working surface: plan, section or elevation on one kind of paper; the tools do what the pointer does. */

import { Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { present } from '#core/measure/list';
import { useSession, useShow } from '../../state/context';
import { useDraft } from '../../state/draft';
import { openMenu } from '../../state/menu';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { useView } from '../../state/view';
import { layDown, takeUp, useHand } from '../../ui/canvas/hand';
import type { Surface } from '../../ui/canvas/surface';
import { type Env, type Tool, toolToCome } from '../../ui/canvas/tool';
import { focusCard } from '../../ui/focus';
import { here, type InCut, lazily, registry, useLater } from '../../ui/registry';
import { useCanvas } from './canvas';
import { Lit } from './Lit';
import { type Cut, type Drawn, useDrawn } from './list';
import { makePane, type Pane } from './pane';
import { PointedAt, Readout, ScaleBar } from './Readout';
import { kindsOf, withGroup } from './select-tool';

const DraftForm = lazily(async () => (await import('./DraftForm')).DraftForm);
const LightPane = lazily(async () => (await import('./light/LightPane')).LightPane);
const LiveOver = lazily(async () => (await import('./live/LiveOver')).LiveOver);
const Legend = lazily(async () => (await import('./Legend')).Legend);
const PointField = lazily(async () => (await import('./PointField')).PointField);

/** Most tools do nothing of their own in a section. */
const none = here<InCut | null>(null);

/** The tool in hand for this pane, which lasts until another is taken. */
function useToolOf(
  view: string,
  step: string,
  pane: Pane,
  drawn: Drawn,
  surface: { readonly current: Surface | null },
  cut: Cut | undefined,
): Tool {
  const session = useSession();
  const show = useShow();
  const id = useTool((state) => state.tool);
  const form = useTool((state) => state.form);
  const entry = registry().tools.get(id) ?? present(registry().tools.get('select'));
  const make = useLater(entry.make);
  const inCut = useLater(entry.inCut ?? none);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was pressed was meant for one tool
  const coming = useMemo(toolToCome, [id]);
  const plan = !cut;
  const latest = useRef({ show, step, drawn });
  latest.current = { show, step, drawn };
  const tool = useMemo((): Tool => {
    const env: Env = {
      session,
      show: () => latest.current.show,
      surface: () => surface.current!,
      options: () => latest.current.drawn.options,
      step: () => latest.current.step,
      refresh: () => pane.setState(({ stamp }) => ({ stamp: stamp + 1 })),
      say: (text) => void toast(text),
    };
    const plane = () => latest.current.drawn.plane;
    return cut ? (inCut ?? cut.tool)(env, plane) : (make?.(env) ?? coming.tool);
  }, [cut, make, inCut, coming, session, pane, surface]);
  useEffect(() => {
    takeUp(view, tool);
    if (tool !== coming.tool) coming.hand(tool);
    return () => layDown(view, tool);
  }, [view, tool, coming]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a draft belongs to its tool and form
  useEffect(() => {
    if (plan) useDraft.setState({ draft: null });
  }, [id, form]);
  return tool;
}

const labels: Readonly<Record<string, string>> = {
  plan: 'Plan drawing. The Ledger below lists the same fixtures.',
  section: 'Section',
  elevation: 'Elevation from the front',
};

export interface DrawingProps {
  readonly view: string;
  readonly step: string;
  /** How it is cut; the plan is not. */
  readonly cut?: Cut;
}
export function Drawing({ view, step, cut }: DrawingProps) {
  const [pane] = useState(makePane);
  const active = useRef<Tool | null>(null);
  const plan = view === 'plan';
  const drawn = useDrawn(view, step, pane, cut);
  const { host, surface, showBox } = useCanvas(view, pane, drawn, active);
  const tool = useToolOf(view, step, pane, drawn, surface, cut);
  active.current = tool;
  const session = useSession();
  const coloured = useView((state) => state.colourBy !== 'nothing');

  const worldOf = (event: { clientX: number; clientY: number }): readonly [number, number] => {
    const box = host.current!.getBoundingClientRect();
    return surface.current!.toWorld(event.clientX - box.left, event.clientY - box.top);
  };
  return (
    <div className="relative h-full w-full overflow-hidden" style={{ background: 'var(--sheet)' }}>
      <div
        ref={host}
        data-testid={plan ? 'drawing' : 'section'}
        role="application"
        aria-label={labels[view]}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
        tabIndex={0}
        data-keys="rig"
        className="absolute inset-0"
        style={{ cursor: tool.crosshair ? 'crosshair' : 'default', touchAction: 'none' }}
        onPointerDown={(event) => {
          if (event.button !== 0 || useHand.getState().panning) return;
          host.current!.focus({ preventScroll: true });
          // Two fingers move and scale the paper: what the first began is none.
          if (!event.isPrimary) return void tool.cancel();
          host.current!.setPointerCapture(event.pointerId);
          tool.down(worldOf(event), event.nativeEvent);
        }}
        onContextMenu={(event) => {
          event.preventDefault();
          tool.cancel();
          const [x, y] = worldOf(event);
          const chunk = surface.current!.pick(x, y, kindsOf(step));
          openMenu(event.clientX, event.clientY, chunk?.id ? withGroup(session.get().show.records, chunk.id) : []);
        }}
        onPointerMove={(event) => {
          const at = worldOf(event);
          pane.setState({ inside: at });
          tool.move(at, event.nativeEvent);
        }}
        onPointerUp={(event) => tool.up(worldOf(event), event.nativeEvent)}
        onPointerCancel={() => tool.cancel()}
        onPointerLeave={() => pane.setState({ inside: null })}
        onDoubleClick={(event) => {
          const [x, y] = worldOf(event);
          const kinds = ['fixture', 'position', 'outline', 'masking', 'wall', 'note', 'detail', 'area', 'scenic'] as const;
          if (useTool.getState().tool !== 'select') return;
          if (surface.current!.pick(x, y, kinds)) focusCard();
          else showBox();
        }}
      >
        <canvas className="absolute inset-0 h-full w-full" />
        <canvas className="pointer-events-none absolute inset-0 h-full w-full" />
      </div>
      <Lit cut={cut} pane={pane} drawn={drawn} tool={tool} surface={surface} />
      <Suspense>
        {plan && <Drafting pane={pane} tool={tool} host={host} surface={surface} />}
        {plan && tool.typed && <PointField tool={tool} />}
        {plan && coloured && <Legend />}
        {plan && step === 'focus' && <LightPane pane={pane} />}
        {plan && step === 'rig-check' && <LiveOver surface={surface} />}
      </Suspense>
      {view === 'section' && cut && <cut.Bar />}
      <ScaleBar pane={pane} />
      <PointedAt pane={pane} />
      <Readout plan={plan} pane={pane} tool={tool} />
    </div>
  );
}

interface DraftingProps {
  readonly pane: Pane;
  readonly tool: Tool;
  readonly host: { readonly current: HTMLDivElement | null };
  readonly surface: { readonly current: Surface | null };
}

/** The form beside the draft, which goes along when the paper is moved or scaled. */
function Drafting({ pane, tool, host, surface }: DraftingProps) {
  const drafting = useDraft((state) => state.draft !== null);
  const k = useStore(pane, (state) => (drafting ? state.k : 0));
  if (!drafting) return null;
  return (
    <DraftForm
      tool={tool}
      room={[host.current?.clientWidth ?? 800, host.current?.clientHeight ?? 500]}
      toScreen={(x: number, y: number) => [x * k + (surface.current?.view.tx ?? 0), (surface.current?.view.ty ?? 0) - y * k]}
    />
  );
}
