/** Whose light is looked at: nothing, all units, what is chosen, a look, or a purpose. */
import { useMemo } from 'react';
import { looksOf } from '#core/light/looks';
import { all } from '#core/model/show';
import { natural } from '#core/order/order';
import { useShow } from '../state/context';
import { litOf, useLight } from '../state/light';
import { Choice } from './Field';

export function LightOf() {
  const show = useShow();
  const wanted = useLight((state) => state.of);
  const purposes = useMemo(
    () => [...new Set(all(show, 'fixture').flatMap(({ purpose, spare }) => (purpose && !spare ? [purpose] : [])))].sort(natural),
    [show],
  );
  return (
    <>
      <span className="pencil">light of</span>
      <Choice
        label="Light of"
        className="!w-40"
        value={litOf(show, wanted)}
        options={[
          'nothing',
          ['all', 'all units'],
          ['selection', 'what is chosen'],
          ['live', 'live levels'],
          ...looksOf(show).map(({ id, name }) => [`look: ${id}`, `look: ${name}`] as const),
          ...purposes.map((name) => [`purpose: ${name}`, name] as const),
        ]}
        onChoose={(of) => useLight.setState({ of })}
      />
    </>
  );
}
