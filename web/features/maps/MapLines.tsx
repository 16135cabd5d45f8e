/** Beside the map while it is drawn: what it shows, what is added, and what is chosen. */
import { v4 } from 'uuid';
import { fieldsOf } from '#core/fields/index';
import { aligned, edges, freePlace, spread } from '#core/maps/arrange';
import { groupsByKey, isChannel } from '#core/maps/things';
import type { BoardMap, MapItem } from '#core/model/records';
import { all } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { toast } from '../../state/toast';
import { Choice, ColourPick, FileField, Tick } from '../../ui/Field';
import { fittingPng } from '../../ui/picture-file';
import { Line, TextField } from '../../ui/TextField';
import { putItems, putMap, useMaps } from './state';

const fillings = [
  ['level', 'glows with the level'],
  ['filter', 'filled with the filter'],
  ['nothing', 'not filled'],
] as const;

export function MapLines({ map }: { readonly map: BoardMap }) {
  const session = useSession();
  const show = useShow();
  const chosen = useMaps((state) => state.chosen);
  const figure = (label: string, text: string, least: number, most: number, put: (value: number) => void): string | null => {
    const value = Number(text.replace(',', '.'));
    if (!(value >= least && value <= most)) return `${label} is from ${least} to ${most} mm.`;
    put(value);
    return null;
  };
  return (
    <aside
      aria-label="The map's things"
      className="w-56 shrink-0 overflow-auto px-3 py-2"
      style={{ background: 'var(--sheet)', borderLeft: '1px solid var(--hair)' }}
    >
      <Line name="Name">
        <TextField
          label="Name of the map"
          value={map.name}
          onWrite={(text) => {
            if (!text.trim()) return 'A map has a name.';
            putMap(session, map, 'Name', { name: text.trim().slice(0, 200) });
            return null;
          }}
        />
      </Line>
      <Line name="Width" unit="mm">
        <TextField
          label="Width of the map"
          value={String(map.size[0])}
          onWrite={(text) =>
            figure('A width', text, 50, 10_000, (width) => putMap(session, map, 'Size', { size: [width, map.size[1]] }))
          }
        />
      </Line>
      <Line name="Height" unit="mm">
        <TextField
          label="Height of the map"
          value={String(map.size[1])}
          onWrite={(text) =>
            figure('A height', text, 50, 10_000, (height) => putMap(session, map, 'Size', { size: [map.size[0], height] }))
          }
        />
      </Line>
      <Line name="Snaps to" unit="mm">
        <TextField
          label="Grid that things snap to"
          value={String(map.snap)}
          onWrite={(text) => figure('A grid', text, 0, 100, (snap) => putMap(session, map, 'Grid', { snap }))}
        />
      </Line>
      <Line name="Fill">
        <Choice
          label="What channels are filled with"
          value={map.fill}
          options={fillings}
          onChoose={(fill) => putMap(session, map, 'Fill', { fill })}
        />
      </Line>
      <details>
        <summary className="pencil cursor-pointer">Fields that channels show</summary>
        {fieldsOf(show).map(({ id, title }) => (
          <label key={id} className="flex items-center gap-1">
            <Tick
              checked={map.fields.includes(id)}
              onTick={(on) =>
                putMap(session, map, 'Fields', {
                  fields: on ? [...map.fields, id].slice(0, 10) : map.fields.filter((own) => own !== id),
                })
              }
            />
            {title}
          </label>
        ))}
      </details>
      <Background map={map} />
      <Adding map={map} />
      {chosen.size > 0 && <Chosen map={map} />}
    </aside>
  );
}

function Background({ map }: { readonly map: BoardMap }) {
  const session = useSession();
  return (
    <p className="flex items-center gap-2 py-1">
      <label className="link cursor-pointer">
        Picture behind
        <FileField
          testId="map picture"
          accept="image/*"
          onFile={async (file) => {
            try {
              putMap(session, map, 'Picture behind', { background: await fittingPng(file, file.name) });
            } catch (error) {
              toast.error((error as Error).message, { duration: 8000 });
            }
          }}
        />
      </label>
      {map.background && (
        <button
          type="button"
          className="link"
          onClick={() => {
            const { background: _, ...rest } = map;
            session.edit(`No picture behind ${map.name}`, { added: [], updated: [[map, rest]], removed: [] });
          }}
        >
          none
        </button>
      )}
    </p>
  );
}

/** Shapes, words and buttons come to the upper left, chosen, to be moved. */
function Adding({ map }: { readonly map: BoardMap }) {
  const session = useSession();
  const show = useShow();
  const add = (item: Omit<MapItem, 'id' | 'box'>, [w, h]: readonly [number, number]) => {
    const [x, y] = freePlace(map.items, map.size, [w, Math.max(2, h)]);
    const made: MapItem = { ...item, id: v4(), box: [x, y, w, h] };
    putItems(session, map, item.what, [...map.items, made]);
    useMaps.setState({ chosen: new Set([made.id]) });
  };
  return (
    <section aria-label="Add to the map" className="py-1">
      <h3 className="pencil">Add</h3>
      <p className="flex flex-wrap gap-x-3">
        <button type="button" className="link" onClick={() => add({ what: 'text', text: 'Words', size: 5 }, [40, 6])}>
          text
        </button>
        <button type="button" className="link" onClick={() => add({ what: 'box' }, [40, 30])}>
          box
        </button>
        <button type="button" className="link" onClick={() => add({ what: 'ellipse' }, [30, 30])}>
          ellipse
        </button>
        <button type="button" className="link" onClick={() => add({ what: 'line' }, [60, 0])}>
          line
        </button>
      </p>
      <Choice
        label="Add a button for a group"
        value=""
        options={[['', 'a button for a group'], ...[...groupsByKey(show)].map(([key, { name }]) => [key, name] as const)]}
        onChoose={(group) => group && add({ what: 'group', group: String(group) }, [32, 12])}
      />
      <Choice
        label="Add a button for an area"
        value=""
        options={[['', 'a button for an area'], ...all(show, 'area').map(({ id, name }) => [id, name] as const)]}
        onChoose={(area) => area && add({ what: 'area', area: String(area) }, [20, 12])}
      />
    </section>
  );
}

/** What is chosen: set in order, and what it says. */
function Chosen({ map }: { readonly map: BoardMap }) {
  const session = useSession();
  const chosen = useMaps((state) => state.chosen);
  const own = map.items.filter(({ id }) => chosen.has(id));
  const put = (label: string, patch: Partial<MapItem>) =>
    putItems(
      session,
      map,
      label,
      map.items.map((item) => (chosen.has(item.id) ? { ...item, ...patch } : item)),
    );
  const [first] = own;
  const channels = own.filter(isChannel);
  return (
    <section aria-label="Chosen things" className="pt-1" style={{ borderTop: '1px solid var(--hair)' }}>
      <h3>
        <b>{own.length}</b> <span className="pencil">chosen</span>
      </h3>
      {own.length > 1 && (
        <p className="flex flex-wrap gap-x-3">
          <span className="pencil">align</span>
          {edges.map((edge) => (
            <button
              key={edge}
              type="button"
              className="link"
              onClick={() => putItems(session, map, `Align ${edge}`, aligned(map.items, chosen, edge))}
            >
              {edge}
            </button>
          ))}
        </p>
      )}
      {own.length > 2 && (
        <p className="flex gap-x-3">
          <span className="pencil">spread</span>
          {(['across', 'up'] as const).map((way) => (
            <button
              key={way}
              type="button"
              className="link"
              onClick={() => putItems(session, map, `Spread ${way}`, spread(map.items, chosen, way))}
            >
              {way}
            </button>
          ))}
        </p>
      )}
      {channels.length > 0 && (
        <>
          <Choice
            label="Channels stand as"
            value={channels.every(({ what }) => what === channels[0]?.what) ? (channels[0]?.what ?? '') : ''}
            options={[['', 'several'], 'symbol', 'tile', 'picture']}
            onChoose={(what) => what && put('Form', { what: what as MapItem['what'] })}
          />
          <label className="link cursor-pointer">
            Picture for them
            <FileField
              testId="channel picture"
              accept="image/*"
              onFile={async (file) => {
                try {
                  put('Picture', { what: 'picture', picture: await fittingPng(file, file.name, 400) });
                } catch (error) {
                  toast.error((error as Error).message, { duration: 8000 });
                }
              }}
            />
          </label>
        </>
      )}
      {first && !isChannel(first) && own.length === 1 && first.what !== 'line' && (
        <Line name="Says">
          <TextField
            label="Words of the thing"
            value={first.text ?? ''}
            onWrite={(text) => {
              put('Words', { text: text.slice(0, 500) });
              return null;
            }}
          />
        </Line>
      )}
      {first && !isChannel(first) && first.what !== 'text' && first.what !== 'line' && (
        <Line name="Colour">
          <ColourPick
            label="Colour of the thing"
            value={first.colour ?? '#808080'}
            onText={(colour) => put('Colour', { colour })}
          />
        </Line>
      )}
      {first && (first.what === 'text' || first.what === 'group' || first.what === 'area') && (
        <Line name="Letters" unit="mm">
          <TextField
            label="Height of the letters"
            value={String(first.size ?? 4)}
            onWrite={(text) => {
              const size = Number(text.replace(',', '.'));
              if (!(size >= 1 && size <= 200)) return 'Letters are 1 to 200 mm high.';
              put('Letters', { size });
              return null;
            }}
          />
        </Line>
      )}
      <button
        type="button"
        className="link"
        onClick={() => {
          putItems(
            session,
            map,
            'Things out',
            map.items.filter(({ id }) => !chosen.has(id)),
          );
          useMaps.setState({ chosen: new Set() });
        }}
      >
        take off the map
      </button>
    </section>
  );
}
