/** "The Salt Orchard" in the Boathouse: a rig made by the same core functions that a user's hand calls. */
import { type Show } from '#core/model/show';
export declare const demoId: string;
/** Whole show. The same on every machine: all ids are made from names. */
export declare function makeDemo(): Show;
//# sourceMappingURL=show.d.ts.map
