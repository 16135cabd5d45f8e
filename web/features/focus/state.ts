/** What the tools of the step Focus make next. Written by its panel. */
import { areaShapes, type FocusArea } from '#core/model/records';
import type { AimWay } from '#core/setout/aims';
import { gridOrders, namings } from '#core/space/areas';
import { makeStore } from '../../state/store';

export type AreaShape = NonNullable<FocusArea['shape']>;
export { areaShapes, gridOrders, namings };

interface FocusState {
  /** How the next aim spreads over the units that are chosen. */
  readonly way: AimWay;
  readonly shape: AreaShape;
  /** As they are typed. */
  readonly height: string;
  readonly across: string;
  readonly rows: string;
  readonly overlap: string;
  readonly naming: (typeof namings)[number];
  readonly order: (typeof gridOrders)[number];
  readonly from: 'downstage' | 'upstage';
}
/** Written by the panel of Focus. */
export const useFocus = makeStore<FocusState>({
  way: 'all there',
  shape: 'circle',
  height: '',
  across: '4',
  rows: '3',
  overlap: '25',
  naming: 'letters',
  order: 'stage right first',
  from: 'downstage',
});
