/** The one door: a file that is let go anywhere over a show comes in. */
import { useEffect, useState } from 'react';
import { useSession } from '../state/context';
import { letIn } from '../state/incoming';

const carriesFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') ?? false;

export function Door() {
  const session = useSession();
  const [over, setOver] = useState(false);
  useEffect(() => {
    let depth = 0;
    const enter = (event: DragEvent) => {
      if (!carriesFiles(event)) return;
      depth++;
      setOver(true);
    };
    const leave = (event: DragEvent) => {
      if (!carriesFiles(event)) return;
      depth = Math.max(0, depth - 1);
      if (!depth) setOver(false);
    };
    const hover = (event: DragEvent) => {
      if (carriesFiles(event)) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      depth = 0;
      setOver(false);
      // Fields that take files of their own have taken it.
      if (event.defaultPrevented || !carriesFiles(event)) return;
      event.preventDefault();
      const file = event.dataTransfer?.files[0];
      if (file) void letIn(file, session);
    };
    window.addEventListener('dragenter', enter);
    window.addEventListener('dragleave', leave);
    window.addEventListener('dragover', hover);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragenter', enter);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('dragover', hover);
      window.removeEventListener('drop', drop);
    };
  }, [session]);
  return over ? (
    <div
      className="pointer-events-none fixed inset-2 z-50 flex items-center justify-center border-2 border-dashed text-[15px]"
      style={{ borderColor: 'var(--lamp)', background: 'color-mix(in srgb, var(--sheet) 80%, transparent)' }}
    >
      Let go: it is looked at before anything is taken.
    </div>
  ) : null;
}
