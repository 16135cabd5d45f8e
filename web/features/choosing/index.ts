/** Choosing what is like what is chosen, and leaving things out of sight for a while. */
import { layersInOrder } from '#core/model/layers';
import { useView } from '../../state/view';
import { type Command, doing, type Feature, later } from '../../ui/registry';

const acts = later(() => import('./acts'));

const same = (field: string, words: string, order: number): Command => ({
  id: `same ${field}`,
  name: `Select the same ${words}`,
  menu: { group: 'choose', order, text: `Same ${words}`, needs: 'fixtures' },
  run: doing(acts, ({ chooseSame }) => chooseSame(field, words)),
});

const feature: Feature = {
  id: 'choosing',
  commands: [
    same('type', 'type', 1),
    same('purpose', 'purpose', 2),
    same('position', 'position', 3),
    same('colour', 'colour', 4),
    same('universe', 'universe', 5),
    {
      id: 'its units',
      name: 'Select the units of the chosen positions',
      menu: { group: 'choose', order: 6, text: 'Its units', needs: 'positions' },
      run: doing(acts, ({ chooseUnits }) => chooseUnits),
    },
    {
      id: 'hide',
      name: 'Hide what is chosen',
      menu: { group: 'see', order: 1, text: 'Hide', needs: 'rig' },
      run: doing(acts, ({ hide }) => hide),
    },
    {
      id: 'isolate',
      name: 'Isolate what is chosen: hide all other units',
      menu: { group: 'see', order: 2, text: 'Isolate', needs: 'rig' },
      run: doing(acts, ({ isolate }) => isolate),
    },
    {
      id: 'show all',
      name: 'Show all that was hidden',
      menu: { group: 'see', order: 3, text: 'Show all', when: () => useView.getState().hidden.size > 0 },
      run: () => useView.setState({ hidden: new Set() }),
    },
    {
      id: 'menu',
      name: 'Open the menu of what is chosen',
      key: 'shift+F10',
      quiet: true,
      run: doing(acts, ({ menuAtChosen }) => menuAtChosen),
    },
    {
      id: 'layer of',
      name: 'Move what is chosen to another layer',
      takes: 'draft',
      menu: {
        group: 'change',
        order: 8,
        text: 'Move to layer',
        needs: 'any',
        choices: ({ show }) =>
          layersInOrder(show).map((layer) => ({ name: layer.name, run: doing(acts, ({ moveToLayer }) => moveToLayer(layer)) })),
      },
      quiet: true,
      run: doing(acts, ({ menuAtChosen }) => menuAtChosen),
    },
  ],
};
export default feature;
