/** Two parts above each other, with an edge that is moved by pointer or arrow keys. What moves the edge comes later, and lies over the parts. */
import { type ReactNode, Suspense, useEffect, useState } from 'react';
import { lazily, useQuiet } from './registry';

const Edge = lazily(async () => (await import('./Edge')).Edge);

export interface EdgeProps {
  /** Name of the edge. */
  readonly label: string;
  /** Height of what is below, px, as it begins; told when it changes. */
  readonly height: number;
  readonly onHeight: (height: number) => void;
}
interface Props extends EdgeProps {
  readonly above: ReactNode;
  readonly below: ReactNode;
}

export function Split({ above, below, label, height, onHeight }: Props) {
  const [now, setNow] = useState(height);
  const [near, setNear] = useState(false);
  const quiet = useQuiet();
  // Messages stand above what is below.
  useEffect(() => {
    const { style } = document.documentElement;
    style.setProperty('--below', `min(${now}px, 62vh)`);
    return () => void style.removeProperty('--below');
  }, [now]);
  const change = (to: number) => {
    setNow(to);
    if (to !== now) onHeight(to);
  };
  return (
    <div className="split relative flex min-h-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1 flex-col overflow-auto">{above}</div>
      <div className="h-[5px] shrink-0" style={{ background: 'var(--hair)' }} onPointerEnter={() => setNear(true)} />
      <div className="min-h-0 shrink-0 overflow-auto" style={{ height: now, maxHeight: 'max(62%, calc(100% - 145px))' }}>
        {below}
      </div>
      {(quiet || near) && (
        <Suspense>
          <Edge label={label} height={height} onHeight={change} />
        </Suspense>
      )}
    </div>
  );
}
