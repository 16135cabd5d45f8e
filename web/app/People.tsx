/** Who else is at the show: a name each, where they look and what they have chosen; a click chooses the same. And the others are told of oneself. */
import { useEffect } from 'react';
import { useSession } from '../state/context';
import { initials, usePeople } from '../state/people';
import { select, useSelection } from '../state/selection';
import type { Person } from '../state/session/live';
import { registry } from '../ui/registry';
import { plural } from '../ui/words';

/** Names that have room in the bar. */
const SHOWN = 3;
/** What changes within this is told once, ms. */
const OFTEN = 150;

function saidOf({ name, step, chosen, more }: Person): string {
  const where = registry().steps.find(({ path }) => path === step)?.name;
  const many = chosen.length + more;
  return `${name}${where ? ` is in ${where}` : ' is here'}${many ? `, ${plural(many, 'thing')} chosen` : ''}`;
}

export function People({ step }: { readonly step: string }) {
  const session = useSession();
  const people = usePeople();
  const selection = useSelection((state) => state.selection);
  useEffect(() => {
    const timer = setTimeout(() => session.look({ step, chosen: selection }), OFTEN);
    return () => clearTimeout(timer);
  }, [session, step, selection]);
  if (!people.length) return null;
  return (
    <ul aria-label="Also here" className="flex shrink-0 items-center gap-1 max-[900px]:hidden">
      {people.slice(0, SHOWN).map((person) => (
        <li key={person.id}>
          <button
            type="button"
            className="act act-small"
            aria-label={saidOf(person)}
            title={`${saidOf(person)}${person.chosen.length ? '. Click: choose the same' : ''}`}
            onClick={() => person.chosen.length && select(person.chosen)}
          >
            {initials(person.name)}
          </button>
        </li>
      ))}
      {people.length > SHOWN && (
        <li className="pencil text-[11px]" title={people.slice(SHOWN).map(saidOf).join('; ')}>
          +{people.length - SHOWN}
        </li>
      )}
    </ul>
  );
}
