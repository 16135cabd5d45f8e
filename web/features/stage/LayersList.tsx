/** The stack of layers, topmost first: dragged into order, shown, locked or hidden, and which one new things go to. */

import { ArrowDown, ArrowUp, Eye, EyeOff, Lock, PencilLine } from 'lucide-react';
import { v4 } from 'uuid';
import { firstOf, itemAt } from '#core/measure/list';
import { adding, edit, updating } from '#core/model/change';
import { layersInOrder } from '#core/model/layers';
import { type DessinRecord, type Layer, layerRoles } from '#core/model/records';
import { removeRecords, usersOf } from '#core/setout/remove';
import { useSession, useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { DragArea, useDragged, useDropped } from '../../ui/drag';
import { Choice } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';

const next: Readonly<Record<Layer['state'], Layer['state']>> = { shown: 'locked', locked: 'hidden', hidden: 'shown' };

export function LayersList() {
  const session = useSession();
  const show = useShow();
  const active = useTool((state) => state.layer);
  const selection = useSelection((state) => state.selection);
  const stack = layersInOrder(show).reverse();
  const chosen = selection
    .map((id) => show.records.get(id))
    .filter((record): record is DessinRecord & { layer: string } => record !== undefined && 'layer' in record);
  const reorder = (from: string, to: string) => {
    const ids = stack.map((layer) => layer.id);
    const [a, b] = [ids.indexOf(from), ids.indexOf(to)];
    if (a < 0 || b < 0 || a === b) return;
    ids.splice(b, 0, firstOf(ids.splice(a, 1)));
    const name = itemAt(stack, a).name;
    session.edit(
      `Restack the layer ${name}`,
      edit(stack, (layer) => ({ order: (ids.length - 1 - ids.indexOf(layer.id)) * 10 })),
    );
  };
  return (
    <section aria-label="Layers">
      <DragArea onDrop={reorder} shown={(id) => stack.find((layer) => layer.id === id)?.name ?? ''}>
        <ul className="max-h-56 overflow-auto">
          {stack.map((layer, i) => (
            <LayerLine key={layer.id} layer={layer} above={stack[i - 1]} below={stack[i + 1]} reorder={reorder} />
          ))}
        </ul>
      </DragArea>
      <div className="flex flex-wrap gap-1 pt-1">
        <Choice
          label="Add a layer for"
          className="!w-28"
          value=""
          options={[['', 'add a layer ...'], ...layerRoles.map((role) => [role, `for ${role}`] as const)]}
          onChoose={(value) => {
            const role = value as Layer['role'];
            const id = v4();
            const top = stack[0]?.order ?? 0;
            session.edit(
              `Add a layer for ${role}`,
              adding({
                id,
                kind: 'layer',
                name: `${firstOf(role).toUpperCase()}${role.slice(1)} 2`,
                role,
                order: top + 10,
                state: 'shown',
              }),
            );
            useTool.setState({ layer: id });
          }}
        />
        {chosen.length > 0 && (
          <Choice
            label="Move the selection to the layer"
            className="!w-32"
            value=""
            options={[['', 'selection to ...'], ...stack.map((layer) => [layer.id, layer.name] as const)]}
            onChoose={(value) => {
              const to = stack.find((layer) => layer.id === value);
              if (to)
                session.edit(
                  `Move ${plural(chosen.length, 'thing')} to the layer ${to.name}`,
                  updating(chosen.map((record) => [record, { ...record, layer: to.id }] as const)),
                );
            }}
          />
        )}
        {active && (
          <button
            type="button"
            className="act"
            onClick={() => {
              const layer = stack.find((item) => item.id === active);
              if (!layer) return useTool.setState({ layer: null });
              const users = usersOf(show, layer.id);
              const backdrops = users.filter((record) => record.kind === 'backdrop');
              if (users.length > backdrops.length)
                return void toast(
                  `${layer.name} still holds ${plural(users.length, 'thing')}. Move them to another layer first.`,
                );
              if (stack.filter((item) => item.role === layer.role).length < 2)
                return void toast(`${layer.name} is the only layer for ${layer.role}, and stays.`);
              session.edit(`Delete the layer ${layer.name}`, removeRecords(show, [...backdrops, layer]));
              useTool.setState({ layer: null });
            }}
          >
            Delete the marked layer
          </button>
        )}
      </div>
    </section>
  );
}

interface LineProps {
  readonly layer: Layer;
  readonly above: Layer | undefined;
  readonly below: Layer | undefined;
  readonly reorder: (from: string, to: string) => void;
}

function LayerLine({ layer, above, below, reorder }: LineProps) {
  const session = useSession();
  const active = useTool((state) => state.layer);
  const { ref: dragRef, grip, dragging } = useDragged(layer.id);
  const { ref: dropRef, over } = useDropped(layer.id);
  return (
    <li
      ref={(node) => {
        dragRef(node);
        dropRef(node);
      }}
      {...grip}
      aria-label={`Layer ${layer.name}, ${layer.state}`}
      className="flex items-center gap-1 py-0.5"
      style={{
        borderTop: over && !dragging ? '2px solid var(--lamp)' : '1px solid var(--hair-faint)',
        opacity: layer.state === 'hidden' ? 0.55 : 1,
        cursor: 'grab',
      }}
    >
      <button
        type="button"
        aria-label={`${layer.name} is ${layer.state}; make it ${next[layer.state]}`}
        title={`${layer.state}: click for ${next[layer.state]}`}
        onClick={() => session.edit(`Layer ${layer.name} ${next[layer.state]}`, edit([layer], { state: next[layer.state] }))}
      >
        {layer.state === 'shown' ? <Eye size={13} /> : layer.state === 'locked' ? <Lock size={13} /> : <EyeOff size={13} />}
      </button>
      <span className="min-w-0 flex-1">
        <TextField
          label={`Name of the layer ${layer.name}`}
          value={layer.name}
          onWrite={(text) => {
            if (!text.trim()) return 'A layer has a name.';
            session.edit(`Rename the layer ${layer.name}`, edit([layer], { name: text.trim().slice(0, 200) }));
            return null;
          }}
        />
      </span>
      <button
        type="button"
        aria-pressed={active === layer.id}
        aria-label={`New ${layer.role} go to ${layer.name}`}
        title={`New things for ${layer.role} go here`}
        style={{ color: active === layer.id ? 'var(--lamp)' : 'var(--pencil)' }}
        onClick={() => useTool.setState({ layer: active === layer.id ? null : layer.id })}
      >
        <PencilLine size={13} />
      </button>
      <button
        type="button"
        aria-label={`${layer.name} higher`}
        disabled={!above}
        className="disabled:opacity-25"
        onClick={() => above && reorder(layer.id, above.id)}
      >
        <ArrowUp size={12} />
      </button>
      <button
        type="button"
        aria-label={`${layer.name} lower`}
        disabled={!below}
        className="disabled:opacity-25"
        onClick={() => below && reorder(layer.id, below.id)}
      >
        <ArrowDown size={12} />
      </button>
    </li>
  );
}
