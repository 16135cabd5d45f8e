/** The sheets of the book as small pictures, each drawn when it comes into sight. */
import { useEffect, useRef, useState } from 'react';
import type { Planned } from '#core/paper/plates';
import { sheetSize } from '#core/paper/ready/set';
import { usePaper } from '../../state/paper';
import { pictureOf, ranks, useSheet, useSheets } from './sheets';

function Small({ planned, number, chosen }: { readonly planned: Planned; readonly number: number; readonly chosen: boolean }) {
  const host = useRef<HTMLButtonElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    const eye = new IntersectionObserver(([entry]) => setNear(entry?.isIntersecting ?? false), { rootMargin: '200px' });
    if (host.current) eye.observe(host.current);
    return () => eye.disconnect();
  }, []);
  const { made } = useSheet(near ? planned : null, ranks.small);
  useEffect(() => {
    if (chosen) host.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const [width, height] = sheetSize(planned.paper, planned.landscape);
  return (
    <button
      ref={host}
      type="button"
      className="block w-full px-2 py-1 text-left"
      aria-current={chosen ? 'page' : undefined}
      onClick={() => usePaper.setState({ sheet: planned.key, window: null, inside: false })}
      style={{ background: chosen ? 'var(--halo)' : undefined }}
    >
      <span
        className="mx-auto block border bg-white"
        style={{
          borderColor: chosen ? 'var(--lamp)' : 'var(--pencil)',
          aspectRatio: `${width} / ${height}`,
          width: width >= height ? '100%' : `${(100 * width) / height}%`,
        }}
      >
        {made?.svg && <img src={pictureOf(made)} alt="" draggable={false} className="h-full w-full" />}
      </span>
      <span className="block truncate pt-0.5 text-[11px]">
        {number}. {planned.name}
        {planned.corrected && ' *'}
      </span>
    </button>
  );
}

export function SheetStrip() {
  const { sheets, planned } = useSheets();
  return (
    <nav
      aria-label="Sheets"
      className="w-[132px] shrink-0 overflow-y-auto border-r py-1"
      style={{ background: 'var(--desk)', borderColor: 'var(--hair)' }}
    >
      {sheets.map((sheet, i) => (
        <Small key={sheet.key} planned={sheet} number={i + 1} chosen={sheet.key === planned?.key} />
      ))}
    </nav>
  );
}
