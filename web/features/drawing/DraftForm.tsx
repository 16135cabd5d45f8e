/** The figures of what is being drawn, beside it: typed or pointed, in metres or feet. The tool says which, and ends it. */
import { useEffect, useRef } from 'react';
import { endDraft, useDraft } from '../../state/draft';
import { useTool } from '../../state/tool';
import type { Tool } from '../../ui/canvas/tool';
import { fieldKeys } from '../../ui/field-keys';
import { focusDrawing } from '../../ui/focus';
import { registry } from '../../ui/registry';

const leave = (): void => {
  endDraft();
  focusDrawing();
};

interface Props {
  readonly tool: Tool;
  readonly toScreen: (x: number, y: number) => readonly [number, number];
  /** Size of the drawing on screen, pixels: the fields stay inside. */
  readonly room: readonly [number, number];
}
const WIDTH = 232;

export function DraftForm({ tool, toScreen, room }: Props) {
  const draft = useDraft((state) => state.draft);
  const fault = useDraft((state) => state.fault);
  const drafts = registry().tools.get(useTool((state) => state.tool))?.drafts;
  const form = useRef<HTMLFormElement>(null);
  const kind = draft?.kind;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another form begins anew
  useEffect(() => {
    // After the press that opened the form, which would take the focus back to the drawing.
    const timer = setTimeout(() => {
      const first = form.current?.querySelector<HTMLInputElement>('[data-first]');
      first?.focus();
      first?.select();
    }, 0);
    return () => clearTimeout(timer);
  }, [kind]);
  useEffect(() => {
    if (fault) form.current?.querySelector<HTMLInputElement>(`[data-field="${fault.field}"]`)?.focus();
  }, [fault]);
  if (!draft || !drafts) return null;
  const first = draft.points[0];
  const [x, y] = first ? toScreen(...first) : [room[0] / 2 - WIDTH / 2, 40];
  const { height, Fields } = drafts;
  return (
    <form
      ref={form}
      aria-label={drafts.name}
      className="absolute z-10 w-58 border p-2 text-[12px]"
      style={{
        width: WIDTH,
        left: Math.max(52, Math.min(x - 20, room[0] - WIDTH - 8)),
        // Below what is drawn, or above it where there is no room.
        top: y + 24 + height <= room[1] ? Math.max(8, y + 24) : Math.max(8, Math.min(y - 24 - height, room[1] - height - 8)),
        background: 'var(--sheet)',
        borderColor: 'var(--pencil)',
      }}
      onSubmit={(event) => {
        event.preventDefault();
        tool.finish?.();
      }}
      // Its fields are part of the gesture: who leaves them leaves it.
      onKeyDown={fieldKeys({ escape: leave })}
    >
      <Fields />
      {fault && (
        <p role="alert" className="mt-1" style={{ color: 'var(--stop)' }}>
          {fault.why}
        </p>
      )}
      <button type="submit" className="act act-main mt-2 w-full">
        {drafts.button}
      </button>
      <p className="pencil mt-1 text-[11px]">{drafts.hint}</p>
    </form>
  );
}
