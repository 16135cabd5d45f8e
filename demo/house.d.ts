import type { Id, Masking, Outline } from '#core/model/records';
/** Outlines and cloths on their layers. The arch opens 10.4 m x 6 m, the stage is 14 m x 9 m, the apron 2 m deep. */
export declare function boathouse(layers: { house: Id; masking: Id }): (Outline | Masking)[];
//# sourceMappingURL=house.d.ts.map
