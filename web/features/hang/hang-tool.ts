/** Hanging by pointing: one by a click, a row by pressing and dragging along a position. */

import { v4 } from 'uuid';
import { LINE, MOVE, type Prim, path, placed } from '#core/draw/list';
import { alongAt, drawnPoint, type HangPoint, hangAt } from '#core/draw/locate';
import { symbolIn } from '#core/draw/symbols';
import { formatLength } from '#core/measure/lengths';
import { lastOf } from '#core/measure/list';
import type { Fixture, FixtureType, Position, Vec2 } from '#core/model/records';
import { find, settingsOf } from '#core/model/show';
import { isHung } from '#core/order/tray';
import { formsOf } from '#core/patch/accessories';
import { hangRow, hangWaiting, rowAlongs } from '#core/setout/hang';
import { curveLength, isClosed } from '#core/space/curves';
import { mod } from '#core/space/vectors';
import { select } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { rowCount, stageDistance } from '../../ui/canvas/pointing';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** What the desk says about how the next fixtures hang. */
export function hangingOf(): Partial<Fixture> {
  const { hangWay } = useTool.getState();
  const { accessories } = useTool.getState();
  return { ...(hangWay ? { hang: hangWay } : {}), ...(accessories.length ? { accessories } : {}) };
}

/** Where a row ends as the pointer goes round a closed position: on from where it was, by the shorter way, at most one whole turn. */
function followed(position: Position, before: number, along: number): number {
  if (!isClosed(position.curve)) return along;
  const length = curveLength(position.curve);
  let by = mod(along - before, length);
  if (by > length / 2) by -= length;
  return before + by;
}

// Long: a gesture is one closure: what was pressed, drawn and typed is read by all its short functions.
export function hangTool(env: Env): Tool {
  let row: { from: HangPoint; to: number; typed: string } | null = null;
  let pointer: Vec2 | null = null;
  /** Units of the tray that come next. */
  const next = (): Fixture[] =>
    useTool.getState().waiting.flatMap((id) => {
      const fixture = find(env.show(), 'fixture', id);
      return fixture && !isHung(env.show(), fixture) ? [fixture] : [];
    });
  const type = (): FixtureType | undefined => {
    const id = next()[0]?.type ?? useTool.getState().type;
    return id ? find(env.show(), 'type', id) : undefined;
  };
  const reach = () => 28 / env.surface().view.k;
  const spotAt = (at: Vec2) => hangAt(env.show(), at[0], at[1], reach());
  const count = () => {
    const n = row ? rowCount({ typed: row.typed, from: row.from.along, to: row.to }, useTool.getState().rowCount) : 1;
    return next().length ? Math.min(n, next().length) : n;
  };
  /** Those that wait are hung where the pointer says; when none is left the tool is laid down. */
  const hangNext = (fixtures: readonly Fixture[], { position, along }: HangPoint, to: number, n: number) => {
    const mine = fixtures.slice(0, n);
    const { hangWay } = useTool.getState();
    const change = hangWaiting(env.show(), mine, position, along, to, hangWay ? { hang: hangWay } : {});
    env.session.edit(`Hang ${n === 1 ? 'a unit' : `${n} units`} of the tray on ${position.name}`, change);
    select(mine.map(({ id }) => id));
    const left = fixtures.slice(n).map(({ id }) => id);
    useTool.setState({ waiting: left, ...(left.length ? {} : { tool: 'select' }) });
  };
  const forms = () => formsOf(env.show(), { accessories: useTool.getState().accessories } as unknown as Fixture);

  return {
    crosshair: true,
    down(at) {
      if (!type()) return env.say('Choose a fixture type first, in the panel at the right.');
      const spot = spotAt(at);
      if (!spot) return env.say('There is no position here. Point at a pipe, a boom in its detail, or the ring.');
      row = { from: spot, to: spot.along, typed: '' };
      env.refresh();
    },
    move(at, event) {
      pointer = at;
      if (row) {
        const spot = alongAt(env.show(), row.from.position, at[0], at[1], event.altKey ? 0 : settingsOf(env.show()).snap);
        row = { ...row, to: followed(row.from.position, row.to, spot.along) };
      }
      env.refresh();
    },
    up() {
      const wanted = type();
      if (row && wanted) {
        const { position, along } = row.from;
        const n = along === row.to ? 1 : count();
        const waiting = next();
        try {
          if (waiting.length) {
            hangNext(waiting, row.from, row.to, n);
            row = null;
            return env.refresh();
          }
          const change = hangRow(env.show(), wanted, position, along, row.to, n, v4, hangingOf(), useTool.getState().layer);
          env.session.edit(`Hang ${n} ${wanted.name} on ${position.name}`, change);
          select(change.added.map((record) => record.id));
        } catch (error) {
          toast.error((error as Error).message);
        }
      }
      row = null;
      env.refresh();
    },
    key(event) {
      if (!row && event.key === 'Enter' && type()) {
        useTool.setState({ typing: 'row' });
        return true;
      }
      if (!row || !/^\d$/.test(event.key)) return false;
      row = { ...row, typed: (row.typed + event.key).slice(-3) };
      env.refresh();
      return true;
    },
    wheel(event) {
      if (!row) return false;
      const { rowCount: now } = useTool.getState();
      useTool.setState({ rowCount: Math.max(2, Math.min(200, now + (event.deltaY < 0 ? 1 : -1))) });
      row = { ...row, typed: '' };
      env.refresh();
      return true;
    },
    cancel() {
      if (!row) return false;
      row = null;
      env.refresh();
      return true;
    },
    reads() {
      const spot = pointer && !row ? spotAt(pointer) : null;
      return spot ? [spot.at[0], spot.at[1], spot.position.curve.z] : null;
    },
    ghosts(): Prim[] {
      const wanted = type();
      if (!wanted) return [];
      const show = env.show();
      const { units } = settingsOf(show);
      const { k } = env.surface().view;
      const out: Prim[] = [];
      const draw = (at: readonly [number, number], size = 1) => {
        for (const prim of symbolIn(show, wanted, 0, forms()).prims) {
          out.push({ ...placed(prim, at[0], at[1], 180, size), ink: 'lamp' });
        }
      };
      if (row) {
        const { position, detail } = row.from;
        const n = count();
        for (const along of rowAlongs(row.from.along, row.to, n, position.curve)) draw(drawnPoint(show, position, along, detail));
        const end = lastOf(rowAlongs(row.from.along, row.to, n, position.curve));
        const gap = n > 1 ? formatLength(Math.abs(row.to - row.from.along) / (n - 1), units) : '';
        out.push(...slip(env, drawnPoint(show, position, end, detail), `${n} units${gap ? `, ${gap} apart` : ''}`, 34));
        return out;
      }
      const spot = pointer ? spotAt(pointer) : null;
      if (!spot) return out;
      draw(spot.at);
      const { form, z } = spot.position.curve;
      const text =
        form === 'vertical'
          ? `${formatLength(z + spot.along, units)} high`
          : form === 'straight'
            ? stageDistance(spot.fromOrigin, units)
            : `${formatLength(spot.fromOrigin, units)} round`;
      out.push(...slip(env, spot.at, `${text}  ${spot.position.name}`, 34));
      if (form === 'straight' && !spot.detail) {
        const zero = drawnPoint(show, spot.position, spot.along - spot.fromOrigin, null);
        const y = spot.at[1] - 20 / k;
        out.push(path([MOVE, zero[0], y, LINE, spot.at[0], y], 'thin', 'none', 'lamp'));
      }
      return out;
    },
  };
}
