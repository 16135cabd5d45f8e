/** A report of what answers on the lines, beside the plot: pasted or taken from a file, and compared line by line. */
import { useMemo, useState } from 'react';
import { channelText } from '#core/fields/texts';
import { find, get } from '#core/model/show';
import { compareReport, readReport } from '#core/wires/answers';
import { uidText } from '#core/wires/rdm';
import { useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { FileField, LongText, Typed } from '../../ui/Field';
import { plural } from '../../ui/words';

const MOST_LINES = 1000;

export function AnswersTable() {
  const show = useShow();
  const [text, setText] = useState('');
  const [universe, setUniverse] = useState('1');
  const [all, setAll] = useState(false);
  const report = useMemo(() => readReport(text), [text]);
  const line = Math.max(1, Math.min(63999, Number(universe) || 1));
  const { matches, silent } = useMemo(() => compareReport(show, report.answers, line), [show, report, line]);
  const other = matches.filter(({ differs }) => differs.length);
  const name = (id: string) => {
    const fixture = get(show, 'fixture', id);
    return channelText(fixture) || `unit ${fixture.unit}`;
  };
  return (
    <div className="flex h-full text-[12px]" style={{ background: 'var(--sheet)' }}>
      <div className="flex w-64 shrink-0 flex-col gap-1 p-2">
        <p className="pencil">
          A report of what answers on a line: a table with UID, address and footprint, or RDM packets in hexadecimal figures, one
          a line.
        </p>
        <LongText label="Report of what answers" className="field min-h-16 flex-1" value={text} onText={setText} />
        <label className="link cursor-pointer">
          Take it from a file
          <FileField testId="report file" accept=".csv,.txt,text/*" onFile={(file) => void file.text().then(setText)} />
        </label>
        <span className="flex items-center gap-2">
          <span className="pencil whitespace-nowrap">line of universe</span>
          <Typed label="Universe of the report" value={universe} onText={setUniverse} />
        </span>
      </div>
      <div className="min-w-0 flex-1 overflow-auto p-2">
        {text.trim() && (
          <p data-testid="answered">
            <b>{plural(matches.length, 'device')}</b> answered, <b>{other.length}</b> other than the plot,{' '}
            <b>{plural(silent.length, 'light')}</b> silent{' '}
            {silent.length > 0 && (
              <button type="button" className="link" onClick={() => goTo(silent)}>
                show them
              </button>
            )}{' '}
            <button type="button" className="link" aria-pressed={all} onClick={() => setAll(!all)}>
              {all ? 'only what is other' : 'all of them'}
            </button>
          </p>
        )}
        {[...report.faults, ...report.doubts].slice(0, 20).map((sentence) => (
          <p key={sentence} style={{ color: report.faults.includes(sentence) ? 'var(--stop)' : 'var(--doubt)' }}>
            {sentence}
          </p>
        ))}
        {matches.length > 0 && (
          <table className="min-w-full" aria-label="What answers">
            <thead className="pencil text-left">
              <tr>
                {['UID', 'Says', 'Address', 'Slots', 'Light', 'Other than the plot'].map((title) => (
                  <th key={title} className="px-2 py-1 font-normal">
                    {title}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {(all ? matches : other).slice(0, MOST_LINES).map(({ answer, fixture, differs }, i) => (
                <tr key={`${answer.uid} ${i}`} style={{ borderTop: '1px solid var(--hair-faint)' }}>
                  <td className="px-2 py-0.5">{uidText(answer.uid)}</td>
                  <td className="px-2">{[answer.model, answer.label].filter(Boolean).join(', ')}</td>
                  <td className="px-2">{answer.slot === null ? '' : `${answer.universe ?? line}.${answer.slot}`}</td>
                  <td className="px-2">{answer.footprint}</td>
                  <td className="px-2">
                    {fixture && find(show, 'fixture', fixture) && (
                      <button type="button" className="link" onClick={() => goTo([fixture])}>
                        {name(fixture)}
                      </button>
                    )}
                  </td>
                  <td className="px-2" style={{ color: 'var(--stop)' }}>
                    {differs.join('; ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}
