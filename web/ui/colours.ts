/** What colour a filter's code has. It is calculated from its curve, and comes when the page stands: until then the code stands alone. */
import { later, useLater } from './registry';

const coming = later(() => import('#core/light/filter'));
export const useColours = () => useLater(coming, 'after the picture')?.colourOf ?? null;
export const withColours = coming;
