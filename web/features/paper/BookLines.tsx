/** The book: which sets and plates are in it, in which order, and how it is taken away. */
import { v4 } from 'uuid';
import type { Plate } from '#core/model/records';
import { addedPlate, addedSet, addedSets, movedPlate, withoutPlate } from '#core/paper/edits';
import { plannedSheets, platesInOrder } from '#core/paper/plates';
import { plateSets, readySets } from '#core/paper/ready/index';
import { useMay, useSession, useShow } from '../../state/context';
import { useSince } from '../../state/issues';
import { usePaper } from '../../state/paper';
import { DragArea, useDragged, useDropped } from '../../ui/drag';
import { Choice } from '../../ui/Field';
import { plural } from '../../ui/words';
import { BookLink } from './BookLink';

function PlateLine({
  plate,
  pages,
  onMove,
  onDrop,
}: {
  readonly plate: Plate;
  readonly pages: number;
  readonly onMove: (by: number) => void;
  readonly onDrop: () => void;
}) {
  const dragged = useDragged(plate.id);
  const dropped = useDropped(plate.id);
  const drafts = useMay('draft');
  const first = plannedSheets(useShow(), useSince()).find((sheet) => sheet.plate?.id === plate.id);
  return (
    <li ref={dropped.ref} className="flex items-baseline gap-2" style={{ background: dropped.over ? 'var(--halo)' : undefined }}>
      <button
        type="button"
        ref={dragged.ref}
        className="link min-w-0 flex-1 truncate text-left"
        title={plate.name}
        {...(drafts && dragged.grip)}
        onClick={() => first && usePaper.setState({ sheet: first.key, window: null, inside: false })}
      >
        {plate.name}
      </button>
      <span className="pencil whitespace-nowrap">{plural(pages, 'sheet')}</span>
      {drafts && (
        <>
          <button type="button" className="link" aria-label={`Move ${plate.name} up`} onClick={() => onMove(-1)}>
            up
          </button>
          <button type="button" className="link" aria-label={`Take ${plate.name} out of the book`} onClick={onDrop}>
            out
          </button>
        </>
      )}
    </li>
  );
}

export function BookLines() {
  const show = useShow();
  const session = useSession();
  const tiles = usePaper((state) => state.tiles);
  const plates = platesInOrder(show);
  const since = useSince();
  const drafts = useMay('draft');
  const sheets = plannedSheets(show, since);
  const inBook = new Set(plates.flatMap(({ ready, windows }) => (ready !== undefined && !windows ? [ready] : [])));
  const left = (ids: readonly { readonly id: string; readonly title: string }[]) =>
    ids.filter(({ id }) => !inBook.has(id) && (plates.length || id !== 'plot'));
  const lists = readySets(show).slice(plateSets.length);
  const add = (id: string) => {
    const set = readySets(show).find((one) => one.id === id);
    if (!set) return;
    session.edit(`${set.title} into the book`, addedSet(show, id, v4));
    const [first] = set.make(show, { since });
    if (first) usePaper.setState({ sheet: `${id} ${first.of}`, window: null, inside: false });
  };
  const move = (plate: Plate, to: number) => session.edit(`${plate.name} moved in the book`, movedPlate(show, plate, to));
  return (
    <section aria-label="Book">
      <h2 className="pencil pt-3">Book</h2>
      <DragArea
        shown={(id) => plates.find((plate) => plate.id === id)?.name ?? ''}
        onDrop={(id, onto) => {
          const plate = plates.find((item) => item.id === id);
          const to = plates.findIndex((item) => item.id === onto);
          if (plate && to >= 0) move(plate, to);
        }}
      >
        <ul aria-label="Plates and sets of the book">
          {plates.map((plate, i) => (
            <PlateLine
              key={plate.id}
              plate={plate}
              pages={sheets.filter((sheet) => sheet.plate?.id === plate.id).length}
              onMove={(by) => move(plate, i + by)}
              onDrop={() => session.edit(`${plate.name} out of the book`, withoutPlate(show, plate))}
            />
          ))}
        </ul>
      </DragArea>
      {drafts && (
        <>
          <div className="flex flex-col gap-1 pt-1">
            <Choice
              label="Add a ready set"
              value=""
              options={[['', 'Add a ready set'], ...left(plateSets).map(({ id, title }) => [id, title] as const)]}
              onChoose={(value) => value && add(value)}
            />
            <Choice
              label="Add a list"
              value=""
              options={[['', 'Add a list'], ...left(lists).map(({ id, title }) => [id, title] as const)]}
              onChoose={(value) => value && add(value)}
            />
          </div>
          <div className="flex flex-wrap gap-x-4 pt-1">
            <button
              type="button"
              className="link"
              onClick={() => {
                const { change, plate } = addedPlate(show, 'New sheet', v4);
                session.edit('A sheet of your own', change);
                usePaper.setState({ sheet: plate.id, window: null, inside: false });
              }}
            >
              Sheet of your own
            </button>
            {left(lists).length > 0 && (
              <button
                type="button"
                className="link"
                onClick={() =>
                  session.edit(
                    'All lists into the book',
                    addedSets(
                      show,
                      left(lists).map(({ id }) => id),
                      v4,
                    ),
                  )
                }
              >
                All lists
              </button>
            )}
          </div>
        </>
      )}
      <BookLink sheets={sheets.length} tiles={tiles} />
    </section>
  );
}
