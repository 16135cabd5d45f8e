/** With which issue the list went out: what was edited here since is then told from what they changed. */
import { useEffect, useState } from 'react';
import { issuesInOrder } from '#core/compare/since';
import type { Show } from '#core/model/show';
import { type Moment, useMoment } from '../../state/compare';
import { Choice } from '../../ui/Field';
import { Line } from '../../ui/TextField';

export function Issues({ show, onSay }: { show: Show; onSay: (base: Show | null) => void }) {
  const issues = issuesInOrder(show);
  const [moment, setMoment] = useState<Moment | ''>('');
  const { show: stood, fault } = useMoment(moment || null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is said is a new function with every drawing of the panel
  useEffect(() => onSay(moment && stood ? stood : null), [moment, stood]);
  if (!issues.length) return null;
  return (
    <Line name="Went out with">
      <Choice
        label="Went out with the issue"
        value={moment}
        options={[
          ['', 'not said'],
          ...[...issues].reverse().map(({ id, name, day }) => [`issue ${id}`, `${name}, ${day}`] as const),
        ]}
        onChoose={(value) => setMoment(value as Moment | '')}
      />
      {fault && <span style={{ color: 'var(--stop)' }}>{fault}</span>}
    </Line>
  );
}
