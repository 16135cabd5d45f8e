/** The live key: every type and accessory that hangs, in the order of the trade, with its count. A name that is changed here is changed everywhere. */
import { accessoryRows, keyRows } from '#core/draw/key';
import { edit } from '#core/model/change';
import type { Accessory, FixtureType } from '#core/model/records';
import { all } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { goTo } from '../../state/selection';
import { ReadOrWrite } from '../../ui/May';
import { PanelHead } from '../../ui/PanelHead';
import { SymbolMark } from '../../ui/SymbolMark';
import { TextField } from '../../ui/TextField';

export function KeyPanel() {
  const session = useSession();
  const show = useShow();

  const rows = keyRows(show);
  const accessories = accessoryRows(show);
  const spares = all(show, 'fixture').filter((fixture) => fixture.spare).length;
  const rename = (record: FixtureType | Accessory) => (text: string) => {
    if (!text.trim()) return 'It needs a name.';
    session.edit(
      `Rename ${record.name} to ${text.trim()}`,
      edit([record] as (FixtureType | Accessory)[], { name: text.trim().slice(0, 200) }),
    );
    return null;
  };
  return (
    <section aria-label="Key">
      <PanelHead name="Key" onClose={() => usePanels.setState({ panel: null })} />
      <ul>
        {rows.map(({ type, count, variant }) => (
          <li key={type.id} className="flex items-center gap-2 py-0.5" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
            <SymbolMark type={type} variant={variant} show={show} />
            <span className="min-w-0 flex-1">
              <ReadOrWrite>
                <TextField label={`Name of ${type.name}`} value={type.name} onWrite={rename(type)} />
              </ReadOrWrite>
              <span className="pencil block truncate text-[11px]">
                {type.family}
                {type.field ? `, ${type.field}°` : ''}
                {type.watts ? `, ${type.watts} W` : ''}
              </span>
            </span>
            <button
              type="button"
              className="link w-8 text-right"
              aria-label={`Select the ${count} ${type.name}`}
              onClick={() =>
                goTo(all(show, 'fixture').flatMap((fixture) => (fixture.type === type.id && !fixture.spare ? [fixture.id] : [])))
              }
            >
              {count}
            </button>
          </li>
        ))}
        {accessories.map(({ accessory, count }) => (
          <li
            key={accessory.id}
            className="flex items-center gap-2 py-0.5"
            style={{ borderBottom: '1px solid var(--hair-faint)' }}
          >
            <span className="pencil w-10 text-[11px]">with</span>
            <span className="min-w-0 flex-1">
              <ReadOrWrite>
                <TextField label={`Name of ${accessory.name}`} value={accessory.name} onWrite={rename(accessory)} />
              </ReadOrWrite>
            </span>
            <span className="w-8 text-right">{count}</span>
          </li>
        ))}
      </ul>
      {!rows.length && <p className="pencil">Nothing hangs yet.</p>}
      {spares > 0 && <p className="pencil pt-1">{spares} spare, left out of the counts.</p>}
    </section>
  );
}
