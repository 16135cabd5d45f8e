import type { Gobo } from '#core/model/records';
/** A grey PNG of a picture; `light` answers 0 to 1 for x and y from -1 to 1, y up. Outside the circle it is black. */
export declare function picture(light: (x: number, y: number) => number): string;
export declare const gobos: readonly Gobo[];
//# sourceMappingURL=gobos.d.ts.map
