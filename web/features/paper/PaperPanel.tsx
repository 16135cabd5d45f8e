/** The step Paper: the sheet, the book, the issue, schedules. */
import { Fragment, useEffect } from 'react';
import { all } from '#core/model/show';
import { listsOf } from '#core/paper/lists';
import { labelsOfSet } from '#core/paper/ready/labels';
import { listOfSet } from '#core/paper/ready/lists';
import { useMay, useOut, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { useView } from '../../state/view';
import { BookLines } from './BookLines';
import { CableLines } from './CableLines';
import { CutLines } from './CutLines';
import { IssueLines } from './IssueLines';
import { LabelLines } from './LabelLines';
import { ListLines } from './ListLines';
import { PaperSnags } from './PaperSnags';
import { SheetLines } from './SheetLines';
import { ShowLines } from './ShowLines';
import { useSheets } from './sheets';

export function PaperPanel() {
  const show = useShow();
  const view = useView((state) => state.view);
  const { planned, number } = useSheets();
  const list = planned?.ready ? listOfSet(planned.ready) : null;
  const own = list ? all(show, 'view').find(({ id }) => id === list) : undefined;
  useEffect(() => usePaper.setState({ looked: true }), []);
  const out = useOut();
  const drafts = useMay('draft');
  return (
    <section aria-label="Paper">
      {view !== 'plate' && (
        <button type="button" className="act mb-2 w-full" onClick={() => useView.setState({ view: 'plate' })}>
          Show the plate
        </button>
      )}
      {drafts && (
        <>
          {planned && <SheetLines planned={planned} number={number} />}
          {own && <ListLines view={own} />}
          {(list === 'cuts' || planned?.ready === 'cuts') && <CutLines />}
          {list === 'cables' && <CableLines />}
          {planned?.ready && labelsOfSet(planned.ready) && <LabelLines />}
        </>
      )}
      <BookLines />
      {drafts && (
        <>
          <PaperSnags />
          <h2 className="pencil pt-3">On every sheet</h2>
          <ShowLines />
          <h2 className="pencil pt-3">Issue</h2>
          <IssueLines />
        </>
      )}
      <h2 className="pencil pt-3">Lists</h2>
      <div className="grid grid-cols-[1fr_auto_auto_auto] gap-x-3 leading-6">
        {listsOf(show).map(({ id, title }) => (
          <Fragment key={id}>
            <span className="truncate">{title}</span>
            {['PDF', 'CSV', 'XLSX'].map((type) => (
              <a
                key={type}
                className="link"
                aria-label={`${title} as ${type}`}
                href={out(`list.${type.toLowerCase()}`, { of: id, download: '' })}
              >
                {type}
              </a>
            ))}
          </Fragment>
        ))}
      </div>
    </section>
  );
}
