import { Link, useLocation } from 'react-router';

/** An address that leads nowhere. */
export function NotFound() {
  const { pathname } = useLocation();
  return (
    <main className="mx-auto max-w-[640px] p-10">
      <title>Not found - Dessin</title>
      <h1 className="pb-2 text-[18px] font-bold">There is nothing here.</h1>
      <p className="pb-4">
        The address <span className="font-bold">{pathname.slice(0, 200)}</span> leads nowhere. It may be misspelt, or cut off.
      </p>
      <Link to="/" className="act act-main">
        Go to the list of shows
      </Link>
    </main>
  );
}
