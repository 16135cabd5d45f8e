/** Snags: their list, and the way from one to the next. */

import { togglePanel } from '../../state/acting';
import { goTo, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { withAudit } from '../../ui/audit';
import { doing, type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'audit',
  panels: [{ id: 'snags', Panel: lazily(async () => (await import('./SnagsPanel')).SnagsPanel) }],
  commands: [
    {
      id: 'snags',
      name: 'The list of snags',
      words: ['errors', 'problems', 'check', 'audit', 'conflicts'],
      key: 'I',
      run: togglePanel('snags'),
    },
    {
      id: 'snag',
      name: 'Go to the next snag',
      key: 'N',
      run: doing(withAudit, ({ wrongSnags }) => ({ show }) => {
        const snags = wrongSnags(show).filter((snag) => snag.fixtures.length);
        const chosen = new Set(useSelection.getState().selection);
        const now = snags.findIndex((snag) => snag.fixtures.some((id) => chosen.has(id)));
        const next = snags[(now + 1) % Math.max(1, snags.length)];
        if (next) goTo(next.fixtures);
        else toast('No snags.');
      }),
    },
  ],
};
export default feature;
