/** The figures of what is being drawn, beside it: typed or pointed, in metres or feet. The tool says which, and ends it. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
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

/** Below what is drawn, or above it; where there is no room for that, at the side that is farther from it. */
function placed(x: number, y: number, height: number, [wide, tall]: readonly [number, number]): { left: number; top: number } {
  const left = Math.max(52, Math.min(x - 20, wide - WIDTH - 8));
  if (y + 24 + height <= tall) return { left, top: Math.max(8, y + 24) };
  if (y - 24 - height >= 8) return { left, top: y - 24 - height };
  const top = Math.max(8, Math.min(y - 24 - height, tall - height - 8));
  // As tall as most of the pane it would lie on what is drawn: then it goes to the side.
  return height < 320 ? { left, top } : { left: x < wide / 2 ? wide - WIDTH - 8 : 52, top };
}

export function DraftForm({ tool, toScreen, room }: Props) {
  const draft = useDraft((state) => state.draft);
  const fault = useDraft((state) => state.fault);
  const drafts = registry().tools.get(useTool((state) => state.tool))?.drafts;
  const form = useRef<HTMLFormElement>(null);
  // What is opened in it makes it taller: then it finds another place.
  const [tall, setTall] = useState(0);
  useLayoutEffect(() => setTall(form.current?.offsetHeight ?? 0));
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
  const { Fields } = drafts;
  const height = Math.max(tall, drafts.height);
  return (
    <form
      ref={form}
      aria-label={drafts.name}
      className="absolute z-10 w-58 border p-2 text-[12px]"
      style={{
        width: WIDTH,
        ...placed(x, y, height, room),
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
      <p className="pencil mt-1 text-[11px]">{typeof drafts.hint === 'string' ? drafts.hint : drafts.hint()}</p>
    </form>
  );
}
