/** Every ready set besides the lists: one line each. */
export { cards } from './cards.js';
export { charts } from './charts.js';
export { contents } from './contents.js';
export { cableLabels, caseLabels, checkLabels, unitLabels } from './labels.js';
export { maps } from './maps.js';
export { plot, thirds } from './plot.js';
export { cuts, rigging } from './stock.js';
export { booms, lux, purposes, sections } from './views.js';
