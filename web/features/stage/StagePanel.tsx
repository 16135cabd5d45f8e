/** The step Stage: what is drawn, on which layer, and the house read from a file. */

import { formatLength } from '#core/measure/lengths';
import { edit } from '#core/model/change';
import { maskingUses, type Outline, outlineUses, postures, scenicShapes } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { arrange } from '../../state/desk';
import { useDraft } from '../../state/draft';
import { useTool } from '../../state/tool';
import { Choice, Typed } from '../../ui/Field';
import { LengthField } from '../../ui/LengthField';
import { Line } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { LayersList } from './LayersList';
import { makeRoom, THICK } from './outline-tool';

export function StagePanel() {
  const session = useSession();
  const show = useShow();
  const tool = useTool((state) => state.tool);
  const shape = useTool((state) => state.shape);
  const outlineUse = useTool((state) => state.outlineUse);
  const maskingUse = useTool((state) => state.maskingUse);
  const scenicShape = useTool((state) => state.scenicShape);
  const posture = useTool((state) => state.posture);
  const outline = useDraft((state) => state.outline);
  const settings = settingsOf(show);
  const { units } = settings;
  const walls = outlineUse === 'wall' || shape === 'room';
  const thick = shape === 'rectangle' || shape === 'room';
  const asked = [
    ...(shape === 'room'
      ? ([
          ['width', 'Width'],
          ['depth', 'Depth'],
        ] as const)
      : []),
    ['from', 'Height from'] as const,
    ['to', 'Height to'] as const,
    ...(walls ? ([['thickness', 'Thickness']] as const) : []),
    ['name', 'Name'] as const,
  ];
  const pick = (name: typeof tool) => arrange({ tool: tool === name ? 'select' : name, view: 'plan' });
  return (
    <section aria-label="Stage">
      <div className="flex flex-wrap gap-1">
        {(
          [
            ['outline', 'Outline'],
            ['masking', 'Masking'],
            ['dimension', 'Dimension'],
            ['note', 'Note'],
            ['scenic', 'People and things'],
          ] as const
        ).map(([name, text]) => (
          <Tip command={name} key={name}>
            <button type="button" className="act" aria-pressed={tool === name} onClick={() => pick(name)}>
              {text}
            </button>
          </Tip>
        ))}
        <Tip command="dxf">
          <button type="button" className="act" onClick={() => arrange({ panel: 'dxf', view: 'plan', beside: null })}>
            Read a DXF
          </button>
        </Tip>
      </div>
      {tool === 'outline' && (
        <div className="pt-1">
          <Line name="Shape">
            <Choice
              label="Shape"
              value={shape}
              options={['polyline', 'rectangle', 'arc', ['room', 'a whole room']]}
              onChoose={(value) => useTool.setState({ shape: value })}
            />
          </Line>
          {shape !== 'room' && (
            <Line name="It is">
              <Choice
                label="What the outline is"
                value={outlineUse}
                options={outlineUses.map((use) => use)}
                onChoose={(value) => useTool.setState({ outlineUse: value as Outline['use'] })}
              />
            </Line>
          )}
          {asked.map(([field, name]) => (
            <Line key={field} name={name}>
              <Typed
                label={field === 'name' ? 'Name of the outline' : name}
                placeholder={field === 'thickness' && thick ? formatLength(THICK, units) : ''}
                value={outline[field]}
                onText={(value) => useDraft.setState((state) => ({ outline: { ...state.outline, [field]: value } }))}
              />
            </Line>
          ))}
          <p className="pencil pt-1">
            {shape === 'polyline'
              ? 'Click the corners; Enter or a double click ends, the first corner closes.'
              : shape === 'arc'
                ? 'Click both ends, then a point that the arc passes.'
                : shape === 'room'
                  ? 'Its walls stand outside these figures. Make it about the origin, or click where its middle is.'
                  : 'Click two opposite corners.'}
          </p>
          {shape === 'room' && (
            <button type="button" className="act act-main mt-1 w-full" onClick={() => makeRoom(session, [0, 0])}>
              Make the room
            </button>
          )}
        </div>
      )}
      {tool === 'masking' && (
        <div className="pt-1">
          <Line name="It is">
            <Choice
              label="What the cloth is"
              value={maskingUse}
              options={maskingUses.map((use) => use)}
              onChoose={(value) => useTool.setState({ maskingUse: value })}
            />
          </Line>
          <p className="pencil pt-1">Click both ends; its bottom edge and height are asked then.</p>
        </div>
      )}
      {tool === 'scenic' && (
        <div className="pt-1">
          <Line name="It is">
            <Choice
              label="What is placed"
              value={scenicShape}
              options={scenicShapes}
              onChoose={(value) => useTool.setState({ scenicShape: value })}
            />
          </Line>
          {scenicShape === 'person' && (
            <Line name="Posture">
              <Choice
                label="Posture"
                value={posture}
                options={postures}
                onChoose={(value) => useTool.setState({ posture: value })}
              />
            </Line>
          )}
          <p className="pencil pt-1">
            Click where it stands; it rests on what is below it. Its size, turn and colour are in the Card. Escape ends.
          </p>
        </div>
      )}
      {tool === 'dimension' && (
        <p className="pencil pt-1">Click what is measured at both ends, then where the figure stands. It stays attached.</p>
      )}
      {tool === 'note' && (
        <p className="pencil pt-1">
          Click what the note is about, then where it stands. Enter after the first click leaves the leader out.
        </p>
      )}
      <h2 className="pencil pt-2">Layers, topmost first</h2>
      <LayersList />
      <h2 className="pencil pt-2">House</h2>
      <LengthField
        name="Grid at"
        label="Height of the grid"
        value={settings.grid ?? null}
        placeholder="nobody has said"
        units={units}
        onLength={(grid, text) => {
          if (grid <= 0) return 'The grid is above the stage floor.';
          session.edit(`Grid at ${text}`, edit([settings], { grid }));
          return null;
        }}
      />
      <LengthField
        name="Snap"
        label="Snap increment"
        value={settings.snap}
        units={units}
        onLength={(snap, text) => {
          if (snap < 1) return 'The snap is at least 1 mm.';
          session.edit(`Snap ${text}`, edit([settings], { snap }));
          return null;
        }}
      />
      <LengthField
        name="Ticks"
        label="Distance of ticks"
        value={settings.tick}
        units={units}
        onLength={(tick, text) => {
          if (tick < 50) return 'Ticks stand at least 50 mm apart.';
          session.edit(`Ticks every ${text}`, edit([settings], { tick }));
          return null;
        }}
      />
    </section>
  );
}
