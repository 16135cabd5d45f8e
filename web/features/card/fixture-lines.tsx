/** Lines of the fixture's Card: fields, mode and type, and where it stands. What differs reads "several". */

import { actOfField } from '#core/access/writes';
import { aimOf } from '#core/fields/aim';
import { fieldText, onCard, typeField } from '#core/fields/index';
import { formatLength, LENGTH_HELP, lengthFrom, lengthUnit, parseLength } from '#core/measure/lengths';
import { POINT_HELP } from '#core/measure/point';
import { updating } from '#core/model/change';
import { withNewChoices } from '#core/model/fields';
import type { Fixture, FixtureType } from '#core/model/records';
import { all, get, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { modeEffect } from '#core/patch/block';
import { swapLosses, swapType } from '#core/setout/hang';
import { alongOf, fromOrigin } from '#core/space/curves';
import { place } from '#core/space/hanging';
import { useMay, useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { toast } from '../../state/toast';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { Writes } from '../../ui/writes';
import { shared } from './shared';
import { TypeSelect } from './TypeSelect';

interface Chosen {
  readonly fixtures: readonly Fixture[];
}
interface FieldProps extends Chosen {
  readonly name: string;
  readonly field: string;
  readonly list?: readonly string[] | undefined;
  /** Takes the text elsewhere; answers false when it is for the field after all. */
  readonly elsewhere?: (text: string) => boolean;
}

export function FieldLine({ fixtures, name, field, list, elsewhere }: FieldProps) {
  const session = useSession();
  const show = useShow();
  const writes = useMay(actOfField(field));
  const value = shared(fixtures.map((fixture) => fieldText(show, fixture, null, field)));
  const write = (text: string): string | null => {
    if (elsewhere?.(text)) return null;
    const pairs: [Fixture, Fixture][] = [];
    for (const fixture of fixtures) {
      const typed = typeField(show, fixture, null, field, text);
      if (!typed.ok) return typed.why;
      pairs.push([fixture, typed.fixture]);
    }
    session.edit(
      `${name} ${text || 'cleared'} for ${plural(fixtures.length)}`,
      withNewChoices(show, withUnits(show, updating(pairs))),
    );
    return null;
  };
  return (
    <Line name={name}>
      <Writes value={writes}>
        <TextField
          label={name}
          value={value ?? ''}
          placeholder={value === null ? 'several' : ''}
          onWrite={write}
          {...(list ? { list } : {})}
        />
      </Writes>
    </Line>
  );
}

/** The fields that have a line of their own without saying where, in two places. */
export function FieldLines({ fixtures, at }: Chosen & { readonly at: 'feed' | 'end' }) {
  const show = useShow();
  return onCard(show, at).map(({ id, title, card }) => (
    <FieldLine key={id} fixtures={fixtures} name={card?.as ?? title} field={id} list={card?.offers?.(show)} />
  ));
}

export function ModeLine({ fixtures, type }: Chosen & { readonly type: FixtureType | null }) {
  const show = useShow();
  const elsewhere = (text: string): boolean => {
    // What a mode would overlap or push out is read before it is done.
    const mode = type?.modes.find((item) => item.name.toLowerCase() === text.trim().toLowerCase());
    if (!type || !mode) return false;
    const effect = modeEffect(show, fixtures, type, mode.name);
    if (!effect.shared.length && !effect.past.length) return false;
    usePanels.setState({ panel: 'modes', wantedMode: mode.name });
    return true;
  };
  return (
    <FieldLine fixtures={fixtures} name="Mode" field="mode" list={type?.modes.map((mode) => mode.name)} elsewhere={elsewhere} />
  );
}

export function TypeLine({ fixtures, type }: Chosen & { readonly type: FixtureType | null }) {
  const session = useSession();
  return (
    <Line name="Type">
      <TypeSelect
        label="Type"
        value={type?.id ?? ''}
        onChange={(next) => {
          // The type may have come from the Shelf a moment ago.
          const now = session.get().show;
          const losses = swapLosses(now, fixtures, next);
          session.edit(`Change ${plural(fixtures.length)} to ${next.name}`, swapType(fixtures, next));
          if (losses.length) toast(`Changed to ${next.name}. ${losses.join(' ')}`, { duration: 9000 });
        }}
      />
    </Line>
  );
}

/** Along its position, height, aim and throw. */
export function PlaceLines({ fixtures }: Chosen) {
  const session = useSession();
  const show = useShow();
  const { units } = settingsOf(show);
  const places = fixtures.map((fixture) => place(show, fixture));
  const along = shared(
    fixtures.map((fixture) => formatLength(fromOrigin(get(show, 'position', fixture.position).curve, fixture.along), units)),
  );
  const writeAlong = (text: string): string | null => {
    const parsed = parseLength(text, units);
    if (!parsed.ok) return parsed.why;
    const pairs = fixtures.map((fixture): [Fixture, Fixture] => {
      const { curve } = get(show, 'position', fixture.position);
      const to = lengthFrom(parsed, fromOrigin(curve, fixture.along));
      return [fixture, { ...fixture, along: alongOf(curve, to) }];
    });
    session.edit(`Move ${plural(fixtures.length)} to ${text}`, withUnits(show, updating(pairs)));
    return null;
  };
  const writeAim = (text: string): string | null => {
    const wanted = text.trim();
    const pairs: [Fixture, Fixture][] = [];
    for (const fixture of fixtures) {
      const typed = aimOf(show, fixture, wanted);
      if (!typed.ok) return typed.why;
      pairs.push([fixture, { ...fixture, aim: typed.aim }]);
    }
    session.edit(wanted ? `Aim ${plural(fixtures.length)} at ${wanted}` : `Unfocus ${plural(fixtures.length)}`, updating(pairs));
    return null;
  };
  const aims = shared(fixtures.map((fixture) => fieldText(show, fixture, null, 'aim')));
  const throws = places.map((at) => at.throw).filter((value): value is number => value !== null);
  const range = (values: readonly number[]) =>
    values.length
      ? [...new Set([formatLength(Math.min(...values), units), formatLength(Math.max(...values), units)])].join(' to ')
      : '';
  return (
    <>
      <Line name="Along" unit={lengthUnit(units)}>
        <TextField
          label="Along"
          value={along ?? ''}
          placeholder={along === null ? 'several' : ''}
          help={LENGTH_HELP}
          onWrite={writeAlong}
        />
      </Line>
      <Line name="Height" unit={lengthUnit(units)}>
        <span className="flex-1">{range(places.map((at) => Math.round(at.clamp[2])))}</span>
      </Line>
      <Line name="Aim">
        <TextField
          label="Aim"
          value={aims ?? ''}
          placeholder={aims === null ? 'several' : 'an area, or a point'}
          help={`A focus area by its name, or a point: ${POINT_HELP}; a third figure is the height`}
          list={all(show, 'area').map((area) => area.name)}
          onWrite={writeAim}
        />
      </Line>
      {throws.length > 0 && (
        <Line name="Throw" unit={lengthUnit(units)}>
          <span className="flex-1">{range(throws.map((value) => Math.round(value / 10) * 10))}</span>
        </Line>
      )}
    </>
  );
}
