/** How the chosen fixtures hang: way, arm, drop, chord, side; their accessories and tag set; painting them onto others. */

import { useState } from 'react';
import { tagSetsOf } from '#core/draw/tag-set';
import { formatLength, LENGTH_HELP, lengthFrom, lengthUnit, parseLength } from '#core/measure/lengths';
import { firstOf } from '#core/measure/list';
import { updating } from '#core/model/change';
import { chords, type Fixture } from '#core/model/records';
import { all, find, get, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { withDevices } from '#core/patch/parts';
import { type Paintable, paintable, paintFixtures } from '#core/setout/hang';
import { ARM } from '#core/space/hanging';
import { trussOf } from '#core/space/truss';
import { useSession, useShow } from '../../state/context';
import { toast } from '../../state/toast';
import { Choice, Tick } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { shared, withField } from './shared';
import { TagMoves } from './TagMoves';

export function Hanging({ fixtures }: { fixtures: readonly Fixture[] }) {
  const session = useSession();
  const show = useShow();
  const { units } = settingsOf(show);
  const [what, setWhat] = useState<ReadonlySet<Paintable>>(new Set<Paintable>(['colour', 'purpose']));
  const each = (label: string, change: (fixture: Fixture) => Fixture) =>
    session.edit(
      `${label} for ${plural(fixtures.length)}`,
      withUnits(show, updating(fixtures.map((fixture) => [fixture, change(fixture)] as const))),
    );
  const length = (
    name: string,
    read: (fixture: Fixture) => number,
    write: (fixture: Fixture, mm: number) => Fixture,
    least = Number.NEGATIVE_INFINITY,
  ) => {
    const value = shared(fixtures.map(read));
    return (
      <Line name={name} unit={lengthUnit(units)}>
        <TextField
          label={name}
          help={LENGTH_HELP}
          value={value === null ? '' : formatLength(value, units)}
          placeholder={value === null ? 'several' : ''}
          onWrite={(text) => {
            const parsed = parseLength(text, units);
            if (!parsed.ok) return parsed.why;
            if (!parsed.relative && parsed.mm < least) return `At least ${formatLength(least, units)}.`;
            each(`${name} ${text}`, (fixture) => write(fixture, lengthFrom(parsed, read(fixture))));
            return null;
          }}
        />
      </Line>
    );
  };
  const arms = fixtures.some((fixture) => fixture.hang.startsWith('arm'));
  const trusses = fixtures.every((fixture) => {
    const position = get(show, 'position', fixture.position);
    return trussOf(position) !== null && position.curve.form !== 'vertical';
  });
  const way = shared(fixtures.map((fixture) => fixture.hang));
  const stock = all(show, 'accessory');
  const vertical = fixtures.every((fixture) => get(show, 'position', fixture.position).curve.form === 'vertical');
  const first = firstOf(fixtures);
  return (
    <>
      <Line name="Hangs">
        <Choice
          label="Hangs"
          value={way ?? ''}
          options={[
            ...(way === null ? [['', 'several'] as const] : []),
            ['under', vertical ? 'on the boom' : 'under'],
            ...(!vertical ? ['over'] : []),
            ['arm left', `on a side arm, ${vertical ? 'stage right' : 'left'}`],
            ['arm right', `on a side arm, ${vertical ? 'stage left' : 'right'}`],
            ['floor', 'standing on the floor'],
            ['forward', 'facing forward: base on a wall, or lying'],
          ]}
          onChoose={(value) => {
            const hang = value as Fixture['hang'];
            each(`Hang ${hang}`, (fixture) =>
              withField({ ...fixture, hang }, 'arm', hang.startsWith('arm') ? (fixture.arm ?? ARM) : undefined),
            );
          }}
        />
      </Line>
      {arms &&
        length(
          'Arm',
          (fixture) => fixture.arm ?? ARM,
          (fixture, arm) => ({ ...fixture, arm }),
          1,
        )}
      {trusses && (
        <Line name="Chord">
          <Choice
            label="Chord"
            value={shared(fixtures.map((fixture) => fixture.chord ?? '')) ?? ''}
            options={[['', 'as the truss has it'], ...chords.map((chord) => chord)]}
            onChoose={(value) =>
              each('Chord', (fixture) => withField(fixture, 'chord', (value || undefined) as Fixture['chord']))
            }
          />
        </Line>
      )}
      {length(
        'Drop',
        (fixture) => fixture.drop,
        (fixture, drop) => ({ ...fixture, drop }),
      )}
      {length(
        'To the side',
        (fixture) => fixture.side,
        (fixture, side) => ({ ...fixture, side }),
      )}
      <details className="py-1" open={fixtures.some((fixture) => fixture.accessories?.length)}>
        <summary className="pencil cursor-pointer">Accessories</summary>
        {stock.length === 0 && <p className="pencil">The show has none yet: take them in the step Hang.</p>}
        <div className="flex flex-wrap gap-x-3">
          {stock.map((item) => {
            const on = fixtures.filter((fixture) => fixture.accessories?.includes(item.id)).length;
            return (
              <label key={item.id} className="flex items-center gap-1">
                <Tick
                  checked={on === fixtures.length}
                  some={on > 0 && on < fixtures.length}
                  onTick={() =>
                    each(`${on === fixtures.length ? 'Take off' : 'Put on'} ${item.name}`, (fixture) => {
                      const others = (fixture.accessories ?? []).filter((id) => id !== item.id);
                      const next = on === fixtures.length ? others : [...others, item.id];
                      return withDevices(show, withField(fixture, 'accessories', next.length ? next : undefined));
                    })
                  }
                />
                {item.name}
              </label>
            );
          })}
        </div>
      </details>
      <Line name="Tag set">
        <Choice
          label="Tag set of its own"
          value={shared(fixtures.map((fixture) => fixture.tags ?? '')) ?? ''}
          options={[['', 'as the drawing has it'], ...tagSetsOf(show).map((set) => [set.id, set.name] as const)]}
          onChoose={(value) => each('Tag set', (fixture) => withField(fixture, 'tags', value || undefined))}
        />
      </Line>
      {fixtures.length === 1 && <TagMoves fixture={first} />}
      {fixtures.length > 1 && (
        <details className="py-1">
          <summary className="pencil cursor-pointer">Paint from the first chosen</summary>
          <p className="pencil">
            Unit {first.unit || '-'} on {find(show, 'position', first.position)?.name} gives its
          </p>
          <div className="flex flex-wrap gap-x-3">
            {paintable.map((name) => (
              <label key={name} className="flex items-center gap-1">
                <Tick
                  checked={what.has(name)}
                  onTick={() => {
                    const next = new Set(what);
                    if (!next.delete(name)) next.add(name);
                    setWhat(next);
                  }}
                />
                {name}
              </label>
            ))}
          </div>
          <button
            type="button"
            className="act mt-1"
            disabled={!what.size}
            onClick={() => {
              const others = fixtures.slice(1);
              session.edit(
                `Paint ${[...what].join(', ')} onto ${plural(others.length)}`,
                withUnits(show, paintFixtures(show, first, others, what)),
              );
              toast(`${plural(others.length)} took ${[...what].join(', ')} from unit ${first.unit || '-'}.`);
            }}
          >
            Paint {plural(fixtures.length - 1, 'other')}
          </button>
        </details>
      )}
    </>
  );
}
