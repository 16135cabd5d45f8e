/** A file chosen by hand for the one door. */
import { letIn } from '../../state/incoming';
import type { Session } from '../../state/session/session';

export function chooseFile(session: Session): void {
  const field = document.createElement('input');
  field.type = 'file';
  field.addEventListener('change', () => {
    const file = field.files?.[0];
    if (file) void letIn(file, session);
  });
  field.click();
}
