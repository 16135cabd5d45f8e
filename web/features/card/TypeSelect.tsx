/** A choice among the show's types and those of the Shelf. */
import type { FixtureType } from '#core/model/records';
import { all, find } from '#core/model/show';
import { copyIn } from '#core/shelf/copy';
import { useSession, useShow } from '../../state/context';
import { attempt, takeIntoShow, useShelf } from '../../state/shelf';
import { Choice } from '../../ui/Field';

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
