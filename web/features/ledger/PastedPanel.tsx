/** A paste that does not fit everywhere: what does and what does not, before anything is written. */

import { editCells } from '#core/ledger/edits';
import { useSession, useShow } from '../../state/context';
import { PanelHead } from '../../ui/PanelHead';
import { plural } from '../../ui/words';
import { useLedger } from './state';

const close = () => useLedger.setState({ pasted: null });
const MOST = 300;

export function PastedPanel() {
  const pasted = useLedger((state) => state.pasted);
  return pasted ? <Pasted pasted={pasted} /> : null;
}

function Pasted({ pasted }: { pasted: NonNullable<ReturnType<typeof useLedger.getState>['pasted']> }) {
  const session = useSession();
  const show = useShow();
  const fit = pasted.edits.length - pasted.misfits.length;
  const take = () => {
    const bad = new Set(pasted.misfits.map((misfit) => misfit.edit));
    const { change } = editCells(
      show,
      pasted.edits.filter((edit) => !bad.has(edit)),
    );
    session.edit(`Paste ${plural(fit, 'cell')}`, change);
    close();
  };
  return (
    <section aria-label="Paste">
      <PanelHead name="Paste" onClose={close} />
      <p>
        {fit} of {plural(pasted.edits.length + pasted.outside, 'cell')} fit.
        {pasted.outside ? ` ${pasted.outside} fall outside the rows, or on columns that are calculated.` : ''}
      </p>
      <ul className="max-h-72 overflow-auto" aria-label="Misfits">
        {pasted.misfits.slice(0, MOST).map((misfit) => (
          <li
            key={`${misfit.edit.fixture} ${misfit.edit.part} ${misfit.edit.field}`}
            className="py-0.5"
            style={{ borderTop: '1px solid var(--hair-faint)' }}
          >
            {misfit.where}: "{misfit.edit.text.slice(0, 40)}"
            <span className="block" style={{ color: 'var(--stop)' }}>
              {misfit.why}
            </span>
          </li>
        ))}
      </ul>
      <div className="flex gap-1 pt-2">
        <button type="button" className="act act-main flex-1" disabled={!fit} onClick={take}>
          Paste the {fit} that fit
        </button>
        <button type="button" className="act" onClick={close}>
          Paste nothing
        </button>
      </div>
    </section>
  );
}
