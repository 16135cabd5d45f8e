/** Focus areas against purposes, in the place of the Ledger: who does what where, what is missing, and how much light there is. */
import { useMemo, useRef, useState } from 'react';
import { channelText } from '#core/fields/texts';
import { FOOTCANDLE } from '#core/light/beam';
import { hexSeen } from '#core/light/exposure';
import type { AreaLight } from '#core/light/planes';
import type { Fixture, FocusArea } from '#core/model/records';
import { all, find, type Show } from '#core/model/show';
import { type Cell, type Column, intoCell, matrixOf, ofChannel } from '#core/setout/matrix';
import { place } from '#core/space/hanging';
import { useMay, useSession, useShow } from '../../state/context';
import { useLight } from '../../state/light';
import { usePicture } from '../../state/picture';
import { goTo, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useAudit } from '../../ui/audit';
import { useColours } from '../../ui/colours';
import { DragArea, useDragged, useDropped } from '../../ui/drag';
import { Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { useKeys } from '../../ui/keys';
import { plural } from '../../ui/words';

const keyOf = (area: string, purpose: string) => `${area} ${purpose}`;

export function MatrixTable() {
  const show = useShow();
  const session = useSession();
  const drafts = useMay('draft');
  const matrix = useMemo(() => matrixOf(show), [show]);
  const { areas, purposes, cells } = matrix;
  const shorts = useShort();
  const figures = useLight((state) => state.figures);
  const unit = useLight((state) => state.unit);
  const white = usePicture((state) => state.white);
  const table = useRef<HTMLTableElement>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const give = (fixtures: readonly Fixture[], area: FocusArea, purpose: string) => {
    const names = fixtures.map((fixture) => channelText(fixture) || fixture.unit || '?').join(', ');
    session.edit(`${names} to ${purpose} at ${area.name}`, intoCell(fixtures, area, purpose));
  };
  const drop = (dragged: string, onto: string) => {
    const fixture = find(show, 'fixture', dragged);
    const area = find(show, 'area', onto.slice(0, 36));
    if (fixture && area) give([fixture], area, onto.slice(37));
  };
  const step = (dx: number, dy: number) => {
    const at = document.activeElement?.closest<HTMLElement>('[data-row]');
    if (!at || !table.current?.contains(at)) return false;
    const [row, column] = [Number(at.dataset.row) + dy, Number(at.dataset.column) + dx];
    table.current.querySelector<HTMLElement>(`[data-row="${row}"][data-column="${column}"]`)?.focus();
    return true;
  };
  useKeys('matrix', {
    left: () => step(-1, 0),
    right: () => step(1, 0),
    up: () => step(0, -1),
    down: () => step(0, 1),
    choose: () => {
      const at = document.activeElement?.closest<HTMLElement>('[data-units]');
      if (!at?.dataset.units) return false;
      goTo(at.dataset.units.split(' '));
      return true;
    },
    type: () => {
      const at = document.activeElement?.closest<HTMLElement>('[data-cell]');
      if (!at?.dataset.cell) return false;
      setTyping(at.dataset.cell);
      return true;
    },
  });
  if (!areas.length)
    return <p className="pencil p-3">The matrix has a row for each focus area: draw areas first, then aim units at them.</p>;
  const said = (lux: number) => Math.round(unit === 'fc' ? lux / FOOTCANDLE : lux);
  return (
    <DragArea onDrop={drop} shown={(id) => channelText(find(show, 'fixture', id) as Fixture) || 'a unit'}>
      <div className="h-full overflow-auto" data-scope="matrix" data-testid="matrix" style={{ background: 'var(--sheet)' }}>
        <table ref={table} className="min-w-full text-[12px]" aria-label="Matrix of areas and purposes">
          <thead className="sticky top-0 z-10" style={{ background: 'var(--sheet)' }}>
            <tr className="text-left">
              <th className="pencil sticky left-0 px-3 py-1 font-normal" style={{ background: 'var(--sheet)' }}>
                Area
              </th>
              <th className="pencil px-2 py-1 text-right font-normal" title="On average, with the colour of all the light">
                {unit}
              </th>
              <th className="pencil px-2 py-1 text-right font-normal">least</th>
              <th className="pencil px-2 py-1 text-right font-normal">most</th>
              <th className="pencil px-3 py-1 text-right font-normal whitespace-nowrap">least / average</th>
              {purposes.map((column) => (
                <Heading key={column.name} column={column} />
              ))}
            </tr>
          </thead>
          <tbody>
            {areas.map((area, row) => {
              const measured = figures.get(area.id);
              const light = measured?.all;
              const short = shorts.get(area.id) ?? enough;
              return (
                <tr key={area.id} style={{ borderTop: '1px solid var(--hair-faint)' }}>
                  <th
                    scope="row"
                    className="sticky left-0 px-3 py-0.5 text-left whitespace-nowrap"
                    style={{ background: 'var(--sheet)' }}
                  >
                    <button
                      type="button"
                      className="text-left font-bold hover:underline"
                      style={{ color: short.lux || short.even ? 'var(--stop)' : undefined }}
                      title={[short.lux, short.even].filter(Boolean).join(' ')}
                      onClick={() => goTo([area.id])}
                    >
                      {area.name}
                    </button>
                  </th>
                  <td
                    className="px-2 text-right whitespace-nowrap tabular-nums"
                    style={{ color: short.lux ? 'var(--stop)' : undefined }}
                    title={short.lux}
                  >
                    {light?.xyz && said(light.average) > 0 && (
                      <span
                        className="mr-1 inline-block h-2.5 w-2.5 border"
                        style={{ background: hexSeen(light.xyz, white), borderColor: 'var(--pencil)' }}
                      />
                    )}
                    {light ? said(light.average) : ''}
                    {short.lux && <span className="sr-only">, {short.lux}</span>}
                  </td>
                  <td className="px-2 text-right tabular-nums">{light ? said(light.least) : ''}</td>
                  <td className="px-2 text-right tabular-nums">{light ? said(light.most) : ''}</td>
                  <td
                    className="px-3 text-right tabular-nums"
                    style={{ color: short.even ? 'var(--stop)' : undefined }}
                    title={short.even}
                  >
                    {light ? light.even.toFixed(2) : ''}
                    {short.even && <span className="sr-only">, {short.even}</span>}
                  </td>
                  {purposes.map(({ name }, column) => (
                    <MatrixCell
                      key={name}
                      id={keyOf(area.id, name)}
                      row={row}
                      column={column}
                      label={`${name} at ${area.name}`}
                      cell={cells.get(area.id)?.get(name) ?? { fixtures: [], state: 'usual' }}
                      figures={figuresSaid(
                        show,
                        cells.get(area.id)?.get(name)?.fixtures ?? [],
                        measured?.purposes.get(name) ?? null,
                        unit,
                      )}
                      typing={typing === keyOf(area.id, name)}
                      onType={() => drafts && setTyping(keyOf(area.id, name))}
                      onTyped={(text) => {
                        setTyping(null);
                        if (!text.trim()) return;
                        const fixtures = text.split(',').flatMap((channel) => ofChannel(show, channel));
                        if (fixtures.length) give(fixtures, area, name);
                        else toast.error(`No unit has the channel ${text.trim().slice(0, 40)}.`);
                      }}
                    />
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </DragArea>
  );
}

/** Light and angle of the units of a cell, as they are told where the pointer is. */
function figuresSaid(show: Show, fixtures: readonly Fixture[], light: AreaLight | null, unit: 'lx' | 'fc'): string {
  const said = (lux: number) => Math.round(unit === 'fc' ? lux / FOOTCANDLE : lux);
  const angles = fixtures.flatMap((fixture) => {
    const { target, below } = place(show, fixture);
    return target ? [Math.round(below)] : [];
  });
  const [low, high] = [Math.min(...angles), Math.max(...angles)];
  return [
    ...(light
      ? [`${said(light.average)} ${unit}, ${said(light.least)} to ${said(light.most)}, even ${light.even.toFixed(2)}`]
      : []),
    ...(angles.length ? [`from ${low === high ? low : `${low} to ${high}`}°`] : []),
  ].join(', ');
}

interface Short {
  readonly lux: string;
  readonly even: string;
}
const enough: Short = { lux: '', even: '' };
/** What areas have less of than is wished, by area: sentences of the audit, whose keys name area and figure. */
function useShort(): ReadonlyMap<string, Short> {
  const show = useShow();
  const audit = useAudit();
  return useMemo(() => {
    const out = new Map<string, Short>();
    for (const { code, key, text } of audit?.wrongSnags(show) ?? []) {
      if (code !== 'below wish') continue;
      const [area = '', figure] = key.slice(code.length + 1).split(' ');
      const now = out.get(area) ?? enough;
      const of = figure === 'even' ? 'even' : 'lux';
      out.set(area, { ...now, [of]: [now[of], text].filter(Boolean).join(' ') });
    }
    return out;
  }, [show, audit]);
}

/** A purpose; a click chooses all that do it. */
function Heading({ column: { name, record, count } }: { readonly column: Column }) {
  const show = useShow();
  return (
    <th className="px-2 py-1 font-normal whitespace-nowrap">
      <button
        type="button"
        className="flex items-center gap-1.5 hover:underline"
        title={`Choose the ${plural(count, 'unit')} for ${name}`}
        onClick={() => goTo(all(show, 'fixture').flatMap(({ id, purpose }) => (purpose === name ? [id] : [])))}
      >
        {record?.colour && (
          <span className="h-2.5 w-2.5 border" style={{ background: record.colour, borderColor: 'var(--pencil)' }} />
        )}
        {name}
      </button>
    </th>
  );
}

interface CellProps {
  readonly id: string;
  readonly row: number;
  readonly column: number;
  readonly label: string;
  readonly cell: Cell;
  readonly typing: boolean;
  /** What its units do there, in words. */
  readonly figures: string;
  readonly onType: () => void;
  readonly onTyped: (text: string) => void;
}
const wrong = { hole: 'nothing', double: 'more than elsewhere', usual: '' } as const;

function MatrixCell({ id, row, column, label, cell: { fixtures, state }, figures, typing, onType, onTyped }: CellProps) {
  const { ref, over } = useDropped(id);
  return (
    <td
      ref={ref}
      className="px-1 py-0.5"
      style={{
        background: over ? 'var(--halo)' : undefined,
        outline: state === 'usual' ? undefined : `1px ${state === 'hole' ? 'dashed' : 'solid'} var(--doubt)`,
        outlineOffset: -2,
      }}
      title={[wrong[state], figures].filter(Boolean).join('; ')}
    >
      {typing ? (
        <Typed
          className="!w-20"
          label={`Channel for ${label}`}
          // It was asked for by the cell that has the focus.
          ref={(node) => node?.focus()}
          defaultValue=""
          onBlur={(event) => onTyped(event.target.value)}
          onKeyDown={fieldKeys({
            enter: (event) => event.currentTarget.blur(),
            escape: (event) => {
              (event.currentTarget as HTMLInputElement).value = '';
              event.currentTarget.blur();
            },
            '*': () => true,
          })}
        />
      ) : (
        // biome-ignore lint/a11y/useSemanticElements: units in it are buttons themselves
        // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys
        <div
          role="button"
          tabIndex={0}
          aria-label={`${label}: ${fixtures.map(channelText).join(', ') || 'nothing'}${state === 'double' ? ', more than elsewhere' : ''}`}
          data-row={row}
          data-column={column}
          data-cell={id}
          data-units={fixtures.map((fixture) => fixture.id).join(' ')}
          className="flex min-h-5 cursor-default gap-x-2 px-1"
          onClick={(event) =>
            event.target === event.currentTarget && fixtures.length > 0 && goTo(fixtures.map((fixture) => fixture.id))
          }
          onDoubleClick={onType}
        >
          {fixtures.map((fixture) => (
            <Unit key={fixture.id} fixture={fixture} />
          ))}
          {state === 'hole' && <span style={{ color: 'var(--doubt)' }}>nothing</span>}
        </div>
      )}
    </td>
  );
}

/** A unit by its channel, with its colour; a click chooses it, a drag gives it to another cell. */
function Unit({ fixture }: { readonly fixture: Fixture }) {
  const show = useShow();
  const colourOf = useColours();
  const { ref, grip } = useDragged(fixture.id);
  const chosen = useSelection((state) => state.selection.includes(fixture.id));
  const colour = colourOf?.(all(show, 'filter'), fixture.parts.find((part) => part.colour)?.colour ?? '').rgb;
  return (
    <button
      ref={ref}
      {...grip}
      type="button"
      tabIndex={-1}
      className="flex items-center gap-1 px-0.5 tabular-nums hover:underline"
      style={{ background: chosen ? 'var(--halo)' : undefined }}
      onClick={() => goTo([fixture.id])}
    >
      {colour && <span className="h-2 w-2 border" style={{ background: colour, borderColor: 'var(--pencil)' }} />}
      {channelText(fixture) || `unit ${fixture.unit || '?'}`}
    </button>
  );
}
