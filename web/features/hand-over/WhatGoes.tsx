/** What goes along: by layer, by family of lanterns, by universe; and for readers of which age the MVR is written. */
import { lostBy, mvrVersionOf } from '#core/formats/mvr/versions';
import { layersInOrder } from '#core/model/layers';
import { type MvrVersion, mvrVersions } from '#core/model/records';
import { all, get } from '#core/model/show';
import { universeOf } from '#core/patch/address';
import { useShow } from '../../state/context';
import { Choice, Tick } from '../../ui/Field';
import { Line } from '../../ui/TextField';
import { toggled, useWish } from './wish';

interface ItemsProps<T> {
  readonly title: string;
  readonly items: readonly (readonly [value: T, name: string])[];
  readonly left: readonly T[] | undefined;
  readonly onLeave: (name: string, left: T[]) => void;
}
function Items<T extends string | number>({ title, items, left = [], onLeave }: ItemsProps<T>) {
  const gone = items.filter(([value]) => left.includes(value)).length;
  return (
    <details>
      <summary className="min-h-6 cursor-pointer leading-6">
        {title}
        <span className="pencil">{gone ? `, ${gone} stay${gone === 1 ? 's' : ''} at home` : ', all of them'}</span>
      </summary>
      {items.map(([value, name]) => (
        <label key={value} className="flex min-h-6 items-center gap-2 pl-3">
          <Tick checked={!left.includes(value)} onTick={(on) => onLeave(name, toggled(left, value, !on))} />
          {name}
        </label>
      ))}
    </details>
  );
}

const ages: Readonly<Record<MvrVersion, string>> = { '1.6': '1.6, of today', '1.5': '1.5, older', '1.4': '1.4, the oldest' };
export function WhatGoes() {
  const show = useShow();
  const [wish, set] = useWish();
  const fixtures = all(show, 'fixture');
  const families = [...new Set(fixtures.map(({ type }) => get(show, 'type', type).family))].sort();
  const universes = [
    ...new Set([
      ...fixtures.flatMap(({ parts }) => parts.flatMap(({ address }) => (address === null ? [] : [universeOf(address)]))),
      ...all(show, 'wall').flatMap(({ address }) => (address === null ? [] : [universeOf(address)])),
    ]),
  ].sort((a, b) => a - b);
  const version = mvrVersionOf(wish.mvr);
  return (
    <section aria-label="What goes along" className="pt-2">
      <h2 className="pencil">What goes along</h2>
      <Items
        title="Layers"
        items={layersInOrder(show).map(({ id, name }) => [id, name] as const)}
        left={wish.layers}
        onLeave={(name, layers) => set(`The layer ${name} in the package`, { layers })}
      />
      <Items
        title="Families"
        items={families.map((name) => [name, name] as const)}
        left={wish.families}
        onLeave={(name, left) => set(`The family ${name} in the package`, { families: left })}
      />
      <Items
        title="Universes"
        items={universes.map((n) => [n, `universe ${n}`] as const)}
        left={wish.universes}
        onLeave={(name, left) => set(`${name} in the package`, { universes: left })}
      />
      <Line name="MVR">
        <Choice
          label="For which readers the MVR is written"
          value={version}
          options={[...mvrVersions].reverse().map((item) => [item, ages[item]] as const)}
          onChoose={(value) => set(`MVR ${value}`, { mvr: value === '1.6' ? undefined : value } as { mvr?: MvrVersion })}
        />
      </Line>
      {lostBy[version].map((text) => (
        <p key={text} className="pencil">
          {text}
        </p>
      ))}
      <label className="flex min-h-6 items-center gap-2">
        <Tick
          checked={wish.looks !== false}
          onTick={(on) => set('Looks in the package', { looks: on ? undefined : false } as { looks?: boolean })}
        />
        looks as cues
      </label>
    </section>
  );
}
