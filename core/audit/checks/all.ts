/** Every check: one line each. */
export { aboveTheGrid } from './above-the-grid.js';
export { accessory } from './accessory.js';
export { addressShared } from './address-shared.js';
export { channelMixed } from './channel-mixed.js';
export { circuitOfTwo } from './circuit-of-two.js';
export { headsPaired } from './heads-paired.js';
export { imbalance } from './imbalance.js';
export { noAddress, noChannel, noColour, noPurpose } from './missing.js';
export { noSlots } from './no-slots.js';
export { offTheEnd } from './off-the-end.js';
export { overload } from './overload.js';
export { pastTheUniverse } from './past-the-universe.js';
export { sparePatched } from './spare-patched.js';
export { tooClose } from './too-close.js';
export { underTheFloor } from './under-the-floor.js';
export { unitDoubled } from './unit-doubled.js';
export { unitOrder } from './unit-order.js';
