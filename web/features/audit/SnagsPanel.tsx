/** The list of snags: by step and severity, with what to do, a repair where one is safe, and a way to accept one. */

import { useState } from 'react';
import { sheetSnags } from '#core/audit/sheet-snags';
import { restingSnags, type Snag, snagsOf, type Weight } from '#core/audit/snags';
import { removing } from '#core/model/change';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { usePaperSnags } from '../../state/paper-snags';
import { Choice } from '../../ui/Field';
import { May } from '../../ui/May';
import { PanelHead } from '../../ui/PanelHead';
import { registry } from '../../ui/registry';
import { SnagItem, weightColours, weightWords } from '../../ui/SnagItem';
import { plural } from '../../ui/words';

const MOST = 60;

export function SnagsPanel() {
  const show = useShow();
  const session = useSession();

  const [step, setStep] = useState('');
  const [weight, setWeight] = useState<Weight | ''>('');
  const troubles = usePaperSnags((state) => state.troubles);
  const every = [...snagsOf(show), ...sheetSnags(show, troubles)];
  const list = every.filter((snag) => (!step || snag.step === step) && (!weight || snag.weight === weight));
  const resting = restingSnags(show);
  const count = (test: (snag: Snag) => boolean) => every.filter(test).length;
  return (
    <section aria-label="Snags">
      <PanelHead name="Snags" onClose={() => usePanels.setState({ panel: null })} />
      <div className="flex gap-2 pb-1">
        <Choice
          label="Step of the snags"
          value={step}
          options={[
            ['', `every step (${every.length})`],
            ...registry().steps.flatMap(({ name, snags }) =>
              snags ? [[snags, `${name} (${count((snag) => snag.step === snags)})`] as const] : [],
            ),
          ]}
          onChoose={setStep}
        />
        <Choice
          label="Severity of the snags"
          value={weight}
          options={[
            ['', 'every severity'],
            ...(Object.keys(weightWords) as Weight[]).map(
              (name) => [name, `${weightWords[name]} (${count((snag) => snag.weight === name)})`] as const,
            ),
          ]}
          onChoose={(value) => setWeight(value as Weight | '')}
        />
      </div>
      {!list.length && <p className="pencil">{every.length ? 'None of these.' : 'No snags: the rig is sound.'}</p>}
      <div data-testid="snag-list">
        {(Object.keys(weightWords) as Weight[]).map((name) => {
          const some = list.filter((snag) => snag.weight === name);
          return some.length ? (
            <section key={name} aria-label={weightWords[name]}>
              <h3 className="pt-2 text-[11px]" style={{ color: weightColours[name] }}>
                {weightWords[name]}, {some.length}
              </h3>
              {some.slice(0, MOST).map((snag) => (
                <SnagItem key={snag.key} snag={snag} />
              ))}
              {some.length > MOST && <p className="pencil">And {some.length - MOST} more: choose a step above.</p>}
            </section>
          ) : null;
        })}
      </div>
      {resting.length > 0 && (
        <details className="pt-2">
          <summary className="pencil cursor-pointer">{plural(resting.length, 'snag')} accepted</summary>
          {resting.map(({ snag, accepted }) => (
            <div key={snag.key} className="py-1 pl-3" style={{ borderLeft: '3px solid var(--hair)' }}>
              <p className="pencil">{snag.text}</p>
              <p>
                {accepted.reason}{' '}
                <May>
                  <button type="button" className="link" onClick={() => session.edit('Take a snag back up', removing(accepted))}>
                    Take it back up
                  </button>
                </May>
              </p>
            </div>
          ))}
        </details>
      )}
    </section>
  );
}
