/** The figures of what is being drawn, beside it: typed or pointed, in metres or feet. A trim is asked in the same gesture, and never guessed. */
import { useEffect, useRef } from 'react';
import { formatLength, type Units } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import { type DraftFields, draftCurve, fieldsOf, offeredName, pointsOf } from '#core/setout/draft';
import { curveLength } from '#core/space/curves';
import { useSession, useShow } from '../../state/context';
import { useDesk } from '../../state/desk';
import { endDraft, useDraft } from '../../state/draft';
import { finishPosition } from '../positions/tool';
import { finishMasking, finishNote, noteLeader } from '../stage/tools';

interface Props {
  readonly toScreen: (x: number, y: number) => readonly [number, number];
  /** Size of the drawing on screen, pixels: the fields stay inside. */
  readonly room: readonly [number, number];
}
const WIDTH = 232;

export function DraftForm({ toScreen, room }: Props) {
  const session = useSession();
  const { draft, fault } = useDraft();
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
  if (!draft) return null;
  const first = draft.points[0];
  const [x, y] = first ? toScreen(...first) : [room[0] / 2 - WIDTH / 2, 40];
  const height = kind === 'position' ? 270 : 170;
  const finish = () => {
    if (kind === 'masking') finishMasking(session);
    else if (kind === 'note') finishNote(session, noteLeader);
    else {
      const { form: shape } = useDesk.getState();
      const { next, points } = draft;
      finishPosition(session, pointsOf[shape] === 2 && points.length === 1 && next ? [points[0]!, next] : points);
    }
  };
  return (
    <form
      ref={form}
      aria-label={kind === 'position' ? 'The new position' : kind === 'masking' ? 'The new cloth' : 'The new note'}
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
        finish();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation();
          endDraft();
        }
      }}
    >
      {kind === 'position' ? <PositionFields /> : kind === 'masking' ? <ClothFields /> : <NoteFields />}
      {fault && (
        <p role="alert" className="mt-1" style={{ color: 'var(--stop)' }}>
          {fault.why}
        </p>
      )}
      <button type="submit" className="act act-main mt-2 w-full">
        {kind === 'position' ? 'Draw it' : kind === 'masking' ? 'Hang the cloth' : 'Write the note'}
      </button>
      <p className="pencil mt-1 text-[11px]">
        {kind === 'position' ? 'or click its other end. Alt frees the snap.' : 'Enter takes it, Escape leaves it.'}
      </p>
    </form>
  );
}

/** Labels that tests and readers know the fields by. */
const labels: Partial<Record<keyof DraftFields, string>> = { length: 'Pipe length', name: 'Pipe name' };

function PositionFields() {
  const show = useShow();
  const { fields, draft } = useDraft();
  const form = useDesk((desk) => desk.form);
  const { units } = settingsOf(show);
  const points = draft?.next ? [...draft.points, draft.next] : (draft?.points ?? []);
  const drafted = draftCurve(form, { ...fields, trim: fields.trim || '0' }, points, units);
  const curve = drafted.ok ? drafted.curve : null;
  const shown = (field: keyof DraftFields): string => {
    if (!curve) return '';
    if (field === 'length')
      return curve.form === 'arc' ? '' : formatLength(curve.form === 'vertical' ? curve.height : curveLength(curve), units);
    if (field === 'radius') return curve.form === 'arc' ? formatLength(curve.radius, units) : '';
    if (field === 'start') return curve.form === 'arc' ? `${Math.round(curve.start)}°` : '';
    if (field === 'sweep') return curve.form === 'arc' ? `${curve.sweep}°` : '';
    if (field === 'from')
      return pointText(
        curve.form === 'straight'
          ? curve.a
          : curve.form === 'vertical'
            ? curve.at
            : curve.form === 'arc'
              ? curve.centre
              : points[0],
        units,
      );
    if (field === 'to') return curve.form === 'straight' ? pointText(curve.b, units) : '';
    return '';
  };
  const set = (patch: Partial<DraftFields>) =>
    useDraft.setState((state) => ({ fields: { ...state.fields, ...patch }, fault: null }));
  return (
    <>
      {fieldsOf[form].map(([field, label]) => (
        <Row key={field} label={label}>
          <input
            className="field"
            data-field={field}
            {...(field === 'trim' ? { 'data-first': true } : {})}
            aria-label={field === 'trim' ? 'Trim height' : (labels[field] ?? label)}
            value={fields[field]}
            placeholder={field === 'trim' ? (units === 'metric' ? 'for example 6.5' : 'for example 21\'4"') : shown(field)}
            onChange={(event) => set({ [field]: event.target.value })}
          />
        </Row>
      ))}
      <Row label="Name">
        <input
          className="field"
          data-field="name"
          aria-label="Pipe name"
          placeholder={offeredName(show, form)}
          value={fields.name}
          onChange={(event) => set({ name: event.target.value })}
        />
      </Row>
    </>
  );
}

const pointText = (point: readonly [number, number] | undefined, units: Units): string =>
  point ? `${formatLength(point[0], units)}, ${formatLength(point[1], units)}` : '';

function ClothFields() {
  const { cloth } = useDraft();
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

function NoteFields() {
  const { note } = useDraft();
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
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !event.shiftKey) {
            event.preventDefault();
            event.currentTarget.form?.requestSubmit();
          }
        }}
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

const Row = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <div className="flex items-center gap-2 py-0.5">
    <span className="pencil w-20 shrink-0">{label}</span>
    {children}
  </div>
);
