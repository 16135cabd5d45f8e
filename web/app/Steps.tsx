import type { LucideIcon } from 'lucide-react';
import { memo, Suspense } from 'react';
import { NavLink, useParams } from 'react-router';
import { sheetSnags } from '#core/audit/sheet-snags';
import { useSessionPart, useShow } from '../state/context';
import { usePaper } from '../state/paper';
import { usePaperSnags } from '../state/paper-snags';
import { useAudit } from '../ui/audit';
import { leavesKeys } from '../ui/focus';
import { registry } from '../ui/registry';
import { plural } from '../ui/words';

/** The steps hang like clamps on a vertical pipe. */
export function Steps() {
  const { id = '' } = useParams();
  const show = useShow();
  const audit = useAudit();
  const reading = useSessionPart((state) => state.reading);
  const looked = usePaper((state) => state.looked);
  const troubles = usePaperSnags((state) => state.troubles);
  const snags = [...(audit?.wrongSnags(show) ?? []), ...(troubles.length ? sheetSnags(show, troubles) : [])];
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
    <nav aria-label="Steps" onClick={leavesKeys} className="relative pt-4" style={{ borderRight: '1px solid var(--hair)' }}>
      <span
        aria-hidden="true"
        className="absolute top-0 bottom-0 left-[15px] w-[5px] border-x"
        style={{ borderColor: 'var(--pencil)' }}
      />
      {/* What comes later must not hide what stands. */}
      <Suspense>{looked && registry().steps.map(({ path, Watch }) => Watch && <Watch key={path} />)}</Suspense>
      {registry().steps.map(({ path, name, note: noteOf, icon, snags: of }) => {
        const wrong = snags.filter((snag) => snag.step === of);
        const stop = wrong.some((snag) => snag.weight === 'stop');
        const note = noteOf(show, audit?.snagsOf(show) ?? []);
        const more = wrong.length ? plural(wrong.length, 'snag') : '';
        return (
          <StepLink
            key={path}
            to={`/shows/${id}/${path}${reading ? `?issue=${reading.issue}` : ''}`}
            name={name}
            note={note}
            more={more}
            stop={stop}
            icon={icon}
          />
        );
      })}
    </nav>
  );
}

interface LinkProps {
  readonly to: string;
  readonly name: string;
  readonly note: string;
  readonly more: string;
  readonly stop: boolean;
  readonly icon: LucideIcon;
}
const StepLink = memo(function StepLink({ to, name, note, more, stop, icon: Icon }: LinkProps) {
  return (
    <NavLink to={to} className="group relative block min-h-10 py-2 pl-[34px]" style={{ color: 'var(--ink)' }}>
      {({ isActive }) => (
        <>
          <span
            aria-hidden="true"
            className="absolute top-2 left-[6px] grid h-[22px] w-[23px] place-items-center border"
            style={{
              background: isActive ? 'var(--glow)' : 'var(--desk)',
              borderColor: isActive ? 'var(--ink)' : 'var(--pencil)',
              borderRadius: '2px 2px 9px 9px',
              color: isActive ? '#1d2838' : 'var(--ink)',
            }}
          >
            <Icon size={13} />
          </span>
          <span className={`max-[900px]:sr-only ${isActive ? 'font-bold' : ''}`}>{name}</span>
          {note && <span className="pencil block text-[11px] max-[900px]:hidden">{note}</span>}
          {more && (
            <span className="block text-[11px] max-[900px]:sr-only" style={{ color: stop ? 'var(--stop)' : 'var(--doubt)' }}>
              {more}
            </span>
          )}
        </>
      )}
    </NavLink>
  );
});
