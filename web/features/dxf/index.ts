/** A venue read from DXF. */
import { arrange } from '../../state/desk';
import { type Feature, onDemand } from '../../ui/registry';

const feature: Feature = {
  id: 'dxf',
  panels: [{ id: 'dxf', wide: true, Panel: onDemand(async () => (await import('./DxfPanel')).DxfPanel) }],
  commands: [
    {
      id: 'dxf',
      name: 'Read a venue from DXF',
      takes: 'draft',
      run: ({ go }) => {
        go('stage');
        arrange({ panel: 'dxf', view: 'plan', beside: null });
      },
    },
  ],
};
export default feature;
