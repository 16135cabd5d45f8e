/** Maps of one's own: a board for glancing at in the dark, made by hand or filled in one gesture. */
import { fillings } from '#core/maps/fill';
import { mapsOf } from '#core/maps/things';
import { useMay, useSession, useShow } from '../../state/context';
import { Choice } from '../../ui/Field';
import { MapBoard } from './MapBoard';
import { MapLines } from './MapLines';
import { copyMap, dropMap, fillMap, mapNow, newMap, useMaps } from './state';

export function MapView() {
  const session = useSession();
  const show = useShow();
  const { map: id, drawing, how } = useMaps();
  const maps = mapsOf(show);
  const map = mapNow(show, id);
  const drafts = useMay('draft');
  return (
    <section aria-label="Maps" className="absolute inset-0 flex flex-col text-[12px]" style={{ background: 'var(--desk)' }}>
      <div className="map-bar flex shrink-0 flex-wrap items-center gap-2 px-3 py-1" style={{ background: 'var(--sheet)' }}>
        {map && (
          <Choice
            label="Map"
            className="!w-40"
            value={map.id}
            options={maps.map((one) => [one.id, one.name] as const)}
            onChoose={(next) => useMaps.setState({ map: next, chosen: new Set() })}
          />
        )}
        {drafts && (
          <button type="button" className="act" onClick={() => newMap(session)}>
            New map
          </button>
        )}
        {map && drafts && (
          <>
            <button
              type="button"
              className="act"
              aria-pressed={drawing}
              onClick={() => useMaps.setState({ drawing: !drawing, chosen: new Set() })}
            >
              {drawing ? 'Done drawing' : 'Draw on it'}
            </button>
            <span className="pencil">fill with the selection</span>
            <Choice
              label="How it is filled"
              className="!w-40"
              value={how}
              options={fillings}
              onChoose={(next) => useMaps.setState({ how: next })}
            />
            <button type="button" className="act" onClick={() => fillMap(session, map, how)}>
              Fill
            </button>
            <span className="flex-1" />
            <button type="button" className="link" onClick={() => copyMap(session, map)}>
              copy
            </button>
            <button type="button" className="link" onClick={() => dropMap(session, map)}>
              remove
            </button>
          </>
        )}
      </div>
      <div className="flex min-h-0 flex-1">
        <div className="min-w-0 flex-1 p-2">
          {map ? (
            <MapBoard key={map.id} map={map} />
          ) : (
            <p className="pencil p-6">
              A map shows channels where they are looked for: as on the plan, as a grid, by purpose. Select lights, make a new
              map, and fill it.
            </p>
          )}
        </div>
        {map && drawing && drafts && <MapLines map={map} />}
      </div>
    </section>
  );
}
