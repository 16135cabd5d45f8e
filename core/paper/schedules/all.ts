/** Every schedule: one line each. */
export { hookup } from './hookup.js';
export { instruments } from './instruments.js';
