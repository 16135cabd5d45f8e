/** What is wrong on any sheet of the book, told by name, and gone to by a click. */
import { sheetSnags } from '#core/audit/sheet-snags';
import { useShow } from '../../state/context';
import { usePaperSnags } from '../../state/paper-snags';
import { SnagItem } from '../../ui/SnagItem';

const MOST = 20;
export function PaperSnags() {
  const show = useShow();
  const troubles = usePaperSnags((state) => state.troubles);
  const snags = sheetSnags(show, troubles);
  if (!snags.length) return null;
  return (
    <>
      <h2 className="pencil pt-3">Snags of paper</h2>
      <section aria-label="Snags of paper">
        {snags.slice(0, MOST).map((snag) => (
          <SnagItem key={snag.key} snag={snag} />
        ))}
        {snags.length > MOST && <p className="pencil">And {snags.length - MOST} more.</p>}
      </section>
    </>
  );
}
