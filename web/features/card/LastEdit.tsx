/** Who changed a thing last, what that was, and when. */
import type { DessinRecord } from '#core/model/records';
import { cutText } from '#core/model/text';
import { openAbout } from '#core/talk/remarks';
import { useMay, useShow } from '../../state/context';
import { personOf, useLastEdit } from '../../state/edits';
import { usePanels } from '../../state/panels';
import { openTalk } from '../../state/talk';
import { whenSaid } from '../../ui/moments';
import { plural } from '../../ui/words';

export function LastEdit({ record }: { readonly record: DessinRecord }) {
  const edit = useLastEdit(record);
  if (!edit) return null;
  const person = personOf(edit.author);
  return (
    <p className="pencil pb-1 text-[11px]" data-testid="last-edit">
      {edit.label}
      {person && (
        <>
          , by <b>{person}</b>
        </>
      )}
      , {whenSaid(edit.at)}.{' '}
      <button type="button" className="link" onClick={() => usePanels.setState({ panel: 'edits' })}>
        All edits
      </button>
    </p>
  );
}

/** Notes of others on what is chosen, and the way to write one. */
export function Said({ record }: { readonly record: DessinRecord }) {
  const open = openAbout(useShow(), record.id);
  const writes = useMay('talk');
  if (!open.length && !writes) return null;
  const [first] = open.map(({ remark, answers }) => answers.at(-1) ?? remark);
  return (
    <p className="pb-1 text-[11px]" data-testid="notes-to-each-other">
      {first && (
        <>
          <span style={{ color: 'var(--lamp)' }}>{first.by}:</span> {cutText(first.text, 90)}{' '}
        </>
      )}
      <button type="button" className="link" onClick={openTalk}>
        {open.length ? plural(open.length, 'note') : 'A note to the others'}
      </button>
    </p>
  );
}
