/** An outline, a cloth, a dimension or a note in the Card. */
import { find, settingsOf } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { useRunCommand } from '../../ui/context';
import { Form } from '../../ui/Form';
import { Tip } from '../../ui/Tip';
import { stageNote, stageRows, type Thing } from './stage-rows';

/** Kinds that people call otherwise than we do. */
const called: Readonly<Record<string, string>> = { wall: 'pixel wall', area: 'focus area', scenic: 'on the stage' };

export function StageCard({ thing }: { thing: Thing }) {
  const session = useSession();
  const show = useShow();
  const run = useRunCommand();
  const title = 'name' in thing && thing.name ? thing.name : thing.kind;
  const note = stageNote(show, thing);
  return (
    <div>
      <h2 className="font-bold">{title}</h2>
      <p className="pencil pb-1">
        {'use' in thing ? thing.use : (called[thing.kind] ?? thing.kind)}, on {find(show, 'layer', thing.layer)?.name}
        {'group' in thing && thing.group ? ', in a group' : ''}
      </p>
      <Form rows={stageRows(session, show, thing, title)} units={settingsOf(show).units} />
      {note && <p style={{ color: thing.kind === 'masking' ? 'var(--doubt)' : 'var(--pencil)' }}>{note}</p>}
      <div className="flex flex-wrap gap-1 pt-3">
        {(['copies', 'mirror', 'group', 'delete'] as const).map((id) => (
          <Tip command={id} key={id}>
            <button type="button" className="act" onClick={() => run(id)}>
              {{ copies: 'Copies', mirror: 'Mirror', group: 'Group', delete: 'Delete' }[id]}
            </button>
          </Tip>
        ))}
      </div>
    </div>
  );
}
