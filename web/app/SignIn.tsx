/** Name and password. */
import { useState } from 'react';
import { signIn } from '../state/me';
import { Captioned, Secret, Typed } from '../ui/Field';

/** @param again  a page is open behind it, whose session has ended */
export function SignIn({ again }: { readonly again: boolean }) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [fault, setFault] = useState('');
  const [busy, setBusy] = useState(false);
  const go = async () => {
    if (!name.trim() || !password) return setFault('Give a name and a password.');
    setBusy(true);
    try {
      await signIn(name, password);
    } catch (error) {
      setFault((error as Error).message);
      setPassword('');
    } finally {
      setBusy(false);
    }
  };
  return (
    <main className="fixed inset-0 z-50 grid place-content-center overflow-auto p-6" style={{ background: 'var(--desk)' }}>
      <title>Sign in - Dessin</title>
      <form
        aria-label="Sign in"
        className="w-[min(320px,86vw)] border p-6"
        style={{ borderColor: 'var(--hair)', background: 'var(--sheet)' }}
        onSubmit={(event) => {
          event.preventDefault();
          void go();
        }}
      >
        <h1 className="rule-b pb-1 text-[18px] font-bold">Dessin</h1>
        {again && (
          <p className="pt-3">
            You are signed out here. Sign in to go on where you were: what was not stored yet is kept, and is stored then.
          </p>
        )}
        <Captioned text="Name">
          <Typed label="Name" value={name} onText={setName} autoComplete="username" autoFocus />
        </Captioned>
        <Captioned text="Password">
          <Secret label="Password" value={password} onText={setPassword} />
        </Captioned>
        {fault && (
          <p role="alert" className="pt-3" style={{ color: 'var(--stop)' }}>
            {fault}
          </p>
        )}
        <button type="submit" className="act act-main mt-6 w-full" disabled={busy}>
          Sign in
        </button>
        <p className="pencil pt-4 text-[11px]">
          Accounts are made by the owner of the house, who also sets a password anew where one is forgotten.
        </p>
      </form>
    </main>
  );
}
