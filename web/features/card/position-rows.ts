/** What the Card says of a position, and takes: rows by the form of its curve and by what it is used as. */
import { formatLength, lengthUnit, type Units } from '#core/measure/lengths';
import { parsePoint } from '#core/measure/point';
import { edit, updating } from '#core/model/change';
import {
  type Arc,
  type Curve,
  chords,
  numberingRules,
  type Position,
  type Straight,
  type Vec2,
  type Vertical,
} from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { type MadeOf, madeOf, usualSize } from '#core/setout/draft';
import { reshapePosition } from '#core/setout/hang';
import { type Racetrack, racetrackOf, withFigures } from '#core/setout/racetrack';
import { angleOf, turnPositions } from '#core/setout/turn';
import { centreAlong, curveLength, isClosed, trimOf } from '#core/space/curves';
import { TRUSS_DEPTH, trussOf } from '#core/space/truss';
import type { Session } from '../../state/session/session';
import { degreesRow, type FormRow, saidLength } from '../../ui/Form';

export class PositionRows {
  private readonly units: Units;
  constructor(
    private readonly session: Session,
    private readonly show: Show,
    private readonly position: Position,
  ) {
    this.units = settingsOf(show).units;
  }

  write(label: string, patch: Partial<Position>): void {
    this.session.edit(label, withUnits(this.show, edit([this.position], patch)));
  }
  reshape(label: string, next: Curve): void {
    this.session.edit(label, reshapePosition(this.show, this.position, next));
  }

  /** Takes a new curve, or says the sentence that comes in its place. */
  private shaped(name: string, text: string, next: Curve | string): string | null {
    if (typeof next === 'string') return next;
    this.reshape(`${name} of ${this.position.name} to ${text}`, next);
    return null;
  }
  private length(name: string, value: number, to: (mm: number) => Curve | string): FormRow {
    return { as: 'length', name, value, write: (mm, text) => this.shaped(name, text, to(mm)) };
  }
  /** A length that is no part of the curve. */
  private size(name: string, value: number, to: (mm: number) => Partial<Position> | string): FormRow {
    return {
      as: 'length',
      name,
      value,
      write: (mm, text) => {
        const patch = to(mm);
        if (typeof patch === 'string') return patch;
        this.write(`${name} of ${this.position.name} to ${text}`, patch);
        return null;
      },
    };
  }
  private degrees(name: string, value: number, to: (angle: number) => Curve | string): FormRow {
    return degreesRow(name, value, (angle, text) => this.shaped(name, text, to(angle)));
  }
  private point(name: string, at: Vec2, to: (at: Vec2) => Curve): FormRow {
    const { units } = this;
    return {
      as: 'text',
      name,
      unit: lengthUnit(units),
      value: `${formatLength(at[0], units)}, ${formatLength(at[1], units)}`,
      write: (text) => {
        const parsed = parsePoint(text, units, { from: at });
        return parsed.ok ? this.shaped(name, text, to(parsed.at)) : parsed.why;
      },
    };
  }
  private choice<T extends string>(
    name: string,
    label: string,
    value: T,
    options: readonly T[],
    write: (value: T) => void,
  ): FormRow {
    return { as: 'choice', name, label, value, options, write: (chosen) => write(chosen as T) };
  }

  all(): FormRow[] {
    const { curve } = this.position;
    return [
      this.name(),
      this.trim(),
      ...this.ofCurve(curve),
      this.turn(curve),
      ...this.ofUse(),
      ...this.numbers(curve),
      ...this.ticks(),
    ];
  }

  private name(): FormRow {
    const { position } = this;
    return {
      as: 'text',
      name: 'Name',
      value: position.name,
      write: (text) => {
        const name = text.trim();
        if (!name) return 'A position has a name.';
        this.session.edit(
          `Rename ${position.name} to ${name}`,
          updating([[position, { ...position, name: name.slice(0, 200) }]]),
        );
        return null;
      },
    };
  }
  private trim(): FormRow {
    const { curve } = this.position;
    const trim = (mm: number): Curve | string =>
      mm < 0 ? 'That is under the stage floor. Type 0 or more.' : { ...curve, z: mm };
    return this.length(curve.form === 'vertical' ? 'Foot' : 'Trim', trimOf(this.position), trim);
  }
  /** About its middle, with what hangs there. */
  private turn(curve: Curve): FormRow {
    const { position, show, session } = this;
    const now = angleOf(curve);
    return degreesRow(curve.form === 'vertical' ? 'Arms to' : 'Angle', now, (angle, text) => {
      session.edit(`Turn ${position.name} to ${text}`, turnPositions(show, [position], angle - now));
      return null;
    });
  }
  private ofCurve(curve: Curve): FormRow[] {
    if (curve.form === 'straight') return this.ofStraight(curve);
    if (curve.form === 'vertical') return this.ofVertical(curve);
    if (curve.form === 'arc') return this.ofArc(curve);
    const length = saidLength('Length', formatLength(curveLength(curve), this.units), this.units);
    const track = racetrackOf(curve);
    return track ? [...this.ofTrack(curve, track), length] : [length];
  }
  private ofStraight(curve: Straight): FormRow[] {
    const [mx, my] = [(curve.a[0] + curve.b[0]) / 2, (curve.a[1] + curve.b[1]) / 2];
    const shifted = (dx: number, dy: number): Curve => ({
      ...curve,
      a: [curve.a[0] + dx, curve.a[1] + dy],
      b: [curve.b[0] + dx, curve.b[1] + dy],
    });
    /** Another length about the same middle. */
    const centred = (mm: number): Curve | string => {
      if (mm < 100) return 'A pipe is at least 100 mm long.';
      const k = mm / curveLength(curve) / 2;
      const [dx, dy] = [(curve.b[0] - curve.a[0]) * k, (curve.b[1] - curve.a[1]) * k];
      return { ...curve, a: [mx - dx, my - dy], b: [mx + dx, my + dy] };
    };
    return [
      this.length('Length', curveLength(curve), centred),
      this.length('Upstage', my, (mm) => shifted(0, mm - my)),
      ...(centreAlong(curve) === null ? [] : [this.length('Middle SL', mx, (mm) => shifted(mm - mx, 0))]),
      this.length('Rise', curve.rise ?? 0, (mm) => {
        const { rise: _, ...level } = curve;
        return Math.abs(mm) < 0.5 ? level : { ...curve, rise: mm };
      }),
    ];
  }
  private ofVertical(curve: Vertical): FormRow[] {
    return [
      this.length('Height', curve.height, (mm) => (mm < 100 ? 'It is at least 100 mm tall.' : { ...curve, height: mm })),
      this.point('Stands at', curve.at, (at) => ({ ...curve, at })),
    ];
  }
  private ofArc(curve: Arc): FormRow[] {
    return [
      this.length('Radius', curve.radius, (mm) => (mm < 100 ? 'The radius is at least 100 mm.' : { ...curve, radius: mm })),
      this.point('Centre', curve.centre, (centre) => ({ ...curve, centre })),
      this.degrees('Sweep', curve.sweep, (sweep) => (sweep === 0 ? 'The sweep is not 0.' : { ...curve, sweep })),
    ];
  }
  private ofTrack(curve: Curve, track: Racetrack): FormRow[] {
    return [
      this.length('Straights', track.straight, (mm) =>
        mm < 100 ? 'The straights are at least 100 mm long.' : withFigures(curve, { ...track, straight: mm }),
      ),
      this.length('Radius', track.radius, (mm) =>
        mm < 100 ? 'The radius is at least 100 mm.' : withFigures(curve, { ...track, radius: mm }),
      ),
      this.point('Centre', track.centre, (centre) => withFigures(curve, { ...track, centre })),
    ];
  }
  private ofUse(): FormRow[] {
    const { position } = this;
    const base =
      position.use !== 'boom'
        ? []
        : [this.size('Base', position.base ?? 600, (mm) => (mm < 50 ? 'At least 50 mm.' : { base: mm }))];
    if (position.use === 'floor' || position.use === 'ladder' || position.use === 'bridge') return base;
    const body = position.section ?? 'pipe';
    const made = this.choice('Made of', 'Made of', body, madeOf, (chosen) => this.made(chosen));
    if (body === 'pipe') return [...base, made];
    const width = this.size(body === 'tube' ? 'Diameter' : 'Width', position.width, (mm) =>
      mm < 10 ? 'At least 10 mm.' : { width: mm },
    );
    if (body === 'tube') return [...base, made, width];
    const truss = [
      ...base,
      made,
      width,
      this.size('Depth', position.depth ?? TRUSS_DEPTH, (mm) => (mm < 10 ? 'At least 10 mm.' : { depth: mm })),
    ];
    // On a tower they sit on its face.
    if (position.curve.form === 'vertical') return truss;
    return [
      ...truss,
      this.choice('Hangs from', 'Units hang from', position.from ?? 'lower', chords, (from) =>
        this.write(`Units of ${position.name} from the ${from} chord`, { from }),
      ),
    ];
  }
  /** Another body about the same curve; a pipe has neither section nor depth. */
  private made(body: MadeOf): void {
    const { position, show, session } = this;
    const { section: _, depth: _depth, from: _from, ...plain } = position;
    const label = `Make ${position.name} of ${body === 'pipe' || body === 'tube' ? `a ${body}` : `${body} truss`}`;
    const truss = body === 'box' || body === 'triangle up' || body === 'triangle down';
    const next: Position = {
      ...plain,
      width: body === 'pipe' ? 50 : truss === (trussOf(position) !== null) ? position.width : usualSize(body),
      ...(body === 'pipe' ? {} : { section: body }),
      ...(truss ? { depth: position.depth ?? TRUSS_DEPTH } : {}),
      ...(truss && position.curve.form !== 'vertical' ? { from: position.from ?? ('lower' as const) } : {}),
    };
    session.edit(label, withUnits(show, updating([[position, next]])));
  }
  private numbers(curve: Curve): FormRow[] {
    const { position, units } = this;
    const length = curveLength(curve);
    const rule = this.choice('Numbers', 'Unit numbers', position.numbering, numberingRules, (numbering) =>
      this.write(`Number ${position.name} ${numbering}`, { numbering }),
    );
    if (!isClosed(curve)) return [rule];
    const mark = this.size('Mark', position.mark ?? 0, (mm) =>
      mm < 0 || mm > length ? `The mark lies from 0 to ${formatLength(length, units)} round.` : { mark: mm },
    );
    return [rule, mark];
  }
  private ticks(): FormRow[] {
    const { position } = this;
    const { ticks } = position;
    const plain = {
      centre: 'on the centre',
      split: 'split about the centre',
      start: 'from stage right or below',
      end: 'from stage left or above',
    };
    const options = (Object.keys(plain) as (keyof typeof plain)[]).flatMap(
      (from) =>
        [
          [from, plain[from]],
          [`${from} figures`, `${plain[from]}, with figures`],
        ] as const,
    );
    const write = (value: string) => {
      const [from, figures] = value.split(' ');
      const { ticks: _, ...rest } = position;
      if (!from) return this.session.edit(`Ticks of ${position.name}`, updating([[position, rest]]));
      const step = ticks?.step ?? settingsOf(this.show).tick;
      this.write(`Ticks of ${position.name}`, {
        ticks: { step, from: from as keyof typeof plain, figures: figures !== undefined },
      });
    };
    const value = ticks ? `${ticks.from}${ticks.figures ? ' figures' : ''}` : '';
    const row: FormRow = {
      as: 'choice',
      name: 'Ticks',
      label: 'Tick marks',
      value,
      options: [['', 'as the show has them'], ...options],
      write,
    };
    if (!ticks) return [row];
    return [
      row,
      this.size('Ticks every', ticks.step, (mm) => (mm < 20 ? 'At least 20 mm apart.' : { ticks: { ...ticks, step: mm } })),
    ];
  }
}
