/** What the house has in stock. */
import { usePanels } from '../../state/panels';
import { type Feature, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'stock',
  panels: [{ id: 'stock', Panel: lazily(async () => (await import('./StockPanel')).StockPanel) }],
  commands: [
    {
      id: 'stock',
      name: 'Stock of the house: what is over, what is rented',
      run: () => usePanels.setState({ panel: 'stock' }),
    },
  ],
};
export default feature;
