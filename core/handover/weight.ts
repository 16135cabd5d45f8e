/** What makes a rig heavy for whoever opens it: the files of its types, and the faces of their bodies as often as they hang. */

import { facesOf } from '../formats/gdtf/resources.js';
import { gdtfNames } from '../formats/mvr/write.js';
import { FormatError, limits, Report } from '../formats/report.js';
import { type Budget, openZip } from '../formats/zip/read.js';
import type { Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';

export interface TypeWeight {
  readonly type: string;
  readonly bytes: number;
  /** Of all its bodies together, in the finest form that the file has. */
  readonly faces: number;
  readonly units: number;
}
export interface RigWeight {
  /** Of the whole rig: those of each type as often as it hangs. */
  readonly faces: number;
  /** Heaviest first: by what its faces come to in the rig, then by bytes. */
  readonly types: readonly TypeWeight[];
}

/** Faces of the bodies in a GDTF file; a body that lies there in several forms counts once, by its finest. */
function facesIn(gdtf: Uint8Array, budget: Budget): number {
  const zip = openZip(gdtf, new Report(), 'the type', budget, limits);
  const bodies = new Map<string, number>();
  for (const entry of zip.names) {
    const name = /^models\/gltf(?:_low|_high)?\/([^/]+)\.glb$/i.exec(entry)?.[1];
    const content = name === undefined ? null : zip.read(entry);
    if (name !== undefined && content) bodies.set(name, Math.max(bodies.get(name) ?? 0, facesOf(content)));
  }
  return [...bodies.values()].reduce((sum, faces) => sum + faces, 0);
}

/** @param mvr  the file that was written of the show */
export function rigWeight(show: Show, mvr: Uint8Array): RigWeight {
  const budget: Budget = { left: limits.total };
  const units = new Map<Id, number>();
  for (const { type } of all(show, 'fixture')) units.set(type, (units.get(type) ?? 0) + 1);
  const used = all(show, 'type').filter(({ id }) => units.has(id));
  const names = gdtfNames(used);
  const zip = openZip(mvr, new Report(), 'the rig', budget, limits);
  const types = used.flatMap(({ id, name }): TypeWeight[] => {
    const bytes = zip.read(names.get(id) ?? '');
    if (!bytes) return [];
    let faces = 0;
    try {
      faces = facesIn(bytes, budget);
    } catch (error) {
      // A kept file that is damaged weighs what it weighs.
      if (!(error instanceof FormatError)) throw error;
    }
    return [{ type: name, bytes: bytes.length, faces, units: units.get(id) ?? 0 }];
  });
  types.sort((a, b) => b.faces * b.units - a.faces * a.units || b.bytes - a.bytes || natural(a.type, b.type));
  return { faces: types.reduce((sum, own) => sum + own.faces * own.units, 0), types };
}
