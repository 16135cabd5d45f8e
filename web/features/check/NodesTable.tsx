/** Nodes, in the place of the Ledger: those that answer on the wire and those that are only planned; a universe is dragged onto one, or given by its choice. */
import { useEffect } from 'react';
import { v4 } from 'uuid';
import { updating } from '#core/model/change';
import { all, type Show, settingsOf } from '#core/model/show';
import { universesOf } from '#core/patch/spans';
import { given, inPlaceOf, type NodePlace, nodePlaces, takenAway } from '#core/wires/nodes';
import { portAddressText } from '#core/wires/routes';
import { useMay, useSession, useShow } from '../../state/context';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { lookForNodes, useWires } from '../../state/wires/wires';
import { DragArea, useDragged, useDropped } from '../../ui/drag';
import { Choice } from '../../ui/Field';
import { ReadOrWrite } from '../../ui/May';

/** It was not heard for three questions. */
const SILENT = 9000;
const [OF_UNIVERSE, OF_NODE, AWAY] = ['universe ', 'node ', 'away'];
const silent = ({ found }: NodePlace): boolean => found !== null && found.ago > SILENT;

/** Universes with something on them, and those that are given somewhere. */
const universesHere = (show: Show): number[] =>
  [...new Set([...universesOf(show).map(({ number }) => number), ...all(show, 'universe').map(({ number }) => number)])].sort(
    (a, b) => a - b,
  );
function give(session: Session, universe: number, place: NodePlace | null, first: 0 | 1): void {
  const { show } = session.get();
  const outcome = place ? given(show, universe, place, first, v4) : { ok: true as const, change: takenAway(show, universe, v4) };
  if (!outcome.ok) return void toast.error(outcome.why, { duration: 8000 });
  session.edit(place ? `Universe ${universe} to ${place.text}` : `Universe ${universe} to no node`, outcome.change);
}

export function NodesTable() {
  const session = useSession();
  const show = useShow();
  const first = settingsOf(show).firstPort ?? 0;
  const said = useWires(({ state }) => state?.nodes);
  useEffect(lookForNodes, []);
  const places = nodePlaces(show, said ?? [], first);
  const universes = universesHere(show);
  const of = (id: string) => places.find(({ text }) => id === OF_NODE + text);
  const drop = (dragged: string, onto: string) => {
    if (dragged.startsWith(OF_UNIVERSE)) {
      const universe = Number(dragged.slice(OF_UNIVERSE.length));
      if (onto === AWAY) give(session, universe, null, first);
      else {
        const place = of(onto);
        if (place) give(session, universe, place, first);
      }
      return;
    }
    const [planned, real] = [of(dragged), of(onto)];
    if (!planned || !real?.found || planned === real) return;
    session.edit(`${real.text} in the place of ${planned.text}`, inPlaceOf(show, planned, real, v4));
  };
  return (
    <ReadOrWrite>
      <div className="h-full overflow-auto px-3 pb-3 text-[12px]" style={{ background: 'var(--sheet)' }}>
        <p className="flex items-center gap-2 py-1">
          <span className="pencil">universe 1 is the port-address</span>
          <Choice
            label="Port-address of universe 1"
            className="!w-20"
            value={first}
            options={[
              [0, '0:0:0'],
              [1, '0:0:1'],
            ]}
            onChoose={(value) => {
              const { firstPort, ...rest } = settingsOf(show);
              session.edit(
                'Port-address of universe 1',
                updating([[settingsOf(show), value === 1 ? { ...rest, firstPort: 1 } : rest]]),
              );
            }}
          />
          <span className="pencil">
            of Art-Net, which counts from 0. Drag a universe onto a node; drag a planned node onto the one that came.
          </span>
        </p>
        <DragArea shown={(id) => id} onDrop={drop}>
          <div className="grid grid-cols-[minmax(14rem,1fr)_2fr] gap-4">
            <Universes universes={universes} places={places} give={(universe, place) => give(session, universe, place, first)} />
            <ul aria-label="Nodes">
              {places.length === 0 && (
                <li className="pencil py-1">Nobody answers yet, and none is planned. npm run stand-in starts one.</li>
              )}
              {places.map((place) => (
                <Node key={place.text} place={place} />
              ))}
            </ul>
          </div>
        </DragArea>
      </div>
    </ReadOrWrite>
  );
}

function Universes(props: {
  readonly universes: readonly number[];
  readonly places: readonly NodePlace[];
  readonly give: (universe: number, place: NodePlace | null) => void;
}) {
  const away = useDropped(AWAY);
  return (
    <ul aria-label="Universes" ref={away.ref} style={away.over ? { background: 'var(--halo)' } : {}}>
      {props.universes.map((universe) => (
        <UniverseLine key={universe} universe={universe} places={props.places} give={props.give} />
      ))}
    </ul>
  );
}
function UniverseLine({
  universe,
  places,
  give: to,
}: {
  readonly universe: number;
  readonly places: readonly NodePlace[];
  readonly give: (universe: number, place: NodePlace | null) => void;
}) {
  const show = useShow();
  const { ref, grip } = useDragged(OF_UNIVERSE + universe);
  const drafts = useMay('draft');
  const now = places.find(({ given: own }) => own.some((one) => one.universe === universe));
  const name = all(show, 'universe').find(({ number }) => number === universe)?.name;
  return (
    <li ref={ref} className="flex items-center gap-2 py-0.5" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <span className="min-w-0 flex-1 cursor-grab truncate" {...(drafts && grip)}>
        <b>Universe {universe}</b> <span className="pencil">{name}</span>
      </span>
      <Choice
        label={`Node of universe ${universe}`}
        className="!w-36"
        value={now?.text ?? ''}
        options={[['', 'its group'], ...places.map(({ text }) => text)]}
        onChoose={(text) => to(universe, places.find((place) => place.text === text) ?? null)}
      />
    </li>
  );
}
function Node({ place }: { readonly place: NodePlace }) {
  const { found, text } = place;
  const id = OF_NODE + text;
  const drag = useDragged(id);
  const { ref, over } = useDropped(id);
  return (
    <li
      ref={ref}
      className="mb-1 border px-2 py-1"
      style={{
        borderStyle: found ? 'solid' : 'dashed',
        borderColor: silent(place) ? 'var(--stop)' : 'var(--hair)',
        background: over ? 'var(--halo)' : undefined,
      }}
    >
      <p ref={drag.ref} {...(found ? {} : drag.grip)} className={found ? '' : 'cursor-grab'}>
        <b>{text}</b>{' '}
        <span className="pencil">
          {found
            ? `${found.ip}, ${outputsText(found.outputs)}${silent(place) ? ', silent' : ''}`
            : 'planned: nobody answers to this name'}
        </span>
      </p>
      <p className="flex flex-wrap gap-x-3">
        {place.given.map(({ universe, protocol, portAddress, missing }) => (
          <span key={universe} style={missing ? { color: 'var(--stop)' } : {}}>
            universe {universe}
            <span className="pencil">
              {' '}
              {protocol}
              {protocol === 'Art-Net' && ` ${portAddressText(portAddress)}`}
              {missing && ', which it does not have'}
            </span>
          </span>
        ))}
        {place.given.length === 0 && <span className="pencil">no universe</span>}
      </p>
    </li>
  );
}
/** "8 outputs, 0:0:0 to 0:0:7". */
const outputsText = (outputs: readonly number[]): string => {
  const [first, last] = [outputs[0], outputs.at(-1)];
  if (first === undefined || last === undefined) return 'no outputs';
  return `${outputs.length} outputs, ${portAddressText(first)} to ${portAddressText(last)}`;
};
