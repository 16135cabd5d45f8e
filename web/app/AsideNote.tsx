/** What was not stored, and what of the show cannot be shown: named, with what can be done. Nothing goes without a word. */

import { useState } from 'react';
import type { Aside } from '#core/model/aside';
import { call } from '../state/api';
import { useSession, useSessionPart } from '../state/context';
import type { SetAside } from '../state/session/waiting';
import { LongText } from '../ui/Field';

const said = (value: unknown): string =>
  value === null || value === undefined
    ? 'removed'
    : typeof value === 'object'
      ? 'another value'
      : `"${String(value) || 'empty'}"`;

/** An edit as a text that can be pasted anywhere. */
const asText = ({ label, why, change, collisions }: SetAside): string =>
  JSON.stringify({ edit: label, why, collisions, change }, null, 2);

function Copy({ text }: { text: () => string | Promise<string> }) {
  const [shown, setShown] = useState<string | null>(null);
  const [copied, setCopied] = useState(false);
  return (
    <>
      <button
        type="button"
        className="act"
        onClick={async () => {
          const made = await text();
          try {
            await navigator.clipboard.writeText(made);
            setCopied(true);
          } catch {
            // Without a clipboard (no secure page) the text itself is shown, to be marked and copied.
            setShown(made);
          }
        }}
      >
        {copied ? 'Copied' : 'Copy'}
      </button>
      {shown !== null && (
        <LongText
          className="field mt-2 h-28 w-full basis-full font-mono text-[11px]"
          label="Text of it"
          readOnly
          value={shown}
          onText={() => undefined}
          onFocus={(event) => event.currentTarget.select()}
        />
      )}
    </>
  );
}

/** An edit that met another one: what stands, what was wanted, and a choice. */
function Met({ item, more }: { item: SetAside; more: number }) {
  const session = useSession();
  const [first] = item.collisions;
  return (
    <>
      <p className="font-bold">Somebody else changed the same thing{more ? ` (and ${more} more)` : ''}</p>
      <p className="pt-1">
        Your edit "{item.label}" met another one{first?.field ? ` in ${first.field.replace('parts.0.', '')}` : ''}.{' '}
        {first?.field ? `Now it is ${said(first.stands)}; you typed ${said(first.mine)}.` : item.why}
      </p>
      <div className="flex flex-wrap gap-2 pt-2">
        <button type="button" className="act act-main" onClick={() => session.settle(item.key, true)}>
          Use mine
        </button>
        <button type="button" className="act" onClick={() => session.settle(item.key, false)}>
          Keep theirs
        </button>
        <Copy text={() => asText(item)} />
      </div>
    </>
  );
}

/** An edit that the server did not take. */
function NotStored({ item }: { item: SetAside }) {
  const session = useSession();
  return (
    <li className="py-2" style={{ borderTop: '1px solid var(--hair-faint)' }}>
      <p>
        "{item.label}". <span className="pencil">{item.why}</span>
      </p>
      <div className="flex flex-wrap gap-2 pt-1">
        <button type="button" className="act" onClick={() => session.tryAgain(item.key)}>
          Try again
        </button>
        <Copy text={() => asText(item)} />
        <button type="button" className="act" onClick={() => session.letGo(item.key)}>
          Let it go
        </button>
      </div>
    </li>
  );
}

function Unsound({ items, close }: { items: readonly Aside[]; close: () => void }) {
  const show = useSessionPart((state) => state.show.id);
  return (
    <>
      <p className="font-bold">
        {items.length === 1 ? 'One thing of this show' : `${items.length} things of this show`} cannot be read, and{' '}
        {items.length === 1 ? 'was' : 'were'} set aside
      </p>
      <p className="pt-1">
        The rest is as it was. {items.length === 1 ? 'It lies' : 'They lie'} in the database as before, and come
        {items.length === 1 ? 's' : ''} back when a version of Dessin can read {items.length === 1 ? 'it' : 'them'}.
      </p>
      <ul className="max-h-40 overflow-auto pt-1">
        {items.slice(0, 200).map((item) => (
          <li key={item.id} className="py-0.5">
            {item.kind} {item.name} <span className="pencil">{item.why}</span>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2 pt-2">
        <Copy text={async () => JSON.stringify((await call<{ aside: Aside[] }>(`/api/shows/${show}`)).aside, null, 2)} />
        <button type="button" className="act" onClick={close}>
          Close
        </button>
      </div>
    </>
  );
}

export function AsideNote() {
  const aside = useSessionPart((state) => state.aside);
  const unsound = useSessionPart((state) => state.unsound);
  const [closed, setClosed] = useState(false);
  const met = aside.filter((item) => item.collisions.length);
  const refused = aside.filter((item) => !item.collisions.length);
  const frame = 'w-96 border p-3 text-[12px]';
  const style = { background: 'var(--sheet)', borderColor: 'var(--stop)' };
  return (
    <div className="fixed right-4 bottom-4 z-50 flex max-h-[80%] flex-col gap-2 overflow-auto">
      {unsound.length > 0 && !closed && (
        <section role="alert" aria-label="Set aside in this show" className={frame} style={style}>
          <Unsound items={unsound} close={() => setClosed(true)} />
        </section>
      )}
      {refused.length > 0 && (
        <section role="alert" aria-label="Not stored" className={frame} style={style}>
          <p className="pb-1 font-bold">
            {refused.length === 1 ? 'An edit was not stored' : `${refused.length} edits were not stored`}; the others were
          </p>
          <ul>
            {refused.map((item) => (
              <NotStored key={item.key} item={item} />
            ))}
          </ul>
        </section>
      )}
      {met[0] && (
        <section role="alert" aria-label="Changed in two windows" className={frame} style={style}>
          <Met key={met[0].key} item={met[0]} more={met.length - 1} />
        </section>
      )}
    </div>
  );
}
