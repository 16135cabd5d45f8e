/** What would be in the package, how heavy each part is, and which stay out: asked of the server before anything is written. */
import { useState } from 'react';
import useSWR from 'swr';
import type { RigWeight } from '#core/handover/weight';
import { call } from '../../state/api';
import { useOut, useSessionPart } from '../../state/context';
import { Choice, Tick } from '../../ui/Field';
import { plural } from '../../ui/words';
import { toggled, useWish } from './wish';

interface Weighed {
  readonly files: readonly { readonly name: string; readonly what: string; readonly bytes: number }[];
  readonly weight: RigWeight | null;
  readonly remarks: readonly string[];
  readonly counts: {
    readonly units: number;
    readonly universes: readonly number[];
    readonly groups: number;
    readonly pixels: number;
  };
  readonly changed: { readonly since: string; readonly said: string } | null;
}
const weight = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

const count = (n: number): string => n.toLocaleString('en');
/** What makes the rig heavy for whoever opens it. */
function Heavy({ weight: { faces, types } }: { readonly weight: RigWeight }) {
  return (
    <p className="pencil">
      {faces ? `${count(faces)} faces in the rig. ` : 'Bodies are plain forms: no faces. '}
      Heaviest:{' '}
      {types
        .slice(0, 3)
        .map(
          ({ type, bytes, faces: own, units }) =>
            `${type} ${weight(bytes)}${own ? `, ${count(own)} faces` : ''} on ${plural(units, 'unit')}`,
        )
        .join('; ')}
      .
    </p>
  );
}

export function PackageFiles() {
  const out = useOut();
  const [open, setOpen] = useState(false);
  const [wish, set] = useWish();
  const revision = useSessionPart((state) => state.revision);
  const waiting = useSessionPart((state) => state.waiting);
  const { data, error, isLoading } = useSWR<Weighed, Error>(
    // It is weighed by making it: only while somebody looks.
    waiting || !open ? null : `${out('package.json')}#${revision}`,
    (path: string) => call<Weighed>(path.split('#')[0] ?? path),
    { keepPreviousData: true, revalidateOnFocus: false },
  );
  const left = wish.files ?? [];
  const files = (data?.files ?? []).filter(({ name }) => !left.includes(name));
  const total = files.reduce((sum, { bytes }) => sum + bytes, 0);
  return (
    <details aria-label="In the package" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="min-h-6 cursor-pointer leading-6">
        In the package
        <span className="pencil">
          {data ? `, ${plural(files.length, 'file')}, ${weight(total)}` : isLoading ? ', being weighed' : ''}
        </span>
      </summary>
      {error && <p role="alert">{error.message}</p>}
      <label className="flex min-h-6 items-center gap-2 pl-3">
        the show itself
        <Choice<'' | 'as it stands' | 'with its history'>
          label="The show itself goes along"
          className="!py-0"
          value={wish.whole ?? ''}
          options={[
            ['', 'stays here'],
            ['as it stands', 'as it stands'],
            ['with its history', 'with its history'],
          ]}
          onChoose={(value) =>
            set(value ? `The show goes into the package ${value}` : 'The show stays out of the package', {
              whole: value || undefined,
            })
          }
        />
      </label>
      <ul aria-label="Files of the package" className="pl-3">
        {files.map(({ name, what, bytes }) => (
          <li key={name} className="flex min-h-6 items-center gap-2" title={what}>
            <Tick
              label={`${name} goes along`}
              checked
              onTick={() => set(`${name} out of the package`, { files: toggled(left, name, true) })}
            />
            <span className="min-w-0 flex-1 truncate">{name}</span>
            <span className="pencil whitespace-nowrap">{weight(bytes)}</span>
          </li>
        ))}
        {left.map((name) => (
          <li key={name} className="flex min-h-6 items-center gap-2">
            <Tick
              label={`${name} goes along`}
              checked={false}
              onTick={() => set(`${name} in the package`, { files: toggled(left, name, false) })}
            />
            <span className="pencil">{name}</span>
          </li>
        ))}
      </ul>
      {data?.weight && <Heavy weight={data.weight} />}
      {data?.remarks.map((text) => (
        <p key={text} style={{ color: 'var(--doubt)' }}>
          {text}
        </p>
      ))}
      {data?.changed && (
        <p className="pencil">
          Since issue {data.changed.since}: {data.changed.said}
        </p>
      )}
    </details>
  );
}
