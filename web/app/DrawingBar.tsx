/** What floats over and beside the drawing: views, tag sets, colours, the section's plane, the tools of the step. */

import { type LucideIcon, Tags } from 'lucide-react';
import { useParams } from 'react-router';
import { colourings } from '#core/draw/colourings';
import { tagSetsOf } from '#core/draw/tag-set';
import { find } from '#core/model/show';
import { useSessionPart, useShow } from '../state/context';
import { usePanels } from '../state/panels';
import { useTool } from '../state/tool';
import { useView } from '../state/view';
import { useRunCommand } from '../ui/context';
import { Choice } from '../ui/Field';
import { leavesKeys } from '../ui/focus';
import { tip } from '../ui/own-keys';
import { commandById, isOffered, lazily, registry, viewById } from '../ui/registry';
import { Tip } from '../ui/Tip';

const LightBar = lazily(async () => (await import('./LightBar')).LightBar);

export function DrawingBar() {
  const view = useView((state) => state.view);
  const beside = useView((state) => state.beside);
  const tagSet = useView((state) => state.tagSet);
  const colourBy = useView((state) => state.colourBy);
  const layer = useTool((state) => state.layer);
  const { step } = useParams();
  const show = useShow();
  const role = useSessionPart((state) => state.role);
  const sets = tagSetsOf(show);
  const views = registry().views.filter((item) => !item.steps || item.id === view || item.steps.includes(step ?? ''));
  const entry = viewById(view);
  // Windows of a sheet have their own tags and colours.
  const drawn = !entry || entry.keys === 'rig';
  // With many views the words before the choices go; the choices say for themselves what they are.
  const tight = views.length > 5;
  const active = layer ? find(show, 'layer', layer) : undefined;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
    // biome-ignore lint/a11y/noStaticElementInteractions: clicks on what stands in it come by here, and hand the focus back to the drawing
    <div
      className="flex shrink-0 flex-wrap items-center gap-x-3 px-4"
      onClick={leavesKeys}
      style={{ background: 'var(--sheet)', borderBottom: '1px solid var(--hair-faint)' }}
    >
      <div role="tablist" aria-label="View" className="flex gap-4">
        {views.map(({ id, name, alone }) => (
          <Tip command={id} key={id}>
            <button
              type="button"
              role="tab"
              aria-selected={view === id}
              className="tab"
              onClick={() => useView.setState({ view: id, ...(beside === id || alone ? { beside: null } : {}) })}
            >
              {name}
            </button>
          </Tip>
        ))}
      </div>
      {!entry?.alone && (
        <label className="flex items-center gap-1 whitespace-nowrap">
          <span className={tight ? 'sr-only' : 'pencil'}>second view</span>
          <Choice
            label="Second view"
            className="!w-20"
            value={beside ?? ''}
            options={[
              ['', tight ? 'one view' : 'none'],
              ...registry()
                .views.filter((item) => item.beside && item.id !== view)
                .map((item) => [item.id, item.beside!] as const),
            ]}
            onChoose={(value) => useView.setState({ beside: value || null })}
          />
        </label>
      )}
      <span className="flex-1" />
      {active && (
        <span className="truncate whitespace-nowrap text-[11px]" style={{ color: 'var(--lamp)' }}>
          new {active.role} go to {active.name}
        </span>
      )}
      {drawn && (
        <>
          <label className="flex items-center gap-1 whitespace-nowrap">
            <span className={tight ? 'sr-only' : 'pencil'}>colour by</span>
            <Choice
              label="Colour by"
              className="!w-24"
              value={colourBy}
              options={colourings.map((by) => [by, tight && by === 'nothing' ? 'no colours' : by] as const)}
              onChoose={(value) => useView.setState({ colourBy: value })}
            />
          </label>
          {step === 'focus' && view === 'plan' && <LightBar />}
          <fieldset className="flex items-center gap-1">
            <legend className="sr-only">Tags</legend>
            {!tight && <span className="pencil">tags</span>}
            {sets.slice(0, 4).map((item, i) => (
              <button
                key={item.id}
                type="button"
                className="act act-small whitespace-nowrap"
                aria-pressed={tagSet === item.id || (tagSet === null && i === 0)}
                title={`${tip('tag set')}: ${item.name}`}
                onClick={() => useView.setState({ tagSet: item.id })}
              >
                {item.name}
              </button>
            ))}
            <Tip command="no tags">
              <button
                type="button"
                className="act act-small"
                aria-pressed={tagSet === 'none'}
                onClick={() => useView.setState({ tagSet: tagSet === 'none' ? null : 'none' })}
              >
                none
              </button>
            </Tip>
            {isOffered(commandById('tag sets'), role) && (
              <Tip command="tag sets">
                <button
                  type="button"
                  className="tool !h-6 !w-6"
                  aria-label={commandById('tag sets').name}
                  onClick={() => usePanels.setState({ panel: 'tags' })}
                >
                  <Tags size={13} />
                </button>
              </Tip>
            )}
          </fieldset>
        </>
      )}
    </div>
  );
}

/** The tools of the step float at the left edge of the drawing, and below them what they are used with. */
export function Tools({ step }: { step: string }) {
  const tool = useTool((state) => state.tool);
  const panel = usePanels((state) => state.panel);
  const run = useRunCommand();
  const { tools, commands } = registry();
  const role = useSessionPart((state) => state.role);
  const here = step === 'stage' ? 'stage' : 'rig';
  const offered = (id: string) => isOffered(commandById(id), role);
  const inHand = [...tools.values()]
    .filter(({ id, bar }) => bar && offered(id) && (bar.on === 'both' || bar.on === here || bar.on === step))
    .sort((a, b) => a.bar!.order - b.bar!.order);
  const actions = [...commands.values()].filter(({ id, bar }) => bar && offered(id)).sort((a, b) => a.bar!.order - b.bar!.order);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
    <div
      role="toolbar"
      aria-label="Tools"
      className="pointer-events-none absolute top-3 bottom-12 left-3 flex w-fit flex-col flex-wrap content-start gap-1 *:pointer-events-auto *:shadow-[0_0_0_2px_var(--sheet)]"
      onClick={leavesKeys}
    >
      {inHand.map(({ id, bar }) => (
        <ToolButton key={id} id={id} icon={bar!.icon} pressed={tool === id} run={run} />
      ))}
      <span className="h-1" />
      {actions.map(({ id, bar }) => (
        <ToolButton key={id} id={id} icon={bar!.icon} pressed={bar!.panel !== undefined && panel === bar!.panel} run={run} />
      ))}
    </div>
  );
}

interface ButtonProps {
  readonly id: string;
  readonly icon: LucideIcon;
  readonly pressed: boolean;
  readonly run: (id: string) => void;
}
const ToolButton = ({ id, icon: Icon, pressed, run }: ButtonProps) => (
  <Tip command={id}>
    <button type="button" className="tool" aria-pressed={pressed} aria-label={commandById(id).name} onClick={() => run(id)}>
      <Icon size={16} />
    </button>
  </Tip>
);
