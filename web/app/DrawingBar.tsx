/** What floats over and beside the drawing: views, tag sets, colours, the section's plane, the tools of the step. */
import {
  AlignHorizontalSpaceAround,
  Blinds,
  Copy,
  FlipHorizontal2,
  KeyRound,
  Lamp,
  Maximize,
  MousePointer2,
  PenTool,
  Ruler,
  Spline,
  StickyNote,
  Tags,
} from 'lucide-react';
import { useParams } from 'react-router';
import { colourings } from '#core/draw/colouring';
import { centreSection } from '#core/draw/section-view';
import { tagSetsOf } from '#core/draw/tag-set';
import { find } from '#core/model/show';
import { useShow } from '../state/context';
import { useDesk, type View } from '../state/desk';
import { type Context, commandById, tip } from './commands';
import { leavesKeys } from '../state/focus';

/** Where the section is cut, and which way one looks. */
export function SectionBar() {
  const { section, sightLines } = useDesk();
  const look = ((section.look % 360) + 360) % 360;
  const way =
    look > 135 && look < 225
      ? 'to stage right'
      : look < 45 || look > 315
        ? 'to stage left'
        : look <= 135
          ? 'upstage'
          : 'downstage';
  const centre = section.at[0] === 0 && section.at[1] === 0;
  return (
    <div className="absolute top-2 left-14 flex flex-wrap items-center gap-1 text-[11px]" onClick={leavesKeys}>
      <span className="pencil pr-1">
        {centre ? 'on the centre line' : 'on the drawn line'}, looking {way}
      </span>
      <button
        type="button"
        className="act act-small"
        title={tip('look')}
        onClick={() => commandById('look').run(undefined as never)}
      >
        Turn round
      </button>
      {!centre && (
        <button type="button" className="act act-small" onClick={() => useDesk.setState({ section: centreSection(180) })}>
          Centre line
        </button>
      )}
      <button
        type="button"
        className="act act-small"
        title={tip('section line')}
        onClick={() => commandById('section line').run(undefined as never)}
      >
        Draw a line
      </button>
      <button
        type="button"
        className="act act-small"
        aria-pressed={sightLines}
        title={tip('sight')}
        onClick={() => commandById('sight').run(undefined as never)}
      >
        Sight lines
      </button>
    </div>
  );
}

export function DrawingBar() {
  const { view, beside, tagSet, colourBy, set, layer } = useDesk();
  const { step } = useParams();
  const show = useShow();
  const sets = tagSetsOf(show);
  const views: readonly (readonly [View, string])[] = [
    ['plan', 'Plan'],
    ['section', 'Section'],
    ['elevation', 'Elevation'],
    ['3d', '3D'],
    ...(step === 'patch' || view === 'universes' ? ([['universes', 'Universes']] as const) : []),
    ...(step === 'patch' || view === 'pixels' ? ([['pixels', 'Pixels']] as const) : []),
    ...(step === 'paper' ? ([['plate', 'Plate']] as const) : []),
  ];
  const drawn = view !== 'universes' && view !== 'pixels';
  // With many views the words before the choices go; the choices say for themselves what they are.
  const tight = views.length > 5;
  const active = layer ? find(show, 'layer', layer) : undefined;
  return (
    <div
      className="flex shrink-0 items-center gap-3 px-4"
      onClick={leavesKeys}
      style={{ background: 'var(--sheet)', borderBottom: '1px solid var(--hair-faint)' }}
    >
      <div role="tablist" aria-label="View" className="flex gap-4">
        {views.map(([name, text]) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={view === name}
            className="tab"
            title={tip(name)}
            onClick={() => set({ view: name, ...(beside === name || name === 'plate' ? { beside: null } : {}) })}
          >
            {text}
          </button>
        ))}
      </div>
      {view !== 'plate' && (
        <label className="flex items-center gap-1 whitespace-nowrap">
          <span className={tight ? 'sr-only' : 'pencil'}>beside it</span>
          <select
            className="field !w-20"
            aria-label="Beside it"
            value={beside ?? ''}
            onChange={(event) => set({ beside: (event.target.value || null) as typeof beside })}
          >
            <option value="">{tight ? 'alone' : 'nothing'}</option>
            {(['plan', 'section', 'elevation', '3d', 'universes'] as const)
              .filter((name) => name !== view)
              .map((name) => (
                <option key={name} value={name}>
                  {name === '3d' ? '3D' : name}
                </option>
              ))}
          </select>
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
            <select
              className="field !w-24"
              aria-label="Colour by"
              value={colourBy}
              onChange={(event) => set({ colourBy: event.target.value as typeof colourBy })}
            >
              {colourings.map((by) => (
                <option key={by} value={by}>
                  {tight && by === 'nothing' ? 'no colours' : by}
                </option>
              ))}
            </select>
          </label>
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
                onClick={() => set({ tagSet: item.id })}
              >
                {item.name}
              </button>
            ))}
            <button
              type="button"
              className="act act-small"
              aria-pressed={tagSet === 'none'}
              title={tip('no tags')}
              onClick={() => set({ tagSet: tagSet === 'none' ? null : 'none' })}
            >
              none
            </button>
            <button
              type="button"
              className="tool !h-6 !w-6"
              aria-label={commandById('tag sets').name}
              title={tip('tag sets')}
              onClick={() => set({ panel: 'tags' })}
            >
              <Tags size={13} />
            </button>
          </fieldset>
        </>
      )}
    </div>
  );
}

const toolIcons = {
  select: MousePointer2,
  pipe: Spline,
  hang: Lamp,
  outline: PenTool,
  masking: Blinds,
  dimension: Ruler,
  note: StickyNote,
} as const;

/** The tools of the step float at the left edge of the drawing. */
export function Tools({ context, step }: { context: Context; step: string }) {
  const { tool, panel } = useDesk();
  const tools =
    step === 'stage' ? (['select', 'outline', 'masking', 'dimension', 'note'] as const) : (['select', 'pipe', 'hang'] as const);
  const actions = [
    ['set out', AlignHorizontalSpaceAround, panel === 'set out'],
    ['copies', Copy, panel === 'copy'],
    ['mirror', FlipHorizontal2, false],
    ['key', KeyRound, panel === 'key'],
    ['fit', Maximize, false],
  ] as const;
  return (
    <div role="toolbar" aria-label="Tools" className="absolute top-3 left-3 flex flex-col gap-1" onClick={leavesKeys}>
      {tools.map((id) => {
        const Icon = toolIcons[id];
        return (
          <button
            key={id}
            type="button"
            className="tool"
            aria-pressed={tool === id}
            aria-label={commandById(id).name}
            title={tip(id)}
            onClick={() => commandById(id).run(context)}
          >
            <Icon size={16} />
          </button>
        );
      })}
      <span className="h-1" />
      {actions.map(([id, Icon, pressed]) => (
        <button
          key={id}
          type="button"
          className="tool"
          aria-pressed={pressed}
          aria-label={commandById(id).name}
          title={tip(id)}
          onClick={() => commandById(id).run(context)}
        >
          <Icon size={16} />
        </button>
      ))}
    </div>
  );
}
