/** One's own account, and for the owner of the house the accounts of all. */
import { ChevronLeft } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import useSWR from 'swr';
import { type Standing, standings } from '#core/access/roles';
import { call, send } from '../state/api';
import { lookAgain, signOut, useMe } from '../state/me';
import { toast } from '../state/toast';
import { UpdatedSince } from '../ui/Fault';
import { Captioned, Choice, Secret, Typed } from '../ui/Field';
import { OutputElsewhere } from '../ui/OutputElsewhere';
import { asFault, PageForm } from '../ui/PageForm';

interface Person {
  readonly id: string;
  readonly name: string;
  readonly standing: Standing;
  readonly made: string;
  readonly seen: string | null;
}
interface Browser {
  readonly id: string;
  readonly made: string;
  readonly seen: string;
  readonly agent: string;
  readonly own: boolean;
}
/** What somebody is in the house, in words. */
const standingWords: Readonly<Record<Standing, string>> = {
  owner: 'owner: accounts, backups and all shows',
  member: 'member: makes shows, keeps the Shelf',
  guest: 'guest: the shows that they were asked into',
};
const options = standings.map((standing) => [standing, standingWords[standing]] as const);
const when = (text: string): string =>
  new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(text));

export function PeoplePage() {
  const me = useMe();
  const keeps = me !== undefined && (!me.asks || me.who?.standing === 'owner');
  return (
    <main className="mx-auto flex h-full max-w-[1180px] flex-col overflow-auto px-8 pb-10">
      <title>People - Dessin</title>
      <UpdatedSince />
      <OutputElsewhere />
      <header className="flex items-baseline justify-between pt-7 pb-5">
        <h1 className="text-[22px] font-bold">People</h1>
        <Link to="/" className="act flex items-center gap-1">
          <ChevronLeft size={15} /> Shows
        </Link>
      </header>
      <div className="grid grid-cols-[1fr_290px] gap-10 max-[900px]:grid-cols-1">
        <div className="col-start-2 row-start-1 flex flex-col gap-8 max-[900px]:col-start-1 max-[900px]:row-start-2">
          {keeps && <NewAccount />}
          {me?.who?.id && <Own name={me.who.name} />}
        </div>
        <div className="col-start-1 row-start-1 flex flex-col gap-8">
          {me && !me.asks && <Asking />}
          {keeps && <Accounts own={me?.who?.id} />}
          {me?.who?.id && <Browsers />}
        </div>
      </div>
    </main>
  );
}

const Part = ({ name, children }: { readonly name: string; readonly children: ReactNode }) => (
  <section aria-label={name}>
    <h2 className="rule-b pb-1 font-bold">{name}</h2>
    {children}
  </section>
);

/** At the machine itself nobody signs in: what accounts are for is said here. */
const Asking = () => (
  <p className="border p-4" style={{ borderColor: 'var(--hair)', background: 'var(--sheet)' }}>
    This Dessin is reached from its own machine alone, and asks nobody to sign in. To open it for the house, make an owner here,
    then start it with the address that others reach it by: <code>HOST=0.0.0.0 npm run demo</code>. From then on everybody signs
    in.
  </p>
);

function Accounts({ own }: { readonly own: string | undefined }) {
  const { data, error, mutate } = useSWR<{ people: readonly Person[] }>('/api/people', (path: string) =>
    call<{ people: readonly Person[] }>(path),
  );
  const act = async (work: () => Promise<unknown>, said?: string) => {
    try {
      await work();
      if (said) toast(said);
    } catch (failure) {
      toast.error((failure as Error).message);
    }
    await Promise.all([mutate(), lookAgain()]);
  };
  return (
    <Part name="Accounts">
      {error && (
        <p className="py-3" style={{ color: 'var(--stop)' }}>
          The list cannot be loaded: {(error as Error).message} It is tried again.
        </p>
      )}
      {data && !data.people.length && (
        <p className="pencil py-4">No accounts yet. The first is that of the owner of the house.</p>
      )}
      <ul>
        {data?.people.map((person) => (
          <Account key={person.id} person={person} isOwn={person.id === own} act={act} />
        ))}
      </ul>
    </Part>
  );
}

function Account({
  person,
  isOwn,
  act,
}: {
  readonly person: Person;
  readonly isOwn: boolean;
  readonly act: (work: () => Promise<unknown>, said?: string) => Promise<void>;
}) {
  const [doing, setDoing] = useState<'password' | 'remove' | null>(null);
  const [password, setPassword] = useState('');
  const { id, name, standing, seen } = person;
  const path = `/api/people/${id}`;
  return (
    <li className="py-3" style={{ borderBottom: '1px solid var(--hair-faint)' }} aria-label={name}>
      <div className="flex items-baseline gap-3 max-[900px]:flex-wrap">
        <span className="min-w-0 flex-1 truncate font-bold">
          {name}
          {isOwn && <span className="pencil pl-2 font-normal">you</span>}
        </span>
        <span className="pencil whitespace-nowrap text-[11px]">{seen ? `last here ${when(seen)}` : 'not signed in'}</span>
        <Choice
          label={`Standing of ${name}`}
          className="!w-[300px]"
          value={standing}
          options={options}
          onChoose={(next) => void act(() => send(path, 'PATCH', { standing: next }))}
        />
        <button type="button" className="link whitespace-nowrap" onClick={() => setDoing('password')}>
          New password
        </button>
        <button
          type="button"
          className="link"
          style={{ color: 'var(--stop)' }}
          aria-label={`Remove ${name}`}
          onClick={() => setDoing('remove')}
        >
          Remove
        </button>
      </div>
      {doing === 'password' && (
        <form
          className="flex items-end gap-3 pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            void act(async () => {
              await send(path, 'PATCH', { password });
              setDoing(null);
              setPassword('');
            }, `${name} has a new password, and is signed out everywhere.`);
          }}
        >
          <Captioned text={<>New password of {name}, at least 10 characters</>}>
            <Secret label={`New password of ${name}`} fresh value={password} onText={setPassword} />
          </Captioned>
          <button type="submit" className="act act-main">
            Set it
          </button>
          <button type="button" className="act" onClick={() => setDoing(null)}>
            Leave it
          </button>
        </form>
      )}
      {doing === 'remove' && (
        <div className="flex items-center gap-3 pt-3" role="alertdialog" aria-label={`Remove ${name}?`}>
          <span className="flex-1">
            Remove {name}? Whoever is signed in under it is signed out. What was done under it stays, with its name.
          </span>
          <button
            type="button"
            className="act"
            style={{ color: 'var(--stop)' }}
            onClick={() => void act(() => send(path, 'DELETE'))}
          >
            Remove it
          </button>
          <button type="button" className="act act-main" onClick={() => setDoing(null)}>
            Keep it
          </button>
        </div>
      )}
    </li>
  );
}

function NewAccount() {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [standing, setStanding] = useState<Standing | null>(null);
  const [fault, setFault] = useState('');
  const { data, mutate } = useSWR<{ people: readonly Person[] }>('/api/people', (path: string) =>
    call<{ people: readonly Person[] }>(path),
  );
  // The first account is that of the owner: without one nobody could make others.
  const first = data?.people.length === 0;
  const chosen = standing ?? (first ? 'owner' : 'member');
  const make = async () => {
    try {
      await send('/api/people', 'POST', { name, password, standing: chosen });
      setName('');
      setPassword('');
      setStanding(null);
      setFault('');
      await mutate();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <PageForm name="New account" button="Make the account" onSubmit={make} said={asFault(fault)}>
      <Captioned text="Name">
        <Typed label="Name" value={name} onText={setName} autoComplete="off" />
      </Captioned>
      <Captioned text="Password, at least 10 characters">
        <Secret label="Password" fresh value={password} onText={setPassword} />
      </Captioned>
      <div className="pt-4">
        <span className="pencil">Standing in the house</span>
        <Choice label="Standing" value={chosen} options={options} onChoose={(next) => setStanding(next)} />
      </div>
    </PageForm>
  );
}

function Own({ name }: { readonly name: string }) {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [said, setSaid] = useState<{ readonly text: string; readonly isFault: boolean } | null>(null);
  const change = async () => {
    try {
      await send('/api/me/password', 'POST', { old, password });
      setOld('');
      setPassword('');
      setSaid({ text: 'The password is changed. Every other browser is signed out.', isFault: false });
    } catch (error) {
      setSaid({ text: (error as Error).message, isFault: true });
    }
  };
  return (
    <PageForm name="Your account" button="Change the password" main={false} onSubmit={change} said={said}>
      <p className="flex items-baseline justify-between pt-3">
        <span>
          Signed in as <b>{name}</b>
        </span>
        <button type="button" className="link" onClick={() => void signOut()}>
          Sign out
        </button>
      </p>
      <Captioned text="The password you have">
        <Secret label="Old password" value={old} onText={setOld} />
      </Captioned>
      <Captioned text="A new one, at least 10 characters">
        <Secret label="New password" fresh value={password} onText={setPassword} />
      </Captioned>
    </PageForm>
  );
}

function Browsers() {
  const path = '/api/me/sessions';
  const { data, mutate } = useSWR<{ sessions: readonly Browser[] }>(path, () => call<{ sessions: readonly Browser[] }>(path));
  const end = async (session: string) => {
    await send(`${path}${session}`, 'DELETE').catch((failure: Error) => toast.error(failure.message));
    await Promise.all([mutate(), lookAgain()]);
  };
  return (
    <Part name="Where you are signed in">
      <ul>
        {data?.sessions.map(({ id, agent, seen, own }) => (
          <li key={id} className="flex items-baseline gap-3 py-2" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
            <span className="min-w-0 flex-1 truncate" title={agent}>
              {browserOf(agent)}
              {own && <span className="pencil pl-2">this one</span>}
            </span>
            <span className="pencil whitespace-nowrap text-[11px]">last used {when(seen)}</span>
            <button type="button" className="link" onClick={() => void end(`/${id}`)}>
              Sign out
            </button>
          </li>
        ))}
      </ul>
      {(data?.sessions.length ?? 0) > 1 && (
        <button type="button" className="act mt-3" onClick={() => void end('')}>
          Sign out everywhere else
        </button>
      )}
    </Part>
  );
}
const machines: readonly (readonly [RegExp, string])[] = [
  [/iPhone/, 'a phone'],
  [/iPad|Android(?!.*Mobile)/, 'a tablet'],
  [/Android/, 'a phone'],
  [/Windows/, 'Windows'],
  [/Macintosh/, 'a Mac'],
  [/Linux|X11/, 'Linux'],
];
/** What a browser is, as far as a person tells them apart: its name and its machine, of all that it says. */
function browserOf(agent: string): string {
  const machine = machines.find(([pattern]) => pattern.test(agent))?.[1];
  const known = /(Firefox|Edg|OPR|HeadlessChrome|Chrome|Safari)\//.exec(agent.replace(/.*(?=Edg\/|OPR\/)/, ''))?.[1] ?? '';
  const name = { Edg: 'Edge', OPR: 'Opera', HeadlessChrome: 'Chrome' }[known] ?? known;
  return [name || 'A browser', machine && `on ${machine}`].filter(Boolean).join(' ');
}
