/** The title block of the show while it is drawn, in the place of the sheet. */
import { edit, updating } from '#core/model/change';
import type { TitleBlock } from '#core/model/records';
import { useSession, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { TextField } from '../../ui/TextField';
import { TitleBoard } from '../../ui/title-block/TitleBoard';

export function DrawnTitle({ block }: { readonly block: TitleBlock }) {
  const session = useSession();
  const show = useShow();
  const { size, items } = block;
  const done = () => usePaper.setState({ title: null });
  return (
    <div className="flex h-full w-full flex-col">
      <div className="flex items-center gap-3 border-b px-3 py-1" style={{ borderColor: 'var(--hair)' }}>
        <span className="pencil">Title block</span>
        <span className="w-56">
          <TextField
            label="Name of the title block"
            value={block.name}
            onWrite={(name) => {
              if (!name.trim()) return 'A title block has a name.';
              session.edit('Name of the title block', edit([block], { name: name.trim().slice(0, 200) }));
              return null;
            }}
          />
        </span>
        <button
          type="button"
          className="link"
          onClick={() => {
            const { size: _, items: __, ...lines } = block;
            session.edit('Title block of lines', updating([[block, lines]]));
            done();
          }}
        >
          As lines again
        </button>
        <span className="flex-1" />
        <button type="button" className="act" onClick={done}>
          Back to the sheet
        </button>
      </div>
      <div className="min-h-0 flex-1">
        {size && items && (
          <TitleBoard
            block={{ ...block, size, items }}
            show={show}
            onWrite={(label, next) => session.edit(label, edit([block], next))}
          />
        )}
      </div>
    </div>
  );
}
