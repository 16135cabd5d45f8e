/** A mode for many: what it would bring is read before it is done. */

import { useMemo, useState } from 'react';
import { modeEffect, typesOf } from '#core/patch/block';
import { footprintOf } from '#core/patch/footprint';
import { chosenFixtures } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { useSelection } from '../../state/selection';
import { Choice } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';

export function ModesPanel() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const wantedMode = usePanels((state) => state.wantedMode);
  const fixtures = chosenFixtures(show, selection);
  const types = typesOf(show, fixtures);
  const [chosen, setChosen] = useState('');
  const type = (types.find((item) => item.type.id === chosen) ?? types[0])?.type;
  const own = fixtures.filter((fixture) => fixture.type === type?.id);
  const present = [...new Set(own.map((fixture) => fixture.mode))];
  const [typed, setMode] = useState('');
  const named = (name: string | null) => type?.modes.find((item) => item.name.toLowerCase() === name?.trim().toLowerCase())?.name;
  const mode = named(typed) ?? named(wantedMode) ?? present[0] ?? '';
  const effect = useMemo(() => (type && mode ? modeEffect(show, own, type, mode) : null), [show, own, type, mode]);
  const same = present.length === 1 && present[0] === mode;
  const apply = (moving: boolean) => {
    if (!effect || !type) return;
    session.edit(
      `Mode ${mode} for ${plural(own.length)}${moving && effect.moves.length ? `, ${effect.moves.length} moved` : ''}`,
      moving ? effect.moving : effect.plain,
    );
    usePanels.setState({ panel: null, wantedMode: null });
  };
  const troubles = [...(effect?.shared ?? []), ...(effect?.past ?? [])];
  return (
    <section aria-label="Modes of the selection">
      <PanelHead name="Modes" onClose={() => usePanels.setState({ panel: null, wantedMode: null })} />
      {!type && <p className="pencil">Select the fixtures whose mode is to change.</p>}
      {type && (
        <>
          <Line name="Type">
            <Choice
              label="Type of the modes"
              value={type.id}
              options={types.map((item) => [item.type.id, `${item.type.name} (${item.count})`] as const)}
              onChoose={(value) => setChosen(value)}
            />
          </Line>
          <Line name="New mode">
            <Choice
              label="New mode"
              value={mode}
              options={type.modes.map(
                (item) =>
                  [
                    item.name,
                    item.name.includes(plural(footprintOf(item), 'slot'))
                      ? item.name
                      : `${item.name}, ${plural(footprintOf(item), 'slot')}`,
                  ] as const,
              )}
              onChoose={(value) => setMode(value)}
            />
          </Line>
          {effect && !same && (
            <div className="py-1" data-testid="mode-effect">
              <p>
                {plural(own.length)}: {effect.slotsBefore} slots become {effect.slotsAfter}
                {effect.partsAfter === effect.partsBefore ? '' : `, ${effect.partsBefore} parts become ${effect.partsAfter}`}.
              </p>
              {troubles.length > 0 && (
                <>
                  <p style={{ color: 'var(--stop)' }}>
                    If addresses stay, {effect.shared.length ? `${plural(effect.shared.length, 'pair')} overlap` : ''}
                    {effect.shared.length && effect.past.length ? ' and ' : ''}
                    {effect.past.length ? `${effect.past.length} run past the end` : ''}:
                  </p>
                  <ul className="max-h-28 overflow-auto pl-3">
                    {troubles.slice(0, 60).map((text) => (
                      <li key={text}>{text}</li>
                    ))}
                  </ul>
                  <p>Moving only what does not fit takes {effect.moves.length} elsewhere:</p>
                  <ul className="max-h-28 overflow-auto pl-3">
                    {effect.moves.slice(0, 60).map((text) => (
                      <li key={text}>{text}</li>
                    ))}
                  </ul>
                </>
              )}
              {troubles.length === 0 && <p>Everything fits where it is.</p>}
            </div>
          )}
          <div className="flex flex-wrap gap-1 pt-1">
            <button type="button" className="act act-small" disabled={!effect || same} onClick={() => apply(false)}>
              Change, addresses stay
            </button>
            {troubles.length > 0 && (
              <button type="button" className="act act-small act-main" onClick={() => apply(true)}>
                Change and move {effect!.moves.length}
              </button>
            )}
          </div>
        </>
      )}
    </section>
  );
}
