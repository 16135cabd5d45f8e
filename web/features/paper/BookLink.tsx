/** The whole book as a file: which sheet is being made is said, and it can be ended. A plain GET of the same address gives it to scripts. */

import { useRef, useState } from 'react';
import { v4 } from 'uuid';
import { settingsOf } from '#core/model/show';
import { at } from '../../state/base';
import { useOut, useShow } from '../../state/context';
import { toast } from '../../state/toast';
import { saveFile } from '../../ui/save';
import { plural } from '../../ui/words';

interface Progress {
  readonly at?: string;
  readonly number?: number;
  readonly of?: number;
}
/** How often the server is asked how far it is, ms. */
const OFTEN = 300;

export function BookLink({ sheets, tiles }: { readonly sheets: number; readonly tiles: string }) {
  const show = useShow();
  const out = useOut();
  const [progress, setProgress] = useState<Progress | null>(null);
  const ending = useRef<(() => void) | null>(null);
  const address = out('book.pdf', { download: '', ...(tiles ? { tiles } : {}) });
  const make = async () => {
    const job = v4();
    const jobs = `/api/shows/${show.id}/jobs/${job}`;
    setProgress({});
    ending.current = () => void fetch(at(jobs), { method: 'DELETE' });
    const asking = setInterval(async () => {
      const answer = await fetch(at(jobs)).catch(() => null);
      const said = answer?.ok ? ((await answer.json()) as { progress: Progress | null }) : null;
      if (said?.progress?.at) setProgress(said.progress);
    }, OFTEN);
    try {
      const answer = await fetch(`${address}&job=${job}`);
      if (answer.ok) saveFile(`${settingsOf(show).name}.pdf`, await answer.blob());
      else toast(((await answer.json()) as { detail?: string }).detail ?? 'The book could not be made.');
    } catch {
      toast('The server does not answer. Try the book again in a moment.');
    } finally {
      clearInterval(asking);
      ending.current = null;
      setProgress(null);
    }
  };
  if (progress)
    return (
      <p role="status" className="mt-2 flex items-baseline gap-2">
        <span className="min-w-0 flex-1 truncate">
          {progress.at ? `${progress.at}, ${progress.number} of ${progress.of}` : 'The book is being made'}
        </span>
        <button type="button" className="link" onClick={() => ending.current?.()}>
          Cancel
        </button>
      </p>
    );
  return (
    <a
      className="act act-main mt-2 block w-full"
      href={address}
      onClick={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      Book as PDF, {plural(sheets, 'sheet')}
    </a>
  );
}
