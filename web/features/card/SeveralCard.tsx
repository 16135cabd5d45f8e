import { formatLength, LENGTH_HELP, lengthFrom, lengthUnit, parseLength } from '#core/measure/lengths';
import { updating } from '#core/model/change';
import type { Position } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import type { Movable } from '#core/space/transform';
import { useSession, useShow } from '../../state/context';
import { commandById } from '../../ui/registry';
import { Line, TextField } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';
import { plural } from '../../ui/words';
import { shared } from './shared';

/** Several positions or things of the stage: what can be done with all of them. */
export function SeveralCard({ things }: { things: readonly Movable[] }) {
  const session = useSession();
  const show = useShow();
  const { units } = settingsOf(show);
  const context = { session, show, go: () => undefined };
  const positions = things.filter((thing): thing is Position => thing.kind === 'position');
  const trim = shared(positions.map((position) => position.curve.z));
  return (
    <div>
      <h2 className="font-bold">
        {positions.length === things.length ? plural(positions.length, 'position') : plural(things.length, 'thing')}
      </h2>
      <p className="pencil pb-1">{things.map((thing) => ('name' in thing ? thing.name : thing.kind)).join(', ')}</p>
      {positions.length > 0 && (
        <Line name="Trim" unit={lengthUnit(units)}>
          <TextField
            label="Trim"
            help={LENGTH_HELP}
            value={trim === null ? '' : formatLength(trim, units)}
            placeholder={trim === null ? 'several' : ''}
            onWrite={(text) => {
              const parsed = parseLength(text, units);
              if (!parsed.ok) return parsed.why;
              const to = (z: number) => lengthFrom(parsed, z);
              if (positions.some((position) => to(position.curve.z) < 0)) return 'That is under the stage floor. Type 0 or more.';
              session.edit(
                `Trim of ${plural(positions.length, 'position')} to ${text}`,
                updating(
                  positions.map(
                    (position) => [position, { ...position, curve: { ...position.curve, z: to(position.curve.z) } }] as const,
                  ),
                ),
              );
              return null;
            }}
          />
        </Line>
      )}
      <div className="flex flex-wrap gap-1 pt-3">
        {(['copies', 'mirror', 'group', 'join', 'set out', 'delete'] as const).map((id) => (
          <Tip command={id} key={id}>
            <button type="button" className="act" onClick={() => commandById(id).run(context)}>
              {{ copies: 'Copies', mirror: 'Mirror', group: 'Group', join: 'Join', 'set out': 'Set out', delete: 'Delete' }[id]}
            </button>
          </Tip>
        ))}
      </div>
    </div>
  );
}
