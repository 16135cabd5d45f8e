/** What is chosen on the Shelf: how it looks, what it does, and what can be done with it. */

import { Copy, Download, Hand, Pencil, Star, Trash2 } from 'lucide-react';
import { Suspense } from 'react';
import { v4 } from 'uuid';
import type { Units } from '#core/measure/lengths';
import type { Id, SymbolDef } from '#core/model/records';
import type { Show } from '#core/model/show';
import { copyIn } from '#core/shelf/copy';
import type { Listed } from '#core/shelf/search';
import { at } from '../../state/base';
import { arrange } from '../../state/desk';
import type { Session } from '../../state/session/session';
import { attempt, markItems, removeItems, type Stored, takeIntoShow } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice } from '../../ui/Field';
import type { Editing } from './making';
import { Page, shelfEntries } from './shelf-kinds';

interface Props {
  readonly chosen: readonly Listed[];
  readonly stored: readonly Stored[] | undefined;
  readonly items: readonly Listed[];
  readonly folders: readonly string[];
  readonly units: Units;
  readonly onOpen: (items: readonly Stored[], id: Id) => void;
  readonly onCopy: (copy: Editing) => void;
  readonly session?: Session;
  readonly show?: Show;
}

export function Preview({ chosen, stored, items, folders, units, onOpen, onCopy, session, show }: Props) {
  const [item] = chosen;
  if (!item)
    return <p className="pencil">Choose something in the list. Ctrl adds one more, Shift a row of them; a double click opens.</p>;
  /** The only one that is chosen. */
  const one = chosen.length === 1 ? item : undefined;
  const ids = chosen.map((one) => one.id);
  const record = stored?.find((one) => one.record.id === item.id)?.record;
  const symbol = stored?.map((one) => one.record).find((one): one is SymbolDef => one.kind === 'symbol');
  const take = () =>
    attempt(async () => {
      if (!session) return;
      const n = await takeIntoShow(session, ids);
      toast(
        n
          ? `${chosen.length === 1 ? item.summary.name : `${chosen.length} items`} taken into the show.`
          : 'The show has it already.',
      );
    });
  const inShow = show && chosen.every((one) => copyIn(show, one.id, one.kind));
  return (
    <div className="flex flex-col gap-3">
      <div>
        <h3 className="text-[15px] font-bold">{chosen.length > 1 ? `${chosen.length} items` : item.summary.name}</h3>
        <p className="pencil">
          {chosen.length > 1
            ? chosen
                .slice(0, 6)
                .map((one) => one.summary.name)
                .join(', ')
            : [item.summary.family, item.summary.of].filter(Boolean).join(', ')}
          {chosen.length === 1 && item.version > 1 ? `, version ${item.version}` : ''}
        </p>
      </div>
      <div className="flex flex-wrap gap-1.5">
        {session && show && (
          <button type="button" className="act act-main" disabled={inShow} onClick={() => void take()}>
            {inShow ? 'In the show' : 'Take into the show'}
          </button>
        )}
        {session && show && chosen.length === 1 && item.kind === 'type' && (
          <button
            type="button"
            className="act flex items-center gap-1"
            onClick={() =>
              void attempt(async () => {
                await takeIntoShow(session, ids);
                const copy = copyIn(session.get().show, item.id, 'type');
                arrange({ type: copy?.id ?? null, tool: 'hang', view: 'plan', shelf: null });
              })
            }
          >
            <Hand size={13} /> Hang it
          </button>
        )}
        {one && !shelfEntries[item.kind].make && shelfEntries[item.kind].anew && stored && (
          <>
            <button type="button" className="act flex items-center gap-1" onClick={() => onOpen(stored, item.id)}>
              <Pencil size={12} /> Edit
            </button>
            {record?.kind === 'type' && (
              <button
                type="button"
                className="act flex items-center gap-1"
                onClick={() => {
                  const own = symbol ? { ...symbol, id: v4() } : null;
                  const { gdtf, shelf, ...plain } = record;
                  onCopy({
                    what: 'type',
                    where: 'shelf',
                    type: { ...plain, id: v4(), name: `${record.name}, copy`.slice(0, 200), ...(own ? { symbol: own.id } : {}) },
                    symbol: own,
                    bases: new Map(),
                    folder: item.folder,
                  });
                }}
              >
                <Copy size={12} /> As a new one
              </button>
            )}
          </>
        )}
        {chosen.length === 1 && item.kind === 'type' && (
          <a
            className="act flex items-center gap-1"
            href={at(`/api/shelf/${item.id}/type.gdtf`)}
            download
            title="Write it as GDTF"
          >
            <Download size={12} /> GDTF
          </a>
        )}
        <button
          type="button"
          className="act flex items-center gap-1"
          aria-pressed={chosen.every((one) => one.favourite)}
          onClick={() => void attempt(() => markItems(ids, { favourite: !chosen.every((one) => one.favourite) }))}
        >
          <Star size={12} /> Favourite
        </button>
        <button type="button" className="act flex items-center gap-1" onClick={() => void attempt(() => removeItems(chosen))}>
          <Trash2 size={12} /> Off the Shelf
        </button>
      </div>
      <label className="flex items-baseline gap-2">
        <span className="pencil w-[76px] shrink-0">Folder</span>
        <Choice
          label="Folder"
          value={chosen.every((one) => one.folder === item.folder) ? item.folder : '*'}
          options={[
            ...(!chosen.every((one) => one.folder === item.folder) ? [['*', 'several'] as const] : []),
            ['', 'none'],
            ...folders.map((path) => path),
          ]}
          onChoose={(value: string) => void attempt(() => markItems(ids, { folder: value }))}
        />
      </label>
      {chosen.length === 1 && !record && <p className="pencil">Fetching it...</p>}
      {one && record && (
        <Suspense fallback={<p className="pencil">Fetching it...</p>}>
          <Page
            key={`${record.id} ${record.kind === 'type' || record.kind === 'symbol' ? '' : one.version}`}
            record={record}
            version={one.version}
            symbol={symbol}
            units={units}
            items={items}
          />
        </Suspense>
      )}
    </div>
  );
}
