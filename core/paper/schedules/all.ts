/** Every schedule: one line each. */
export { addresses } from './addresses.js';
export { cables } from './cables.js';
export { dimmers, multicables } from './electric.js';
export { faults } from './faults.js';
export { focus } from './focus.js';
export { hookup } from './hookup.js';
export { instruments } from './instruments.js';
export { areas, magic } from './light.js';
export { cuts, equipment, small, weights } from './stock.js';
