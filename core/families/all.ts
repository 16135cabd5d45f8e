/** Every family: one line each. */
export { cyc } from './cyc.js';
export { effect } from './effect.js';
export { flood } from './flood.js';
export { followSpot } from './follow-spot.js';
export { fresnel } from './fresnel.js';
export { ledBatten } from './led-batten.js';
export { ledWash } from './led-wash.js';
export { movingSpot } from './moving-spot.js';
export { movingWash } from './moving-wash.js';
export { par } from './par.js';
export { planoConvex } from './plano-convex.js';
export { profile } from './profile.js';
export { strip } from './strip.js';
