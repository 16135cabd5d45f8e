import { Hash, Lamp, Printer, Send, Spline, Theater, Waypoints } from 'lucide-react';
import { NavLink, useParams } from 'react-router';
import { snagsOf } from '#core/audit/snags';
import { all, settingsOf } from '#core/model/show';
import { plural } from '../drawing/pointing';
import { useSessionState } from '../session/context';

/** The steps hang like clamps on a vertical pipe. */
export function Steps() {
  const { id = '' } = useParams();
  const { show } = useSessionState();
  const fixtures = all(show, 'fixture').filter((fixture) => !fixture.spare);
  const without = fixtures.filter((fixture) => fixture.parts.every((part) => !part.channel)).length;
  const snags = snagsOf(show);
  const stops = snags.filter((snag) => snag.weight === 'stop').length;
  const stage = all(show, 'outline').length + all(show, 'masking').length + all(show, 'backdrop').length;
  const steps = [
    { path: 'stage', name: 'Stage', note: plural(stage, 'outline'), icon: Theater, stop: false },
    { path: 'positions', name: 'Positions', note: String(all(show, 'position').length), icon: Spline, stop: false },
    { path: 'hang', name: 'Hang', note: plural(fixtures.length), icon: Lamp, stop: false },
    {
      path: 'number',
      name: 'Number',
      note: without ? `${without} without` : fixtures.length ? 'all numbered' : '',
      icon: Hash,
      stop: false,
    },
    {
      path: 'patch',
      name: 'Patch',
      note: snags.length ? plural(snags.length, 'snag') : 'no snags',
      icon: Waypoints,
      stop: stops > 0,
    },
    { path: 'paper', name: 'Paper', note: `1:${settingsOf(show).scale}, ${settingsOf(show).paper}`, icon: Printer, stop: false },
    { path: 'hand-over', name: 'Hand-over', note: 'MVR', icon: Send, stop: false },
  ];
  return (
    <nav aria-label="Steps" className="relative pt-4" style={{ borderRight: '1px solid var(--hair)' }}>
      <span
        aria-hidden="true"
        className="absolute top-0 bottom-0 left-[15px] w-[5px] border-x"
        style={{ borderColor: 'var(--pencil)' }}
      />
      {steps.map(({ path, name, note, icon: Icon, stop }) => (
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
              <span className="block text-[11px]" style={{ color: stop ? 'var(--stop)' : 'var(--pencil)' }}>
                {note}
              </span>
            </>
          )}
        </NavLink>
      ))}
    </nav>
  );
}
