/** What the colours of the drawing mean. A line selects what it stands for. */
import { colouring } from '#core/draw/colouring';
import { useShow } from '../../state/context';
import { select } from '../../state/selection';
import { useView } from '../../state/view';

export function Legend() {
  const show = useShow();
  const colourBy = useView((state) => state.colourBy);
  const { legend, names } = colouring(show, colourBy);
  return (
    <section
      aria-label={`Coloured by ${colourBy}`}
      className="absolute top-3 right-3 max-h-[70%] w-44 overflow-auto border px-2 py-1 text-[11px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
    >
      <h3 className="pencil">by {colourBy}</h3>
      {legend.map((row) => (
        <button
          key={row.name}
          type="button"
          className="flex w-full items-center gap-2 py-0.5 text-left hover:underline"
          onClick={() => select([...names].flatMap(([id, name]) => (name === row.name ? [id] : [])))}
        >
          <span className="h-3 w-3 shrink-0 border" style={{ background: row.colour, borderColor: 'var(--pencil)' }} />
          <span className="flex-1 truncate">{row.name}</span>
          <span className="pencil">{row.count}</span>
        </button>
      ))}
    </section>
  );
}
