/** Who changed a thing last, what that was, and when. */
import type { DessinRecord } from '#core/model/records';
import { personOf, useLastEdit } from '../../state/edits';
import { usePanels } from '../../state/panels';
import { whenSaid } from '../../ui/moments';

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
