/** The figures of a cloth or a note that is being made. */

import { useDraft } from '../../state/draft';
import { LongText, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { Row } from '../../ui/Row';

export function ClothFields() {
  const cloth = useDraft((state) => state.cloth);
  const set = (patch: Partial<typeof cloth>) =>
    useDraft.setState((state) => ({ cloth: { ...state.cloth, ...patch }, fault: null }));
  return (
    <>
      <Row label="Bottom">
        <Typed data-field="bottom" label="Bottom edge" value={cloth.bottom} onText={(value) => set({ bottom: value })} />
      </Row>
      <Row label="Height">
        <Typed
          data-field="height"
          data-first
          label="Cloth height"
          placeholder="for example 6.5"
          value={cloth.height}
          onText={(value) => set({ height: value })}
        />
      </Row>
      <Row label="Name">
        <Typed data-field="name" label="Cloth name" value={cloth.name} onText={(value) => set({ name: value })} />
      </Row>
    </>
  );
}

export function NoteFields() {
  const note = useDraft((state) => state.note);
  const set = (patch: Partial<typeof note>) => useDraft.setState((state) => ({ note: { ...state.note, ...patch }, fault: null }));
  return (
    <>
      <LongText
        className="field h-16 w-full resize-none"
        data-field="text"
        data-first
        label="Text of the note"
        value={note.text}
        onText={(text) => set({ text })}
        onKeyDown={fieldKeys({
          enter: (event) => {
            event.preventDefault();
            event.currentTarget.closest('form')?.requestSubmit();
          },
        })}
      />
      <Row label="Size, mm">
        <Typed data-field="size" label="Text size on paper" value={note.size} onText={(value) => set({ size: value })} />
      </Row>
    </>
  );
}
