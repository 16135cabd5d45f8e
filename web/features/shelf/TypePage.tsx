/** How a fixture type and a symbol are seen on the Shelf: figures, light, wheels, modes. */

import { lazy, Suspense } from 'react';
import { symbolOf } from '#core/draw/symbols';
import type { Units } from '#core/measure/lengths';
import type { FixtureType, Mode, SymbolDef } from '#core/model/records';
import { footprintOf, footprints } from '#core/patch/footprint';
import { at } from '../../state/base';
import { SymbolMark } from '../../ui/SymbolMark';

const Light = lazy(() => import('./Light').then((module) => ({ default: module.Light })));

/** A body without a type of its own, for symbols that stand alone. */
const plainBody = (symbol: SymbolDef): FixtureType => {
  const of = { kind: 'type', family: symbol.family, length: 400, width: 300, height: 300, cells: 1, field: 26, modes: [] };
  return of as unknown as FixtureType;
};
export function SymbolPage({ record: symbol }: { record: SymbolDef }) {
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

export function TypePage(props: { record: FixtureType; symbol: SymbolDef | undefined; units: Units }) {
  const { record: type, symbol, units } = props;
  return (
    <>
      <div className="grid grid-cols-[150px_1fr] gap-3">
        <div
          className="grid place-items-center border"
          style={{ background: 'var(--sheet)', borderColor: 'var(--hair)', height: 150 }}
        >
          {type.thumbnail ? (
            <img src={at(`/api/files/${type.thumbnail}`)} alt={type.name} className="max-h-[140px] max-w-[140px]" />
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
      {type.wheels?.length ? (
        <section aria-label="Wheels">
          <h4 className="font-bold">Wheels</h4>
          {type.wheels.map((wheel) => (
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
      ) : null}
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
              .sort((a, b) => a.break - b.break || (a.offset[0] ?? 0) - (b.offset[0] ?? 0))
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
