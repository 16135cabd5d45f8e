/** A small show that tests of the interface begin with. */
import { makePosition, makeShow } from '#core/model/make';
import { newType } from '#core/shelf/new-type';

export const idOf = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
export const SHOW = idOf(1);
let made = 1000;
export const baseRecords = makeShow(SHOW, 'Test', 'metric', 12000, 8000, () => idOf(made++));
const layerOf = (role: string) => baseRecords.find((record) => record.kind === 'layer' && record.role === role)!.id;
export const fixtureLayer = layerOf('fixtures');
export const plainType = newType(idOf(2), 'profile');
export const pipe = makePosition(
  idOf(4),
  layerOf('positions'),
  'LX 1',
  'pipe',
  { form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: 6500 },
  1,
);
