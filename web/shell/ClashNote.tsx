import { useSession, useSessionState } from '../session/context';

/** Two windows changed one field: what stands, what was wanted, and a choice. */
export function ClashNote() {
  const session = useSession();
  const { clash } = useSessionState();
  if (!clash) return null;
  const [first] = clash.collisions;
  const said = (value: unknown): string =>
    value === null || value === undefined
      ? 'removed'
      : typeof value === 'object'
        ? 'another value'
        : `"${String(value) || 'empty'}"`;
  return (
    <section
      role="alert"
      aria-label="Changed in two windows"
      className="fixed right-4 bottom-4 z-50 w-80 border p-3 text-[12px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--stop)' }}
    >
      <p className="font-bold">Somebody else changed the same thing</p>
      <p className="pt-1">
        Your edit "{clash.step.label}" met another one{first?.field ? ` in ${first.field.replace('parts.0.', '')}` : ''}.{' '}
        {first?.field ? `Now it is ${said(first.stands)}; you typed ${said(first.mine)}.` : 'What you changed was removed.'}
      </p>
      <div className="flex gap-2 pt-2">
        <button type="button" className="act act-main" onClick={() => session.settle(true)}>
          Use mine
        </button>
        <button type="button" className="act" onClick={() => session.settle(false)}>
          Keep theirs
        </button>
      </div>
    </section>
  );
}
