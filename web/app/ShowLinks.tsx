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
const wanted: readonly Option[] = [
  ...roles.filter((role) => role !== 'owner').map((role): Option => [role, `to join as ${role}`]),
  ['show', 'to look at the show'],
  ['check', 'to look at the check'],
];
const times: readonly Option[] = [
  ['1', 'for a day'],
  ['7', 'for a week'],
  ['31', 'for a month'],
];
const saidOf = ({ role, what, sheet }: Row): string =>
  role ? `to join as ${role}` : what === 'sheet' ? `to look at ${sheet}` : `to look at the ${what}`;

export function ShowLinks({ show, name }: { readonly show: string; readonly name: string }) {
  const path = `/api/shows/${show}/links`;
  const { data, mutate } = useSWR<{ links: readonly Row[] }>(path, () => call<{ links: readonly Row[] }>(path));
  const [what, setWhat] = useState('designer');
  const [days, setDays] = useState('7');
  const [made, setMade] = useState('');
  const attempt = async (work: () => Promise<unknown>) => {
    await work().catch((failure: Error) => toast.error(failure.message));
    await mutate();
  };
  const make = () =>
    attempt(async () => {
      const joins = what !== 'show' && what !== 'check';
      const { token } = await send<{ token: string }>(path, 'POST', {
        role: joins ? what : null,
        what: joins ? 'show' : what,
        days: Number(days),
      });
      setMade(`${home()}/${joins ? 'join' : 'look'}#${token}`);
    });
  return (
    <section aria-label={`Links into ${name}`} className="pt-3">
      <h3 className="pencil">Links</h3>
      <ul>
        {data?.links.map((link) => (
          <li key={link.id} className="flex items-baseline gap-2 py-1">
            <span className="min-w-0 flex-1 truncate">{saidOf(link)}</span>
            <span className="pencil whitespace-nowrap text-[11px]">until {whenSaid(link.ends)}</span>
            <button
              type="button"
              className="link"
              aria-label={`Take back the link ${saidOf(link)}`}
              onClick={() => void attempt(() => send(`${path}/${link.id}`, 'DELETE'))}
            >
              Take back
            </button>
          </li>
        ))}
      </ul>
      <div className="flex items-baseline gap-2 pt-1">
        <Choice label="Link" className="min-w-0 flex-1" value={what} options={wanted} onChoose={setWhat} />
        <Choice label="Lasts" className="!w-28" value={days} options={times} onChoose={setDays} />
        <button type="button" className="act act-small" onClick={() => void make()}>
          Make a link
        </button>
      </div>
      {made && (
        <div className="flex items-baseline gap-2 pt-2">
          <Typed label="The link" value={made} readOnly onFocus={(event) => event.target.select()} />
          <button
            type="button"
            className="act act-small"
            onClick={() =>
              void navigator.clipboard.writeText(made).then(
                () => toast('The link is in the clipboard. It is shown this once: whoever has it can use it.'),
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
