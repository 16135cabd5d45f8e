/** Who belongs to a show, and as what; for its owner. */
import { useState } from 'react';
import useSWR from 'swr';
import { type Role, roles } from '#core/access/roles';
import { call, send } from '../state/api';
import { toast } from '../state/toast';
import { Choice, type Option } from '../ui/Field';
import { ShowLinks } from './ShowLinks';

interface Member {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
interface Lists {
  readonly members: readonly Member[];
  readonly others: readonly { readonly id: string; readonly name: string }[];
}
/** What somebody does in a show, in words. */
const roleWords: Readonly<Record<Role, string>> = {
  owner: 'owner: everything',
  designer: 'designer: drafts',
  electrician: 'electrician: rigs, checks',
  programmer: 'programmer: answers',
  viewer: 'viewer: looks',
};
const options = roles.map((role): Option<Role> => [role, roleWords[role]]);

export function ShowPeople({ show, name }: { readonly show: string; readonly name: string }) {
  const path = `/api/shows/${show}/people`;
  const { data, error, mutate } = useSWR<Lists>(path, () => call<Lists>(path));
  const [role, setRole] = useState<Role>('designer');
  const set = async (account: string, next: Role | null) => {
    await send(`${path}/${account}`, 'PATCH', { role: next }).catch((failure: Error) => toast.error(failure.message));
    await mutate();
  };
  return (
    <section aria-label={`People of ${name}`} className="px-3 py-2 text-[12px]" style={{ borderTop: '1px solid var(--hair)' }}>
      {error && <p style={{ color: 'var(--stop)' }}>{(error as Error).message}</p>}
      <ul>
        {data?.members.map((member) => (
          <li key={member.id} className="flex items-baseline gap-2 py-1">
            <span className="min-w-0 flex-1 truncate">{member.name}</span>
            <Choice
              label={`Role of ${member.name}`}
              className="!w-44"
              value={member.role}
              options={options}
              onChoose={(next) => void set(member.id, next)}
            />
            <button
              type="button"
              className="link"
              aria-label={`Take ${member.name} out of ${name}`}
              onClick={() => void set(member.id, null)}
            >
              Take out
            </button>
          </li>
        ))}
      </ul>
      {data && data.others.length > 0 && (
        <div className="flex items-baseline gap-2 pt-1">
          <Choice
            label="Ask in"
            className="min-w-0 flex-1"
            value=""
            options={[['', 'Ask somebody in...'], ...data.others.map(({ id, name: other }): Option => [id, other])]}
            onChoose={(account) => account && void set(account, role)}
          />
          <span className="pencil">as</span>
          <Choice label="As" className="!w-44" value={role} options={options} onChoose={setRole} />
        </div>
      )}
      <ShowLinks show={show} name={name} />
      <p className="pencil pt-2 text-[11px]">Owners of the house belong to every show.</p>
    </section>
  );
}
