/** A page for the hand, by a code on the screen: a telephone opens it. */
import { useEffect, useState } from 'react';
import { isOfThisMachine } from '#core/paper/labels';

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

interface Props {
  /** Address in the house, which the code holds. */
  readonly link: string;
  /** The same page at this server. */
  readonly here: string;
  readonly name: string;
  /** What else carries such a code. */
  readonly also: string;
}
export function ToTelephone({ link, here, name, also }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <details className="pt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="pencil cursor-pointer">Hand this to a telephone</summary>
      {open && <Code link={link} />}
      <a className="link block" href={here} target="_blank" rel="noreferrer">
        {name}
      </a>
      {isOfThisMachine(link) && (
        <p className="pencil">
          This address is of this machine alone. The address of Dessin in the house is said in the step Paper, with the labels;
          {` ${also}`}
        </p>
      )}
    </details>
  );
}
