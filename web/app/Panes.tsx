/** What the middle shows: one view, or two beside each other, and what lies over them. */

import { Suspense } from 'react';
import { firstOf } from '#core/measure/list';
import { useShow } from '../state/context';
import { usePanels } from '../state/panels';
import { useTool } from '../state/tool';
import { useView } from '../state/view';
import { Guarded } from '../ui/Fault';
import { PanelFocus } from '../ui/PanelFocus';
import { lazily, registry, viewById } from '../ui/registry';
import { Tools } from './DrawingBar';

const QuickFigures = lazily(async () => (await import('../features/number/QuickFigures')).QuickFigures);

export function Panes({ step }: { step: string }) {
  const view = useView((state) => state.view);
  const beside = useView((state) => state.beside);
  const quick = useTool((state) => state.quick);
  const entry = viewById(view);
  return (
    <div className="relative flex min-h-0 flex-1">
      <div className="relative min-w-0 flex-1">
        <Pane key={view} view={view} step={step} />
        {entry?.drawn && <Tools step={step} />}
        <Suspense>{quick && view === 'plan' && <QuickFigures />}</Suspense>
      </div>
      {beside && !entry?.alone && (
        <div className="relative min-w-0 flex-1" style={{ borderLeft: '1px solid var(--hair)' }}>
          <Pane key={beside} view={beside} step={step} />
        </div>
      )}
      <WidePanel />
    </div>
  );
}

/** One view of the show. */
function Pane({ view, step }: { view: string; step: string }) {
  const show = useShow();
  const entry = viewById(view);
  if (!entry) return null;
  const { what, Pane: View } = entry;
  return (
    <Guarded what={what} reset={show}>
      <Suspense fallback={<p className="pencil p-6">Opening {firstOf(what).toLowerCase() + what.slice(1)}...</p>}>
        <View view={view} step={step} />
      </Suspense>
    </Guarded>
  );
}

/** A panel that needs the room of the panes. */
function WidePanel() {
  const open = usePanels((state) => state.panel);
  const panel = registry().panels.get(open ?? '');
  if (!panel?.wide) return null;
  return (
    <Guarded what="This panel" also={panel.id}>
      <Suspense fallback={null}>
        <PanelFocus>
          <panel.Panel />
        </PanelFocus>
      </Suspense>
    </Guarded>
  );
}
