/** Shows that were open in this browser last: what opens while the server is away. */
import { Link } from 'react-router';
import useSWR from 'swr';
import { useMe } from '../state/me';
import { snapshots } from '../state/session/kept';
import { whenSaid } from '../ui/moments';

export function KeptShows() {
  const me = useMe();
  const account = me?.who?.id ?? '';
  const { data } = useSWR(['kept shows', account], () => snapshots().list(account));
  if (!data) return null;
  return (
    <>
      <p role="status" className="py-3" style={{ color: 'var(--stop)' }}>
        The server does not answer.{' '}
        {data.length
          ? 'These shows open from this browser, as they were here last; what you change is kept, and sent when the server is back.'
          : 'No show is kept in this browser. It is tried again.'}
      </p>
      <ul aria-label="Shows kept in this browser">
        {data.map(({ id, name, at, role }) => (
          <li key={id} className="rule-b flex items-baseline gap-3 py-2">
            <Link to={`/shows/${id}/hang`} className="min-w-0 flex-1 truncate font-bold hover:underline">
              {name}
            </Link>
            <span className="pencil">
              {role === 'owner' ? '' : `${role}, `}as of {whenSaid(at)}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
