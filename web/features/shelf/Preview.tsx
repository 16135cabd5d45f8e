/** What is chosen on the Shelf: how it looks, what it does, and what can be done with it. */

import { Copy, Download, Hand, Pencil, Star, Trash2 } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { v4 } from 'uuid';
import { symbolOf } from '#core/draw/symbols';
import type { Units } from '#core/measure/lengths';
import type { FixtureType, Id, Mode, SymbolDef } from '#core/model/records';
import type { Show } from '#core/model/show';
import { footprintOf, footprints } from '#core/patch/footprint';
import { copyIn } from '#core/shelf/copy';
import type { Listed } from '#core/shelf/search';
import { arrange } from '../../state/desk';
import type { Session } from '../../state/session/session';
import { attempt, markItems, removeItems, type Stored, takeIntoShow } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice } from '../../ui/Field';
import { SymbolMark } from '../../ui/SymbolMark';
import type { Editing } from './making';
import { Pages } from './Pages';

const Light = lazy(() => import('./Light').then((module) => ({ default: module.Light })));
const FilterPage = lazy(() => import('./FilterPage').then((module) => ({ default: module.FilterPage })));

interface Props {
  readonly chosen: readonly Listed[];
  readonly stored: readonly Stored[] | undefined;
  readonly items: readonly Listed[];
  readonly folders: readonly string[];
  readonly units: Units;
  readonly onOpen: (items: readonly Stored[], id: Id) => void;
  readonly onCopy: (copy: Editing) => void;
  readonly session?: Session;
  readonly show?: Show;
}

export function Preview({ chosen, stored, items, folders, units, onOpen, onCopy, session, show }: Props) {
  if (!chosen.length)
    return <p className="pencil">Choose something in the list. Ctrl adds one more, Shift a row of them; a double click opens.</p>;
  const [item] = chosen;
  const ids = chosen.map((one) => one.id);
  const record = stored?.find((one) => one.record.id === item!.id)?.record;
  const symbol = stored?.map((one) => one.record).find((one): one is SymbolDef => one.kind === 'symbol');
  const take = () =>
    attempt(async () => {
      const n = await takeIntoShow(session!, ids);
      toast(
        n
          ? `${chosen.length === 1 ? item!.summary.name : `${chosen.length} items`} taken into the show.`
          : 'The show has it already.',
      );
    });
  const inShow = show && chosen.every((one) => copyIn(show, one.id, one.kind));
  return (
    <div className="flex flex-col gap-3">
      <div>
        <h3 className="text-[15px] font-bold">{chosen.length > 1 ? `${chosen.length} items` : item!.summary.name}</h3>
        <p className="pencil">
          {chosen.length > 1
            ? chosen
                .slice(0, 6)
                .map((one) => one.summary.name)
                .join(', ')
            : [item!.summary.family, item!.summary.of].filter(Boolean).join(', ')}
          {chosen.length === 1 && item!.version > 1 ? `, version ${item!.version}` : ''}
        </p>
      </div>
      <div className="flex flex-wrap gap-1.5">
        {session && show && (
          <button type="button" className="act act-main" disabled={inShow} onClick={() => void take()}>
            {inShow ? 'In the show' : 'Take into the show'}
          </button>
        )}
        {session && show && chosen.length === 1 && item!.kind === 'type' && (
          <button
            type="button"
            className="act flex items-center gap-1"
            onClick={() =>
              void attempt(async () => {
                await takeIntoShow(session, ids);
                const copy = copyIn(session.get().show, item!.id, 'type');
                arrange({ type: copy?.id ?? null, tool: 'hang', view: 'plan', shelf: null });
              })
            }
          >
            <Hand size={13} /> Hang it
          </button>
        )}
        {chosen.length === 1 && (item!.kind === 'type' || item!.kind === 'symbol') && stored && (
          <>
            <button type="button" className="act flex items-center gap-1" onClick={() => onOpen(stored, item!.id)}>
              <Pencil size={12} /> Edit
            </button>
            {record?.kind === 'type' && (
              <button
                type="button"
                className="act flex items-center gap-1"
                onClick={() => {
                  const own = symbol ? { ...symbol, id: v4() } : null;
                  const { gdtf, shelf, ...plain } = record;
                  onCopy({
                    what: 'type',
                    where: 'shelf',
                    type: { ...plain, id: v4(), name: `${record.name}, copy`.slice(0, 200), ...(own ? { symbol: own.id } : {}) },
                    symbol: own,
                    bases: new Map(),
                    folder: item!.folder,
                  });
                }}
              >
                <Copy size={12} /> As a new one
              </button>
            )}
          </>
        )}
        {chosen.length === 1 && item!.kind === 'type' && (
          <a className="act flex items-center gap-1" href={`/api/shelf/${item!.id}/type.gdtf`} download title="Write it as GDTF">
            <Download size={12} /> GDTF
          </a>
        )}
        <button
          type="button"
          className="act flex items-center gap-1"
          aria-pressed={chosen.every((one) => one.favourite)}
          onClick={() => void attempt(() => markItems(ids, { favourite: !chosen.every((one) => one.favourite) }))}
        >
          <Star size={12} /> Favourite
        </button>
        <button type="button" className="act flex items-center gap-1" onClick={() => void attempt(() => removeItems(chosen))}>
          <Trash2 size={12} /> Off the Shelf
        </button>
      </div>
      <label className="flex items-baseline gap-2">
        <span className="pencil w-[76px] shrink-0">Folder</span>
        <Choice
          label="Folder"
          value={chosen.every((one) => one.folder === item!.folder) ? item!.folder : '*'}
          options={[
            ...(!chosen.every((one) => one.folder === item!.folder) ? [['*', 'several'] as const] : []),
            ['', 'none'],
            ...folders.map((path) => path),
          ]}
          onChoose={(value: string) => void attempt(() => markItems(ids, { folder: value }))}
        />
      </label>
      {chosen.length === 1 && !record && <p className="pencil">Fetching it...</p>}
      {chosen.length === 1 && record?.kind === 'type' && <TypePage type={record} symbol={symbol} units={units} />}
      {chosen.length === 1 && record?.kind === 'symbol' && <SymbolPage symbol={record} />}
      {chosen.length === 1 && record?.kind === 'filter' && (
        <Suspense fallback={<p className="pencil">Reckoning...</p>}>
          <FilterPage key={record.id} filter={record} version={item!.version} items={items} />
        </Suspense>
      )}
      {chosen.length === 1 && record && !['type', 'symbol', 'filter'].includes(record.kind) && (
        <Pages key={`${record.id} ${item!.version}`} record={record} version={item!.version} />
      )}
    </div>
  );
}

/** A body without a type of its own, for symbols that stand alone. */
const plainBody = (symbol: SymbolDef): FixtureType => {
  const of = { kind: 'type', family: symbol.family, length: 400, width: 300, height: 300, cells: 1, field: 26, modes: [] };
  return of as unknown as FixtureType;
};
function SymbolPage({ symbol }: { symbol: SymbolDef }) {
  const { box } = symbolOf(plainBody(symbol), 0, [], { own: symbol });
  return (
    <figure className="m-0">
      <div className="grid place-items-center border py-3" style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}>
        <SymbolMark type={plainBody(symbol)} own={symbol} width={220} height={200} />
      </div>
      <figcaption className="pencil">
        {Math.round(box[2] - box[0])} by {Math.round(box[3] - box[1])} mm, {symbol.shapes.length} shapes
      </figcaption>
    </figure>
  );
}

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="pencil">{name}</dt>
      <dd className="m-0 text-right">{children}</dd>
    </>
  );
}

function TypePage({ type, symbol, units }: { type: FixtureType; symbol: SymbolDef | undefined; units: Units }) {
  return (
    <>
      <div className="grid grid-cols-[150px_1fr] gap-3">
        <div
          className="grid place-items-center border"
          style={{ background: 'var(--sheet)', borderColor: 'var(--hair)', height: 150 }}
        >
          {type.thumbnail ? (
            <img src={`/api/files/${type.thumbnail}`} alt={type.name} className="max-h-[140px] max-w-[140px]" />
          ) : (
            <SymbolMark type={type} own={symbol} width={130} height={130} />
          )}
        </div>
        <dl className="grid h-fit grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
          <Row name={type.lamp === 'LED' ? 'Source' : 'Lamp'}>{type.source || type.lamp}</Row>
          <Row name="Power">
            {type.watts} W{type.volts ? `, ${type.volts} V` : ''}
          </Row>
          <Row name="Weight">{type.weight} kg</Row>
          <Row name="Body">
            {Math.round(type.length)} x {Math.round(type.width)} x {Math.round(type.height)} mm
          </Row>
          {type.kelvin > 0 && <Row name="Colour">{type.kelvin} K</Row>}
          {type.frame && <Row name="Colour frame">{type.frame.map(Math.round).join(' x ')} mm</Row>}
          {type.goboSize && <Row name="Gobo">{type.goboSize} mm</Row>}
          {type.pan > 0 && (
            <Row name="Pan, tilt">
              {type.pan}°, {type.tilt}°
            </Row>
          )}
          {type.cells > 1 && <Row name="Cells">{type.cells}</Row>}
          {type.fits && <Row name="Takes">{type.fits.join(', ') || 'no accessories'}</Row>}
          {type.owned !== undefined && <Row name="The house owns">{type.owned}</Row>}
        </dl>
      </div>
      {type.thumbnail && (
        <div className="flex items-center gap-3">
          <SymbolMark type={type} own={symbol} width={90} height={70} />
          <span className="pencil">{symbol ? symbol.name : 'Our symbol'}</span>
        </div>
      )}
      <Suspense fallback={<p className="pencil">Reckoning the light...</p>}>
        <Light type={type} units={units} />
      </Suspense>
      {(type.wheels?.length ?? 0) > 0 && (
        <section aria-label="Wheels">
          <h4 className="font-bold">Wheels</h4>
          {type.wheels!.map((wheel) => (
            <p key={wheel.name} className="flex flex-wrap items-center gap-1">
              <span className="pencil mr-1">{wheel.name}</span>
              {wheel.slots.map((slot, i) => (
                <span
                  key={`${i} ${slot.name}`}
                  title={slot.name}
                  className="border px-1 text-[11px]"
                  style={{ borderColor: 'var(--hair)' }}
                >
                  {slot.name || i + 1}
                </span>
              ))}
            </p>
          ))}
        </section>
      )}
      <ModeList modes={type.modes} />
    </>
  );
}

export function ModeList({ modes }: { modes: readonly Mode[] }) {
  return (
    <section aria-label="Modes">
      <h4 className="font-bold">{modes.length === 1 ? 'One mode' : `${modes.length} modes`}</h4>
      {modes.map((mode) => (
        <details key={mode.name} style={{ borderBottom: '1px solid var(--hair-faint)' }}>
          <summary className="flex cursor-pointer justify-between py-0.5">
            <span>{mode.name}</span>
            <span className="pencil">
              {footprintOf(mode)} {footprintOf(mode) === 1 ? 'slot' : 'slots'}
              {footprints(mode).length > 1 ? ` in ${footprints(mode).length} breaks` : ''}
            </span>
          </summary>
          <ol className="pb-1">
            {[...mode.channels]
              .sort((a, b) => a.break - b.break || a.offset[0]! - b.offset[0]!)
              .map((channel) => (
                <li key={`${channel.break} ${channel.offset.join()} ${channel.attribute}`} className="flex gap-2 text-[12px]">
                  <span className="pencil w-14 text-right">
                    {channel.break > 1 ? `${channel.break}: ` : ''}
                    {channel.offset.join(', ')}
                  </span>
                  <span className="flex-1">{channel.attribute}</span>
                  <span className="pencil">{channel.functions ? `${channel.functions.length} functions` : ''}</span>
                </li>
              ))}
          </ol>
        </details>
      ))}
    </section>
  );
}
