/** An invitation: whose it is, into what, and the way in. */
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { send } from '../state/api';
import { lookAgain, signIn, useMe } from '../state/me';
import { Captioned, Secret, Typed } from '../ui/Field';
import { whenSaid } from '../ui/moments';
import { asFault, PageForm } from '../ui/PageForm';
import { tokenHere, useOpened } from './opening';

export function JoinPage() {
  const me = useMe();
  const navigate = useNavigate();
  const { opened, fault } = useOpened('link');
  const [known, setKnown] = useState(false);
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [said, setSaid] = useState('');
  const join = async (more: object) => {
    const { show } = await send<{ show: string }>('/api/me/join', 'POST', { token: tokenHere(), ...more });
    await lookAgain();
    await navigate(`/shows/${show}/hang`);
  };
  const attempt = async (work: () => Promise<void>) => {
    try {
      await work();
    } catch (error) {
      setSaid((error as Error).message);
    }
  };
  return (
    <main className="mx-auto max-w-[420px] p-8">
      <title>Invitation - Dessin</title>
      <h1 className="pb-4 text-[22px] font-bold">Dessin</h1>
      {fault && (
        <>
          <p role="alert" className="pb-4">
            {fault}
          </p>
          <Link to="/" className="act">
            Go to the list of shows
          </Link>
        </>
      )}
      {opened?.role && (
        <>
          <p className="pb-6">
            {opened.by} asks you into <b>{opened.name}</b> as {opened.role}. The invitation ends {whenSaid(opened.ends)}.
          </p>
          {me?.who ? (
            <PageForm name="Join" button={`Join as ${me.who.name}`} said={asFault(said)} onSubmit={() => attempt(() => join({}))}>
              <p className="pt-4">You are signed in as {me.who.name}.</p>
            </PageForm>
          ) : (
            <PageForm
              name={known ? 'Sign in' : 'New account'}
              button={known ? 'Sign in and join' : 'Make the account and join'}
              said={asFault(said)}
              onSubmit={() =>
                attempt(async () => {
                  if (known) await signIn(name, password);
                  await join(known ? {} : { name, password });
                })
              }
            >
              <Captioned text="Name">
                <Typed label="Name" value={name} onText={setName} autoComplete="username" />
              </Captioned>
              <Captioned text={known ? 'Password' : 'Password, at least 10 characters'}>
                <Secret label="Password" fresh={!known} value={password} onText={setPassword} />
              </Captioned>
              <button type="button" className="link mt-4" onClick={() => setKnown(!known)}>
                {known ? 'I have no account here yet' : 'I have an account here'}
              </button>
            </PageForm>
          )}
        </>
      )}
      {opened && !opened.role && <p>This link is there to look, and not to join.</p>}
    </main>
  );
}
