/** The log of the show as the server tells it: who changed what, and when. */
import { useRef } from 'react';
import useSWR from 'swr';
import type { DessinRecord } from '#core/model/records';
import { call } from './api';
import { useSessionPart, useShow } from './context';

export interface Edit {
  readonly revision: number;
  readonly at: string;
  /** Name of the account; where nobody signs in, a word for where it was done. */
  readonly author: string;
  readonly label: string;
}
/** What the author of an edit is where nobody has signed in. */
const nobody: ReadonlySet<string> = new Set(['', 'window', 'start page']);
/** Who made an edit, as far as that is a person; '' else. */
export const personOf = (author: string): string => (nobody.has(author) ? '' : author);

/** The last edits, newest first; undefined until they are there. */
export function useEdits(): readonly Edit[] | undefined {
  const show = useShow();
  const revision = useSessionPart((state) => state.revision);
  return useSWR<{ log: readonly Edit[] }>(`/api/shows/${show.id}/log?r=${revision}`, (path: string) => call(path), {
    keepPreviousData: true,
  }).data?.log;
}

/** The last edit of a record; null where it has none since the show was made. */
export function useLastEdit(record: DessinRecord): Edit | null {
  const show = useShow();
  const [waiting, revision] = [useSessionPart((state) => state.waiting), useSessionPart((state) => state.revision)];
  // Asked anew when the record is another one and that is stored, and not at every edit of all the others.
  const asked = useRef<{ record: DessinRecord; at: number } | null>(null);
  if (asked.current?.record !== record && waiting === 0) asked.current = { record, at: revision };
  const at = asked.current?.record.id === record.id ? asked.current.at : null;
  const path = at === null ? null : `/api/shows/${show.id}/records/${record.id}/edit?r=${at}`;
  return useSWR<{ edit: Edit | null }>(path, (asking: string) => call(asking), { keepPreviousData: true }).data?.edit ?? null;
}
