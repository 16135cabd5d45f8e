/** The one list of checks, in the order in which snags of one weight are told. */
import type { Check } from '../check.js';
import { aboveTheGrid } from './above-the-grid.js';
import { accessory } from './accessory.js';
import { addressShared } from './address-shared.js';
import { channelMixed } from './channel-mixed.js';
import { circuitOfTwo } from './circuit-of-two.js';
import { imbalance } from './imbalance.js';
import { noAddress, noChannel, noColour, noPurpose } from './missing.js';
import { noSlots } from './no-slots.js';
import { offTheEnd } from './off-the-end.js';
import { overload } from './overload.js';
import { pastTheUniverse } from './past-the-universe.js';
import { sparePatched } from './spare-patched.js';
import { tooClose } from './too-close.js';
import { underTheFloor } from './under-the-floor.js';
import { unitDoubled } from './unit-doubled.js';
import { unitOrder } from './unit-order.js';

export const checks: readonly Check[] = [
  addressShared,
  pastTheUniverse,
  channelMixed,
  overload,
  noSlots,
  offTheEnd,
  tooClose,
  underTheFloor,
  aboveTheGrid,
  unitDoubled,
  unitOrder,
  accessory,
  circuitOfTwo,
  sparePatched,
  imbalance,
  noChannel,
  noAddress,
  noPurpose,
  noColour,
];
