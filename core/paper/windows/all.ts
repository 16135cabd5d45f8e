/** Every kind of window: one line each. */
export { bring, cardHead, cardList } from './card.js';
export { cutLayout } from './cut.js';
export { focusCharts } from './focus-charts.js';
export { labels } from './labels.js';
export { loads } from './loads.js';
export { lux } from './lux.js';
export { map } from './map.js';
export { plan } from './plan.js';
export { position } from './position.js';
export { purpose } from './purpose.js';
export { schedule } from './schedule.js';
export { elevation, section } from './section.js';
export { contents, key, legend, notes, picture, title } from './words.js';
