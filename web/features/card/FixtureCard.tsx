/** Fixtures that are selected: shown, and edited for all of them. Differing values read "several". */

import { Pencil, RotateCcw, RotateCw, Trash2 } from 'lucide-react';
import { Fragment } from 'react';
import { snagsByFixture } from '#core/audit/snags';
import { fieldText, onCard, typeField } from '#core/fields/index';
import { formatLength, lengthUnit, parseLength } from '#core/measure/lengths';
import { updating } from '#core/model/change';
import { withNewChoices } from '#core/model/fields';
import type { Fixture, FixtureType } from '#core/model/records';
import { all, find, get, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { formatAddress, formatRange } from '#core/patch/address';
import { modeEffect } from '#core/patch/block';
import { fixtureFootprint, partFootprint } from '#core/patch/footprint';
import { swapLosses, swapType } from '#core/setout/hang';
import { copyIn } from '#core/shelf/copy';
import { alongOf, fromOrigin } from '#core/space/curves';
import { place } from '#core/space/hanging';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { attempt, takeIntoShow, useShelf } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice } from '../../ui/Field';
import { commandById } from '../../ui/registry';
import { SnagItem } from '../../ui/SnagItem';
import { Line, TextField } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';
import { ColourField } from './ColourField';
import { Hanging } from './Hanging';
import { Parts } from './Parts';
import { shared } from './shared';

export function FixtureCard({ fixtures }: { fixtures: readonly Fixture[] }) {
  const session = useSession();
  const show = useShow();
  const settings = settingsOf(show);
  const { units } = settings;
  const first = fixtures[0]!;
  const types = fixtures.map((fixture) => get(show, 'type', fixture.type));
  const type = shared(types);
  const position = shared(fixtures.map((fixture) => fixture.position));
  const places = fixtures.map((fixture) => place(show, fixture));
  const snags = [...new Set(fixtures.flatMap((fixture) => snagsByFixture(show).get(fixture.id) ?? []))].filter(
    (snag) => snag.weight !== 'open',
  );
  const one = fixtures.length === 1;
  const panel = usePanels((state) => state.panel);

  const line = (name: string, field: string, list?: readonly string[], elsewhere?: (text: string) => boolean) => {
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
        <TextField
          label={name}
          value={value ?? ''}
          placeholder={value === null ? 'several' : ''}
          onWrite={write}
          {...(list ? { list } : {})}
        />
      </Line>
    );
  };

  const lines = (at: 'feed' | 'end') =>
    onCard(show, at).map(({ id, title, card }) => (
      <Fragment key={id}>{line(card?.as ?? title, id, card?.offers?.(show))}</Fragment>
    ));

  const along = shared(
    fixtures.map((fixture) => formatLength(fromOrigin(get(show, 'position', fixture.position).curve, fixture.along), units)),
  );
  const writeAlong = (text: string): string | null => {
    const parsed = parseLength(text, units);
    if (!parsed.ok) return parsed.why;
    const pairs = fixtures.map((fixture): [Fixture, Fixture] => {
      const { curve } = get(show, 'position', fixture.position);
      const to = parsed.relative ? fromOrigin(curve, fixture.along) + parsed.mm : parsed.mm;
      return [fixture, { ...fixture, along: alongOf(curve, to) }];
    });
    session.edit(`Move ${plural(fixtures.length)} to ${text}`, withUnits(show, updating(pairs)));
    return null;
  };
  const writeAim = (text: string): string | null => {
    const area = all(show, 'area').find((item) => item.name.toLowerCase() === text.trim().toLowerCase());
    if (text.trim() && !area) return `There is no focus area named "${text}".`;
    session.edit(
      area ? `Focus ${plural(fixtures.length)} on ${area.name}` : `Unfocus ${plural(fixtures.length)}`,
      updating(
        fixtures.map((fixture): [Fixture, Fixture] => [
          fixture,
          { ...fixture, aim: area ? { kind: 'area', area: area.id } : null },
        ]),
      ),
    );
    return null;
  };
  const aims = shared(
    fixtures.map((fixture) =>
      fixture.aim === null ? '' : fixture.aim.kind === 'area' ? (find(show, 'area', fixture.aim.area)?.name ?? '') : 'a point',
    ),
  );
  const throws = places.map((at) => at.throw).filter((value): value is number => value !== null);
  const range = (values: readonly number[]) =>
    values.length
      ? [...new Set([formatLength(Math.min(...values), units), formatLength(Math.max(...values), units)])].join(' to ')
      : '';
  const context = { session, show, go: () => undefined };

  return (
    <div>
      <h2 className="font-bold">
        {one ? `Unit ${first.unit || '-'}` : plural(fixtures.length)}
        {position ? ` on ${find(show, 'position', position)?.name}` : ''}
      </h2>
      <p className="pencil flex gap-2 pb-1">
        <span className="min-w-0 flex-1 truncate">
          {type ? `${type.family}, ${type.maker} ${type.name}` : `${new Set(types).size} types`}
        </span>
        {type && (
          <button
            type="button"
            aria-label={`Open the form of ${type.name}`}
            title="Edit this type in this show"
            onClick={() => usePanels.setState({ shelf: { tab: 'show', edit: type.id } })}
          >
            <Pencil size={12} />
          </button>
        )}
      </p>
      {snags.length > 0 && panel !== 'snags' && (
        <section className="pb-1" aria-label="Snags">
          <h3 className="pencil">{snags.length === 1 ? 'Snag' : 'Snags'}</h3>
          {snags.slice(0, 8).map((snag) => (
            <SnagItem key={snag.key} snag={snag} brief />
          ))}
          {snags.length > 8 && (
            <button type="button" className="link" onClick={() => usePanels.setState({ panel: 'snags' })}>
              And {snags.length - 8} more
            </button>
          )}
        </section>
      )}
      <div className="flex gap-1 pb-1">
        {(
          [
            ['rotate', RotateCcw],
            ['rotate back', RotateCw],
            ['delete', Trash2],
          ] as const
        ).map(([id, Icon]) => (
          <Tip command={id} key={id}>
            <button type="button" className="tool" aria-label={commandById(id).name} onClick={() => commandById(id).run(context)}>
              <Icon size={15} />
            </button>
          </Tip>
        ))}
        <Tip command="duplicate">
          <button type="button" className="act act-small" onClick={() => commandById('duplicate').run(context)}>
            Duplicate
          </button>
        </Tip>
        <Tip command="set out">
          <button type="button" className="act act-small" onClick={() => commandById('set out').run(context)}>
            Set out
          </button>
        </Tip>
      </div>
      {line('Channel', 'channel')}
      {line('Unit', 'unit')}
      {fixtures.length === 1 && first.parts.length === 1 ? (
        line('Address', 'address')
      ) : (
        <Line name="Address">
          {one ? first.parts.map((part) => formatAddress(part.address) || '-').join(', ') : addressSpan(fixtures)}
        </Line>
      )}
      <Line name="Slots">
        {shared(fixtures.map((fixture) => fixtureFootprint(show, fixture))) ?? 'several'}
        {one && first.parts.length === 1 && first.parts[0]!.address !== null ? (
          <span className="pencil">{formatRange(first.parts[0]!.address, partFootprint(show, first, 0))}</span>
        ) : null}
      </Line>
      {line(
        'Mode',
        'mode',
        type?.modes.map((mode) => mode.name),
        (text) => {
          // What a mode would overlap or push out is read before it is done.
          const mode = type?.modes.find((item) => item.name.toLowerCase() === text.trim().toLowerCase());
          if (!type || !mode) return false;
          const effect = modeEffect(show, fixtures, type, mode.name);
          if (!effect.shared.length && !effect.past.length) return false;
          usePanels.setState({ panel: 'modes', wantedMode: mode.name });
          return true;
        },
      )}
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
      {line(
        'Purpose',
        'purpose',
        [
          ...new Set(
            all(show, 'fixture')
              .map((fixture) => fixture.purpose)
              .filter(Boolean),
          ),
        ].sort(),
      )}
      <ColourField fixtures={fixtures} />
      <Line name="Along" unit={lengthUnit(units)}>
        <TextField label="Along" value={along ?? ''} placeholder={along === null ? 'several' : ''} onWrite={writeAlong} />
      </Line>
      <Line name="Height" unit={lengthUnit(units)}>
        <span className="flex-1">{range(places.map((at) => Math.round(at.clamp[2])))}</span>
      </Line>
      <Line name="Aim">
        <TextField
          label="Aim"
          value={aims ?? ''}
          placeholder={aims === null ? 'several' : 'nothing'}
          list={all(show, 'area').map((area) => area.name)}
          onWrite={writeAim}
        />
      </Line>
      {throws.length > 0 && (
        <Line name="Throw" unit={lengthUnit(units)}>
          <span className="flex-1">{range(throws.map((value) => Math.round(value / 10) * 10))}</span>
        </Line>
      )}
      {line(
        'Gobo',
        'gobo',
        all(show, 'gobo').map((gobo) => gobo.code),
      )}
      {!(one && first.parts.length > 1) && lines('feed')}
      {lines('end')}
      {one && first.parts.length > 1 && <Parts fixture={first} />}
      <Hanging fixtures={fixtures} />
    </div>
  );
}

const addressSpan = (fixtures: readonly Fixture[]): string => {
  const list = fixtures
    .flatMap((fixture) => fixture.parts.map((part) => part.address))
    .filter((address): address is number => address !== null);
  return list.length ? `${formatAddress(Math.min(...list))} to ${formatAddress(Math.max(...list))}` : '-';
};

/** Types that the Shelf offers beside the show's own; more would make no list that anybody reads. */
const MOST_OFFERED = 200;

/** The show's types, and those of the Shelf, which are taken into the show when they are chosen. */
export function TypeSelect({ label, value, onChange }: { label: string; value: string; onChange: (type: FixtureType) => void }) {
  const session = useSession();
  const show = useShow();
  const { list } = useShelf();
  const offered = list.items.filter((item) => item.kind === 'type' && !copyIn(show, item.id, 'type'));
  const choose = (id: string) => {
    const here = find(show, 'type', id);
    if (here) return onChange(here);
    void attempt(async () => {
      await takeIntoShow(session, [id]);
      const taken = copyIn(session.get().show, id, 'type');
      if (taken?.kind === 'type') onChange(taken);
    });
  };
  return (
    <Choice
      label={label}
      value={value}
      options={[
        ...(value === '' ? [['', 'several'] as const] : []),
        ...all(show, 'type').map((type) => [type.id, `${type.name}, ${type.maker}`] as const),
      ]}
      more={
        offered.length > 0 && offered.length <= MOST_OFFERED
          ? {
              title: 'On the Shelf',
              options: offered.map((item) => [item.id, `${item.summary.name}, ${item.summary.maker}`] as const),
            }
          : undefined
      }
      onChoose={choose}
    />
  );
}
