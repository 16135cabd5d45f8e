/** The page for the hand, by a code on the screen: a telephone at the foot of the ladder opens it. */

import { useEffect, useState } from 'react';
import type { Show } from '#core/model/show';
import { settingsOf } from '#core/model/show';
import { handAddress } from '#core/paper/labels';
import { BASE, home } from '../../state/base';

const here = (host: string): boolean => /^(localhost|127\.|\[::1\])/.test(host);

export function HandCode({ show }: { readonly show: Show }) {
  const [open, setOpen] = useState(false);
  const base = settingsOf(show).address || home();
  const link = handAddress(base, show);
  return (
    <details className="pt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="pencil cursor-pointer">Hand this to a telephone</summary>
      {open && <Code link={link} />}
      <a className="link block" href={handAddress(BASE, show)} target="_blank" rel="noreferrer">
        Open the page for the hand here
      </a>
      {here(new URL(base).host) && (
        <p className="pencil">
          This address is of this machine alone. The address of Dessin in the house is said in the step Paper, with the labels;
          labels for the check carry this code too.
        </p>
      )}
    </details>
  );
}
function Code({ link }: { readonly link: string }) {
  const [svg, setSvg] = useState('');
  useEffect(() => {
    let left = false;
    // The maker of codes is fetched when one is wanted.
    void import('qrcode').then(async ({ toString: make }) => {
      const made = await make(link, { type: 'svg', margin: 4, errorCorrectionLevel: 'M' });
      if (!left) setSvg(`data:image/svg+xml;utf8,${encodeURIComponent(made)}`);
    });
    return () => {
      left = true;
    };
  }, [link]);
  return svg ? <img src={svg} alt={`Code of ${link}`} className="my-1 w-40" /> : null;
}
