/** How far the work on stage is, by position, in the place of the Ledger; and the way to it for a telephone. */
import { settingsOf } from '#core/model/show';
import { stageAddress } from '#core/paper/labels';
import { type Progress, type Progresses, progressByPosition, progressOfAll, works } from '#core/work/work';
import { BASE, home } from '../../state/base';
import { useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { ToTelephone } from '../../ui/Code';
import { plural } from '../../ui/words';

export function WorkTable() {
  const show = useShow();
  const lines = progressByPosition(show);
  const all = progressOfAll(show);
  return (
    <div className="flex h-full overflow-auto" style={{ background: 'var(--sheet)' }}>
      <table className="h-fit min-w-[34rem] flex-1 text-[12px]" aria-label="Work">
        <thead className="sticky top-0 text-left" style={{ background: 'var(--sheet)' }}>
          <tr className="pencil">
            <th className="px-3 py-1 font-normal">Position</th>
            {works.map((what) => (
              <th key={what} className="px-3 py-1 font-normal">
                {what[0]?.toUpperCase()}
                {what.slice(1)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(({ position, fixtures, progress }) => (
            <tr key={position.id} className="rule-b">
              <td className="px-3">
                <button type="button" className="link" onClick={() => goTo(fixtures.map(({ id }) => id))}>
                  {position.name}
                </button>
              </td>
              <Cells progress={progress} />
            </tr>
          ))}
          <tr>
            <td className="px-3 py-1 font-bold">The rig</td>
            <Cells progress={all} />
          </tr>
        </tbody>
      </table>
      <div className="w-64 shrink-0 px-3 py-1 text-[12px]">
        <p className="pencil">
          Ticked on stage, with the hanging cards in the hand, or here with the commands "Tick the chosen fixtures".
        </p>
        <ToTelephone
          link={stageAddress(settingsOf(show).address || home(), show)}
          here={stageAddress(BASE, show)}
          name="Open the page for the stage here"
          also="hanging cards carry this code too, each of its position."
        />
      </div>
    </div>
  );
}
const Cells = ({ progress }: { readonly progress: Progresses }) =>
  works.map((what) => (
    <td key={what} className="px-3 py-1">
      <Cell progress={progress[what]} />
    </td>
  ));
function Cell({ progress: { done, of, changed } }: { readonly progress: Progress }) {
  if (!of) return <span className="pencil">none</span>;
  return (
    <span className="flex items-center gap-2">
      <span className="h-1.5 w-16" style={{ background: 'var(--hair)' }}>
        <span
          className="block h-full"
          style={{ width: `${(100 * done) / of}%`, background: done === of ? 'var(--ink)' : 'var(--lamp)' }}
        />
      </span>
      {done === of ? 'all' : `${done} of ${of}`}
      {changed > 0 && <span style={{ color: 'var(--stop)' }}>{plural(changed, 'change')}</span>}
    </span>
  );
}
