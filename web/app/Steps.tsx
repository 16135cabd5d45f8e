import { Hash, Lamp, Printer, Send, Spline, Theater, Waypoints } from 'lucide-react';
import { NavLink, useParams } from 'react-router';
import { type SnagStep, snagsOf, wrongSnags } from '#core/audit/snags';
import { all, settingsOf } from '#core/model/show';
import { plural } from '../ui/canvas/pointing';
import { useSessionState } from '../state/context';
import { leavesKeys } from '../state/focus';

/** The steps hang like clamps on a vertical pipe. */
export function Steps() {
  const { id = '' } = useParams();
  const { show } = useSessionState();
  const fixtures = all(show, 'fixture').filter((fixture) => !fixture.spare);
  const snags = wrongSnags(show);
  const without = fixtures.filter((fixture) => fixture.parts.every((part) => !part.channel)).length;
  const unpatched = snagsOf(show)
    .filter((snag) => snag.code === 'no address')
    .reduce((sum, snag) => sum + snag.fixtures.length, 0);
  const wrong = (step: SnagStep) => snags.filter((snag) => snag.step === step);
  const stops = (step: SnagStep) => wrong(step).some((snag) => snag.weight === 'stop');
  const also = (step: SnagStep) => (wrong(step).length ? plural(wrong(step).length, 'snag') : '');
  const stage = all(show, 'outline').length + all(show, 'masking').length + all(show, 'backdrop').length;
  const steps = [
    { path: 'stage', name: 'Stage', note: plural(stage, 'outline'), more: '', icon: Theater, stop: false },
    { path: 'positions', name: 'Positions', note: String(all(show, 'position').length), more: '', icon: Spline, stop: false },
    { path: 'hang', name: 'Hang', note: plural(fixtures.length), more: also('hang'), icon: Lamp, stop: stops('hang') },
    {
      path: 'number',
      name: 'Number',
      note: without ? `${without} without` : fixtures.length ? 'all numbered' : '',
      more: also('number'),
      icon: Hash,
      stop: stops('number'),
    },
    {
      path: 'patch',
      name: 'Patch',
      note: unpatched ? `${unpatched} without` : fixtures.length && !also('patch') ? 'no snags' : '',
      more: also('patch'),
      icon: Waypoints,
      stop: stops('patch'),
    },
    {
      path: 'paper',
      name: 'Paper',
      note: `1:${settingsOf(show).scale}, ${settingsOf(show).paper}`,
      more: '',
      icon: Printer,
      stop: false,
    },
    { path: 'hand-over', name: 'Hand-over', note: 'MVR', more: '', icon: Send, stop: false },
  ];
  return (
    <nav aria-label="Steps" onClick={leavesKeys} className="relative pt-4" style={{ borderRight: '1px solid var(--hair)' }}>
      <span
        aria-hidden="true"
        className="absolute top-0 bottom-0 left-[15px] w-[5px] border-x"
        style={{ borderColor: 'var(--pencil)' }}
      />
      {steps.map(({ path, name, note, more, icon: Icon, stop }) => (
        <NavLink
          key={path}
          to={`/shows/${id}/${path}`}
          className="group relative block py-2 pl-[34px]"
          style={{ color: 'var(--ink)' }}
        >
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
              <span className={isActive ? 'font-bold' : ''}>{name}</span>
              {note && <span className="pencil block text-[11px]">{note}</span>}
              {more && (
                <span className="block text-[11px]" style={{ color: stop ? 'var(--stop)' : 'var(--doubt)' }}>
                  {more}
                </span>
              )}
            </>
          )}
        </NavLink>
      ))}
    </nav>
  );
}
