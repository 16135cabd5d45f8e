/** The figures of a cloth or a note that is being made. */
import { useDraft } from '../../state/draft';
import { fieldKeys } from '../../ui/field-keys';
import { Row } from '../../ui/Row';

export function ClothFields() {
  const cloth = useDraft((state) => state.cloth);
  const set = (patch: Partial<typeof cloth>) =>
    useDraft.setState((state) => ({ cloth: { ...state.cloth, ...patch }, fault: null }));
  return (
    <>
      <Row label="Bottom">
        <input
          className="field"
          data-field="bottom"
          aria-label="Bottom edge"
          value={cloth.bottom}
          onChange={(event) => set({ bottom: event.target.value })}
        />
      </Row>
      <Row label="Height">
        <input
          className="field"
          data-field="height"
          data-first
          aria-label="Cloth height"
          placeholder="for example 6.5"
          value={cloth.height}
          onChange={(event) => set({ height: event.target.value })}
        />
      </Row>
      <Row label="Name">
        <input
          className="field"
          data-field="name"
          aria-label="Cloth name"
          value={cloth.name}
          onChange={(event) => set({ name: event.target.value })}
        />
      </Row>
    </>
  );
}

export function NoteFields() {
  const note = useDraft((state) => state.note);
  const set = (patch: Partial<typeof note>) => useDraft.setState((state) => ({ note: { ...state.note, ...patch }, fault: null }));
  return (
    <>
      <textarea
        className="field h-16 w-full resize-none"
        data-field="text"
        data-first
        aria-label="Text of the note"
        value={note.text}
        onChange={(event) => set({ text: event.target.value })}
        onKeyDown={fieldKeys({
          enter: (event) => {
            event.preventDefault();
            event.currentTarget.closest('form')?.requestSubmit();
          },
        })}
      />
      <Row label="Size, mm">
        <input
          className="field"
          data-field="size"
          aria-label="Text size on paper"
          value={note.size}
          onChange={(event) => set({ size: event.target.value })}
        />
      </Row>
    </>
  );
}
