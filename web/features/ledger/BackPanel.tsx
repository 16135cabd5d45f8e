/** A table that came back: what changed in it, field by field, taken or not. And a paste that does not fit everywhere. */

import { useMemo, useState } from 'react';
import { columnsOf } from '#core/ledger/columns';
import { editCells } from '#core/ledger/edits';
import { type Compared, compareTable, hasIds, isStrange, type MatchBy, matchable } from '#core/ledger/table';
import { firstOf } from '#core/measure/list';
import { fieldsInOrder } from '#core/model/fields';
import { useSession, useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { toast } from '../../state/toast';
import { Choice, Tick } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { useLedger } from './state';

const close = () => useLedger.setState({ back: null, pasted: null });
const MOST = 300;

export function BackPanel() {
  const back = useLedger((state) => state.back);
  const pasted = useLedger((state) => state.pasted);
  return back ? <Coming name={back.name} table={back.table} /> : pasted ? <Pasted pasted={pasted} /> : null;
}

function Coming({ name, table }: NonNullable<ReturnType<typeof useLedger.getState>['back']>) {
  const session = useSession();
  const show = useShow();
  const [by, setBy] = useState<MatchBy>(() => (hasIds(table.headings, table.rows) ? 'id' : 'channel'));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  /** Headings that somebody said are another one of ours. */
  const [as, setAs] = useState<Readonly<Record<string, string>>>({});
  const compared = useMemo(
    (): Compared => compareTable(show, { ...table, headings: table.headings.map((heading) => as[heading] || heading) }, by),
    [show, table, by, as],
  );
  const others = table.headings.filter((heading) => heading.trim() && isStrange(show, heading));
  const keyOf = (edit: { fixture: string; part: number | null; field: string }) => `${edit.fixture} ${edit.part} ${edit.field}`;
  const differences = compared.ok ? compared.comparison.differences : [];
  const taken = differences.filter((item) => item.why === null && !left.has(keyOf(item.edit)));
  const take = () => {
    const { change, misfits } = editCells(
      show,
      taken.map((item) => item.edit),
    );
    session.edit(`Take ${plural(taken.length, 'change')} from ${name}`, change);
    if (misfits.length) toast.error(`${firstOf(misfits).where}: ${firstOf(misfits).why}`);
    close();
  };
  return (
    <section aria-label="What came back">
      <PanelHead name="What came back" onClose={close} />
      <p className="truncate pb-1" title={name}>
        {name}
      </p>
      <Line name="Match by">
        <Choice
          label="Match by"
          value={by}
          options={[
            ['id', 'the hidden id'],
            ...matchable.map((item) => item),
            ...fieldsInOrder(show).map((field) => [`own ${field.id}`, field.name] as const),
          ]}
          onChoose={(value) => setBy(value as MatchBy)}
        />
      </Line>
      {!compared.ok && (
        <p role="alert" className="pt-1" style={{ color: 'var(--stop)' }}>
          {compared.why}
        </p>
      )}
      {compared.ok && (
        <>
          <p className="pt-1" data-testid="back-summary">
            {plural(differences.length, 'change')} in {plural(compared.comparison.matched, 'row')} that match.
          </p>
          {compared.comparison.strangers.length > 0 && (
            <details>
              <summary style={{ color: 'var(--doubt)' }}>
                {plural(compared.comparison.strangers.length, 'row')} no fixture is; not taken
              </summary>
              {compared.comparison.strangers.slice(0, 50).map((text) => (
                <p key={text} className="pencil">
                  {text}
                </p>
              ))}
            </details>
          )}
          {compared.comparison.missing > 0 && (
            <p className="pencil">
              {plural(compared.comparison.missing)} of the show {compared.comparison.missing === 1 ? 'is' : 'are'} not in the
              file; nothing happens to them.
            </p>
          )}
          {others.length > 0 && (
            <section aria-label="Headings that no column has" className="pt-1">
              {others.slice(0, 12).map((heading) => (
                <Line key={heading} name={heading}>
                  <Choice
                    label={`Take ${heading} as`}
                    value={as[heading] ?? ''}
                    options={[
                      ['', 'pass over'],
                      ...columnsOf(show)
                        .filter(({ typed }) => typed)
                        .map(({ title }) => [title, title] as const),
                    ]}
                    onChoose={(title) => setAs((now) => ({ ...now, [heading]: title }))}
                  />
                </Line>
              ))}
            </section>
          )}
          <ul aria-label="Changes">
            {differences.slice(0, MOST).map((item) => {
              const key = keyOf(item.edit);
              return (
                <li key={key} className="py-0.5" style={{ borderTop: '1px solid var(--hair-faint)' }}>
                  <label className="flex items-start gap-2">
                    <Tick
                      className="mt-1"
                      label={`Take ${item.title} of ${item.where}`}
                      disabled={item.why !== null}
                      checked={item.why === null && !left.has(key)}
                      onTick={() =>
                        setLeft((now) => new Set(now.has(key) ? [...now].filter((other) => other !== key) : [...now, key]))
                      }
                    />
                    <span className="min-w-0 flex-1">
                      <button type="button" className="text-left hover:underline" onClick={() => goTo([item.edit.fixture])}>
                        {item.where}
                      </button>{' '}
                      <span className="pencil">{item.title}</span>
                      <span className="block">
                        <s className="pencil">{item.from || 'empty'}</s> {item.to || 'empty'}
                      </span>
                      {item.since !== null && (
                        <span className="block" style={{ color: 'var(--doubt)' }}>
                          Changed here too since it went out; it was {item.since || 'empty'}.
                        </span>
                      )}
                      {item.why && (
                        <span className="block" style={{ color: 'var(--stop)' }}>
                          {item.why}
                        </span>
                      )}
                    </span>
                  </label>
                </li>
              );
            })}
          </ul>
          {differences.length > MOST && <p className="pencil">And {differences.length - MOST} more, which are taken along.</p>}
          <div className="flex gap-1 pt-2">
            <button type="button" className="act act-main flex-1" disabled={!taken.length} onClick={take}>
              Take {plural(taken.length, 'change')}
            </button>
            <button type="button" className="act" onClick={close}>
              Take none
            </button>
          </div>
        </>
      )}
    </section>
  );
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
