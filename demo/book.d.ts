import { type Spectrum } from '#core/light/spectrum';
import type { Filter } from '#core/model/records';
export declare const BOOK = 'Saltmarsh';
/** From a source of T kelvin by a shift in mired, on the way of Planck's law; the best wavelength passes `top`. */
export declare function correction(shift: number, kelvin?: number, top?: number): Spectrum;
/** The whole book in its order of hue. */
export declare const book: readonly Filter[];
//# sourceMappingURL=book.d.ts.map
