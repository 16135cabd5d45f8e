/** Types that the show does not know: each is asked about once. */
import { v4 } from 'uuid';
import { nearestTypes, plainTypeFor, type TypeChoice, type UnknownType } from '#core/back/types';
import type { FixtureType } from '#core/model/records';
import { all } from '#core/model/show';
import { footprintOf } from '#core/patch/footprint';
import { copyIn } from '#core/shelf/copy';
import { useSession, useShow } from '../../state/context';
import { takeIntoShow, useShelf } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice } from '../../ui/Field';
import { plural } from '../../ui/words';

interface Props {
  readonly unknown: readonly UnknownType[];
  /** What names stand for so far, by the name folded. */
  readonly types: ReadonlyMap<string, TypeChoice>;
  readonly fold: (text: string) => string;
  readonly onSay: (text: string, type: TypeChoice) => void;
}
const OUT = 'out';
const PLAIN = 'plain';
const MOST = 40;
const aboutType = (type: FixtureType) => ({
  maker: type.maker,
  name: type.name,
  family: type.family,
  modes: type.modes.map((mode) => ({ name: mode.name, slots: footprintOf(mode) })),
});

export function Types({ unknown, types, fold, onSay }: Props) {
  const session = useSession();
  const show = useShow();
  const { list } = useShelf();
  const own = all(show, 'type');
  const shelf = list.items.filter(({ kind }) => kind === 'type');
  const choose = async (item: UnknownType, value: string) => {
    if (value === OUT) return onSay(item.text, null);
    if (value === PLAIN) return onSay(item.text, plainTypeFor(item, v4));
    const [from, id = ''] = value.split(' ');
    if (from === 'show') {
      const type = own.find((one) => one.id === id);
      if (type) onSay(item.text, type);
      return;
    }
    try {
      await takeIntoShow(session, [id]);
      const type = copyIn(session.get().show, id, 'type');
      if (type?.kind === 'type') onSay(item.text, type);
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  return (
    <section aria-label="Types that are not known" className="pt-2">
      <h3 className="font-bold">{plural(unknown.length, 'type')} not known here</h3>
      {unknown.slice(0, MOST).map((item) => {
        const near = nearestTypes(item, own, aboutType);
        const onShelf = nearestTypes(item, shelf, ({ summary: { name, of, family = '' } }) => ({
          maker: of,
          name,
          family,
          modes: [],
        }));
        const chosen = types.get(fold(item.text));
        const rest = own.filter((type) => !near.includes(type));
        const standing = chosen && !own.some(({ id }) => id === chosen.id) ? chosen : null;
        return (
          <div key={item.text} className="py-1" style={{ borderTop: '1px solid var(--hair-faint)' }}>
            <span className="block truncate" title={item.text}>
              {item.text || 'Rows without a type'} <span className="pencil">{plural(item.count, 'row')}</span>
            </span>
            <Choice<string>
              label={`${item.text || 'Rows without a type'} is`}
              value={chosen === undefined ? '' : chosen === null ? OUT : standing ? PLAIN : `show ${chosen.id}`}
              options={[
                ['', 'say what it is'] as const,
                ...near.map((type) => [`show ${type.id}`, `${type.name} (near, in this show)`] as const),
                ...onShelf.map(({ id, summary }) => [`shelf ${id}`, `${summary.name} (on the Shelf)`] as const),
                [PLAIN, standing && !near.length ? `${standing.name}, as it comes` : 'make a plain one'] as const,
                [OUT, 'leave its rows out'] as const,
                ...rest.map((type) => [`show ${type.id}`, type.name] as const),
              ]}
              onChoose={(value) => void (value && choose(item, value))}
            />
          </div>
        );
      })}
    </section>
  );
}
