/** Groups for the desk: by what they are made, which go along, what each is called. */
import { possibleGroups } from '#core/handover/groups';
import { type Grouping, groupings } from '#core/model/records';
import { useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { Tick } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { toggled, useWish } from './wish';

const titles: Readonly<Record<Grouping, string>> = {
  all: 'all',
  type: 'by type',
  position: 'by position',
  purpose: 'by purpose',
  area: 'by area',
};
export function GroupLines() {
  const show = useShow();
  const [wish, set] = useWish();
  const groups = possibleGroups(show, wish);
  const along = groups.filter(({ key }) => !wish.without?.includes(key)).length;
  const chosen = wish.groups ?? groupings;
  return (
    <details aria-label="Groups for the desk">
      <summary className="min-h-6 cursor-pointer leading-6">
        Groups<span className="pencil">, {along} for the desk, left to right</span>
      </summary>
      <div className="flex flex-wrap gap-x-3 pl-3">
        {groupings.map((by) => (
          <label key={by} className="flex min-h-6 items-center gap-1">
            <Tick
              checked={chosen.includes(by)}
              onTick={(on) =>
                set(`Groups ${titles[by]}`, { groups: groupings.filter((other) => (other === by ? on : chosen.includes(other))) })
              }
            />
            {titles[by]}
          </label>
        ))}
      </div>
      <ul aria-label="Groups" className="max-h-64 overflow-y-auto pl-3">
        {groups.map(({ key, name, fixtures }) => (
          <li key={key} className="flex min-h-6 items-center gap-2">
            <Tick
              label={`The group ${name} goes along`}
              checked={!wish.without?.includes(key)}
              onTick={(on) => set(`The group ${name}`, { without: toggled(wish.without, key, !on) })}
            />
            <TextField
              label={`Name of the group ${name}`}
              value={name}
              onWrite={(text) => {
                const { [key]: _, ...others } = wish.names ?? {};
                const own = text.trim().slice(0, 200);
                set(`Group ${own || name}`, { names: own ? { ...others, [key]: own } : others });
                return null;
              }}
            />
            <button type="button" className="link" title="Choose them" onClick={() => goTo(fixtures.map(({ id }) => id))}>
              {fixtures.length}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
