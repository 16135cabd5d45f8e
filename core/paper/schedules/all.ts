/** Every schedule: one line each. */
export { focus } from './focus.js';
export { hookup } from './hookup.js';
export { instruments } from './instruments.js';
