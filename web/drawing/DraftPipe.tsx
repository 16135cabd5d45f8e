/** The fields that go along with drawing a pipe: its trim is asked in the same gesture, and never guessed. */
import { useEffect, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { formatLength, parseLength } from '#core/measure/lengths';
import { adding } from '#core/model/change';
import { makePosition } from '#core/model/make';
import { all, settingsOf } from '#core/model/show';
import { layerForNew } from '#core/setout/hang';
import { useSession, useShow } from '../session/context';
import { useDesk } from '../session/desk';

export interface PipeDraft {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly trimText: string;
  /** Typed length, mm; the pointer then only gives the direction. */
  readonly fixedLength: number | null;
  readonly finish?: () => void;
}

interface Props {
  readonly draft: PipeDraft;
  readonly setDraft: (update: PipeDraft | null | ((draft: PipeDraft | null) => PipeDraft | null)) => void;
  readonly toScreen: (x: number, y: number) => readonly [number, number];
  /** Size of the drawing on screen, pixels: the fields stay inside. */
  readonly room: readonly [number, number];
}

/** Height of the fields on screen, pixels. */
const HEIGHT = 190;

export function DraftPipe({ draft, setDraft, toScreen, room }: Props) {
  const session = useSession();
  const show = useShow();
  const desk = useDesk();
  const settings = settingsOf(show);
  const { units } = settings;
  const [name, setName] = useState(() => nextName(all(show, 'position').map((position) => position.name)));
  const [length, setLength] = useState('');
  const [trim, setTrim] = useState(desk.lastTrim === null ? '' : formatLength(desk.lastTrim, units));
  const [fault, setFault] = useState('');
  const trimField = useRef<HTMLInputElement>(null);

  useEffect(() => {
    // After the press that opened the form, which would take the focus back to the drawing.
    const timer = setTimeout(() => {
      trimField.current?.focus();
      trimField.current?.select();
    }, 0);
    return () => clearTimeout(timer);
  }, []);

  const finish = () => {
    const z = parseLength(trim, units);
    if (!z.ok) {
      setFault('Type the trim height: how high the pipe hangs above the stage floor.');
      trimField.current?.focus();
      return;
    }
    const drawn = Math.hypot(draft.to[0] - draft.from[0], draft.to[1] - draft.from[1]);
    if (drawn < 100) return setFault('The pipe is shorter than 100 mm. Click its other end, or type its length.');
    if (z.mm < 0) return setFault(`${trim} is under the stage floor. Type a trim of 0 or more.`);
    if (!name.trim()) return setFault('Give the pipe a name.');
    try {
      const [a, b] = draft.from[0] <= draft.to[0] ? [draft.from, draft.to] : [draft.to, draft.from];
      const order = Math.max(0, ...all(show, 'position').map((position) => position.order)) + 1;
      const position = makePosition(
        v4(),
        layerForNew(show, 'positions'),
        name.trim().slice(0, 200),
        'pipe',
        { form: 'straight', a, b, z: z.mm },
        order,
      );
      session.edit(`Draw ${position.name}`, adding(position));
      desk.set({ lastTrim: z.mm, tool: 'select' });
      desk.select([position.id]);
      setDraft(null);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const latest = useRef(finish);
  latest.current = finish;
  // biome-ignore lint/correctness/useExhaustiveDependencies: hands the second click its action once
  useEffect(() => setDraft((now) => (now ? { ...now, finish: () => latest.current() } : now)), []);
  useEffect(() => setDraft((now) => (now ? { ...now, trimText: trim } : now)), [trim, setDraft]);

  const typeLength = (text: string) => {
    setLength(text);
    const parsed = parseLength(text, units);
    setDraft((now) => {
      if (!now) return now;
      if (!parsed.ok || parsed.mm <= 0) return { ...now, fixedLength: null };
      const d = Math.hypot(now.to[0] - now.from[0], now.to[1] - now.from[1]);
      const [ux, uy] = d < 1 ? [1, 0] : [(now.to[0] - now.from[0]) / d, (now.to[1] - now.from[1]) / d];
      return { ...now, fixedLength: parsed.mm, to: [now.from[0] + ux * parsed.mm, now.from[1] + uy * parsed.mm] };
    });
  };
  const [x, y] = toScreen(...draft.from);
  return (
    <form
      className="absolute z-10 w-56 border p-2 text-[12px]"
      style={{
        left: Math.max(52, Math.min(x - 20, room[0] - 236)),
        // Below the pipe, or above it where there is no room.
        top: y + 24 + HEIGHT <= room[1] ? Math.max(8, y + 24) : Math.max(8, y - 24 - HEIGHT),
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
          setDraft(null);
        }
      }}
    >
      <Row label="Trim">
        <input
          ref={trimField}
          className="field"
          aria-label="Trim height"
          value={trim}
          placeholder={units === 'metric' ? 'for example 6.5' : 'for example 21\'4"'}
          onChange={(event) => setTrim(event.target.value)}
        />
      </Row>
      <Row label="Length">
        <input
          className="field"
          aria-label="Pipe length"
          value={length}
          placeholder={formatLength(Math.hypot(draft.to[0] - draft.from[0], draft.to[1] - draft.from[1]), units)}
          onChange={(event) => typeLength(event.target.value)}
        />
      </Row>
      <Row label="Name">
        <input className="field" aria-label="Pipe name" value={name} onChange={(event) => setName(event.target.value)} />
      </Row>
      {fault && (
        <p role="alert" className="mt-1" style={{ color: 'var(--stop)' }}>
          {fault}
        </p>
      )}
      <button type="submit" className="act act-main mt-2 w-full">
        Draw the pipe
      </button>
      <p className="pencil mt-1 text-[11px]">or click its other end. Alt frees the angle.</p>
    </form>
  );
}

const Row = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <div className="flex items-center gap-2 py-0.5">
    <span className="pencil w-14">{label}</span>
    {children}
  </div>
);

/** "LX 5" after "LX 4". */
function nextName(names: readonly string[]): string {
  let n = 1;
  while (names.includes(`LX ${n}`)) n++;
  return `LX ${n}`;
}
