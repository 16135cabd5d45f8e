/** Folders of the Shelf: made, renamed, taken away; things are dropped onto them. */

import { Pencil, Plus, Trash2 } from 'lucide-react';
import { type ReactNode, useMemo, useState } from 'react';
import { lastOf } from '#core/measure/list';
import type { ShelfKind } from '#core/model/records';
import { attempt, changeFolder, type ShelfList } from '../../state/shelf';
import { useDropped } from '../../ui/drag';
import { Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';

interface Props {
  readonly list: ShelfList;
  readonly folder: string;
  readonly kind: ShelfKind | undefined;
  readonly onChoose: (path: string) => void;
}

export function Folders({ list, folder, kind, onChoose }: Props) {
  const [naming, setNaming] = useState<{ path: string; add: boolean } | null>(null);
  const counts = useMemo(() => {
    const out = new Map<string, number>();
    for (const item of list.items) {
      if (kind && item.kind !== kind) continue;
      const parts = item.folder.split('/');
      for (let i = 1; i <= parts.length; i++) {
        const path = parts.slice(0, i).join('/');
        out.set(path, (out.get(path) ?? 0) + 1);
      }
    }
    return out;
  }, [list.items, kind]);
  const name = (text: string) => {
    const { path, add } = naming!;
    setNaming(null);
    const clean = text.trim();
    if (!clean) return;
    const parent = add ? path : path.split('/').slice(0, -1).join('/');
    const next = [parent, clean].filter(Boolean).join('/');
    if (next === path) return;
    void attempt(async () => {
      await changeFolder(add ? { add: next } : { rename: path, to: next });
      onChoose(next);
    });
  };
  const row = (path: string, text: string, depth: number) => (
    <li key={path || 'all'}>
      <Drop path={path} depth={depth} chosen={folder === path}>
        {naming && !naming.add && naming.path === path ? (
          <NameField value={text} onDone={name} />
        ) : (
          <button
            type="button"
            aria-pressed={folder === path}
            className="min-w-0 flex-1 truncate px-1 py-0.5 text-left"
            onClick={() => onChoose(path)}
          >
            {text}
          </button>
        )}
        <span className={`gap-1 pr-1 ${folder === path ? 'flex' : 'hidden group-focus-within:flex group-hover:flex'}`}>
          <button
            type="button"
            aria-label={`New folder in ${text}`}
            title="New folder here"
            onClick={() => setNaming({ path, add: true })}
          >
            <Plus size={12} />
          </button>
          {path && (
            <>
              <button
                type="button"
                aria-label={`Rename the folder ${text}`}
                title="Rename"
                onClick={() => setNaming({ path, add: false })}
              >
                <Pencil size={11} />
              </button>
              <button
                type="button"
                aria-label={`Take away the folder ${text}`}
                title="Take the folder away; what lies in it moves up"
                onClick={() =>
                  void attempt(async () => {
                    await changeFolder({ remove: path });
                    if (folder === path || folder.startsWith(`${path}/`)) onChoose('');
                  })
                }
              >
                <Trash2 size={11} />
              </button>
            </>
          )}
        </span>
        <span className="pencil pl-1 text-[11px]">{(path && counts.get(path)) || ''}</span>
      </Drop>
      {naming?.add && naming.path === path && (
        <div style={{ paddingLeft: (depth + 1) * 12 }}>
          <NameField value="" onDone={name} />
        </div>
      )}
    </li>
  );
  return (
    <ul aria-label="Folders">
      {row('', 'All folders', 0)}
      {list.folders.map((path) => row(path, lastOf(path.split('/')), path.split('/').length))}
    </ul>
  );
}

/** A folder is dropped on by its path. */
const KEY = 'folder ';
export const isFolder = (id: string): boolean => id.startsWith(KEY);
export const pathOf = (id: string): string => id.slice(KEY.length);

function Drop({ path, depth, chosen, children }: { path: string; depth: number; chosen: boolean; children: ReactNode }) {
  const { ref, over } = useDropped(KEY + path);
  return (
    <div
      ref={ref}
      className="group flex items-center"
      style={{ paddingLeft: depth * 12, background: over || chosen ? 'var(--halo)' : undefined }}
    >
      {children}
    </div>
  );
}

const NameField = ({ value, onDone }: { value: string; onDone: (text: string) => void }) => (
  <Typed
    autoFocus
    label="Name of the folder"
    defaultValue={value}
    onBlur={(event) => onDone(event.target.value)}
    onKeyDown={fieldKeys({
      enter: (event) => event.currentTarget.blur(),
      escape: (event) => {
        event.preventDefault();
        onDone('');
      },
    })}
  />
);
