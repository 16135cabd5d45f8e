/** Links into a show: invitations, and links to look; made, copied and taken back. */

import { useState } from 'react';
import useSWR from 'swr';
import { roles } from '#core/access/roles';
import { call, send } from '../state/api';
import { home } from '../state/base';
import { toast } from '../state/toast';
import { Choice, type Option, Typed } from '../ui/Field';
import { whenSaid } from '../ui/moments';
import type { Opened } from './opening';

type Row = Pick<Opened, 'role' | 'what' | 'sheet' | 'ends'> & { readonly id: string };
/** A token in the place of a link: what a program shows, and people never open. */
const SCRIPT = 'script';
const wanted: readonly Option[] = [
  ...roles.filter((role) => role !== 'owner').map((role): Option => [role, `to join as ${role}`]),
  ['show', 'to look at the show'],
  ['check', 'to look at the check'],
  ...roles.filter((role) => role !== 'owner').map((role): Option => [`${SCRIPT} ${role}`, `for a script, as ${role}`]),
];
const times: readonly Option[] = [
  ['1', 'for a day'],
  ['7', 'for a week'],
  ['31', 'for a month'],
];
const saidOf = ({ role, what, sheet }: Row): string =>
  what === SCRIPT
    ? `for the script ${sheet}, as ${role}`
    : role
      ? `to join as ${role}`
      : what === 'sheet'
        ? `to look at ${sheet}`
        : `to look at the ${what}`;

export function ShowLinks({ show, name: of }: { readonly show: string; readonly name: string }) {
  const path = `/api/shows/${show}/links`;
  const { data, mutate } = useSWR<{ links: readonly Row[] }>(path, () => call<{ links: readonly Row[] }>(path));
  const [what, setWhat] = useState('designer');
  const [days, setDays] = useState('7');
  const [made, setMade] = useState('');
  const [name, setName] = useState('');
  const attempt = async (work: () => Promise<unknown>) => {
    await work().catch((failure: Error) => toast.error(failure.message));
    await mutate();
  };
  const make = () =>
    attempt(async () => {
      // What was made before is not taken for what is made now.
      setMade('');
      const script = what.startsWith(`${SCRIPT} `);
      const joins = what !== 'show' && what !== 'check';
      const { token } = await send<{ token: string }>(path, 'POST', {
        role: script ? what.slice(SCRIPT.length + 1) : joins ? what : null,
        what: script ? SCRIPT : joins ? 'show' : what,
        ...(script && { sheet: name.trim() || SCRIPT }),
        days: Number(days),
      });
      setMade(script ? token : `${home()}/${joins ? 'join' : 'look'}#${token}`);
    });
  return (
    <section aria-label={`Links into ${of}`} className="pt-3">
      <h3 className="pencil">Links</h3>
      <ul>
        {data?.links.map((link) => (
          <li key={link.id} className="flex items-baseline gap-2 py-1">
            <span className="min-w-0 flex-1">
              <span className="block break-words">{saidOf(link)}</span>
              <span className="pencil block text-[11px]">until {whenSaid(link.ends)}</span>
            </span>
            <button
              type="button"
              className="link whitespace-nowrap"
              aria-label={`Take back the link ${saidOf(link)}`}
              onClick={() => void attempt(() => send(`${path}/${link.id}`, 'DELETE'))}
            >
              Take back
            </button>
          </li>
        ))}
      </ul>
      <Choice label="Link" className="mt-1 w-full" value={what} options={wanted} onChoose={setWhat} />
      <div className="flex items-baseline gap-2 pt-1">
        <Choice label="Lasts" className="min-w-0 flex-1" value={days} options={times} onChoose={setDays} />
        <button type="button" className="act act-small" onClick={() => void make()}>
          {what.startsWith(SCRIPT) ? 'Make a token' : 'Make a link'}
        </button>
      </div>
      {what.startsWith(SCRIPT) && (
        <Typed label="Name of the script" placeholder="name that its edits bear" maxLength={100} value={name} onText={setName} />
      )}
      {made && (
        <div className="flex items-baseline gap-2 pt-2">
          <Typed label="The link" value={made} readOnly onFocus={(event) => event.target.select()} />
          <button
            type="button"
            className="act act-small"
            onClick={() =>
              void navigator.clipboard.writeText(made).then(
                () => toast('It is in the clipboard. It is shown this once: whoever has it can use it.'),
                () => toast.error('This browser gives no clipboard here. Mark the link and copy it by hand.'),
              )
            }
          >
            Copy
          </button>
        </div>
      )}
    </section>
  );
}
