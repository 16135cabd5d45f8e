/** A link to look at a show, at the check, or at one sheet, without an account. */

import { Link, Navigate } from 'react-router';
import { at } from '../state/base';
import { whenSaid } from '../ui/moments';
import { useOpened } from './opening';

export function LookPage() {
  const { opened, fault } = useOpened('look');
  if (opened?.what === 'show') return <Navigate to={`/shows/${opened.show}/hang`} replace />;
  if (opened?.what === 'check') return <Navigate to={`/shows/${opened.show}/in-hand`} replace />;
  const sheet = (file: string) => at(`/api/shows/${opened?.show}/out/${file}?named=${encodeURIComponent(opened?.sheet ?? '')}`);
  return (
    <main className="flex h-full flex-col p-6">
      <title>{opened ? `${opened.sheet} - ${opened.name} - Dessin` : 'Dessin'}</title>
      {fault && (
        <>
          <p role="alert" className="pb-4">
            {fault}
          </p>
          <Link to="/" className="link">
            Sign in
          </Link>
        </>
      )}
      {opened && (
        <>
          <header className="flex items-baseline gap-4 pb-3">
            <h1 className="min-w-0 flex-1 truncate">
              <b>{opened.sheet}</b> of {opened.name}
            </h1>
            <span className="pencil">open until {whenSaid(opened.ends)}</span>
            <a className="act" href={`${sheet('sheet.pdf')}&download`}>
              PDF
            </a>
          </header>
          <div className="min-h-0 flex-1 border" style={{ borderColor: 'var(--hair)', background: 'var(--sheet)' }}>
            <img src={sheet('sheet.svg')} alt={`${opened.sheet} of ${opened.name}`} className="h-full w-full object-contain" />
          </div>
        </>
      )}
    </main>
  );
}
