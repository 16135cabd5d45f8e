/** Light in plain figures: the field of the demo's rig and of larger ones, against a plain loop with the same arithmetic and nothing behind it. */
import { meshOf } from '#core/draw/mesh';
import { blockersOf, castBlockers } from '#core/light/blockers';
import { facesOf } from '#core/light/faces';
import { type Share, type Surface, shareOf, totalOf } from '#core/light/field';
import { litBy, looksOf } from '#core/light/looks';
import { Picture } from '#core/light/picture';
import { stagePlane } from '#core/light/planes';
import { Shares } from '#core/light/shares';
import { type Source, sourcesOf } from '#core/light/source';
import { present } from '#core/measure/list';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import { all } from '#core/model/show';
import { makeDemo } from '#demo/show';
import { makeRig, median } from './rig.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 1 : 0);
function time(work: () => void, runs = 5): number {
  const times: number[] = [];
  for (let i = -1; i < runs; i++) {
    const from = performance.now();
    work();
    if (i >= 0) times.push(performance.now() - from);
  }
  return median(times);
}
/** The same sums for a source by a loop over all points of the surface, with its table read by the nearest entry's neighbours. */
function plainShare({ at, beam, candela, kernel }: Source, surface: Surface, out: Float32Array): void {
  const { values, cosEdge } = kernel;
  const last = values.length - 1;
  const { step } = surface;
  const [ux, uy, uz] = surface.u;
  const [vx, vy, vz] = surface.v;
  const [x0, y0, z0] = [surface.corner[0] - at[0], surface.corner[1] - at[1], surface.corner[2] - at[2]];
  const normal = surface.normal === 'round' ? ([0, 0, 1] as const) : surface.normal;
  for (let j = 0; j < surface.rows; j++)
    for (let i = 0; i < surface.across; i++) {
      const p = (i + 0.5) * step;
      const q = (j + 0.5) * step;
      const x = x0 + p * ux + q * vx;
      const y = y0 + p * uy + q * vy;
      const z = z0 + p * uz + q * vz;
      const r2 = x * x + y * y + z * z;
      const inverse = 1 / Math.sqrt(r2);
      const cosine = (x * beam[0] + y * beam[1] + z * beam[2]) * inverse;
      if (cosine <= cosEdge) continue;
      const facing = -(x * normal[0] + y * normal[1] + z * normal[2]) * inverse;
      if (facing <= 0) continue;
      const c = Math.min(last - 0.001, ((cosine - cosEdge) / (1 - cosEdge)) * last);
      const k = Math.floor(c);
      const relative = (values[k] ?? 0) * (1 - (c - k)) + (values[k + 1] ?? 0) * (c - k);
      out[j * surface.across + i] = (candela * relative * facing) / Math.max(0.01, r2 * 1e-6);
    }
}

function measure(name: string, show: Show): void {
  const sources = sourcesOf(show).filter(({ kernel }) => kernel.form === 'radial');
  const surface = stagePlane(show, 0, 'up', 50);
  const blockers = blockersOf(show);
  const plain = new Float32Array(surface.across * surface.rows);
  let shares: (Share | null)[] = [];
  const ours = time(() => {
    shares = sources.map((source) => shareOf(source, surface));
  });
  const bare = time(() => {
    for (const source of sources) plainShare(source, surface, plain);
  });
  const blocked = time(() => {
    shares = sources.map((source) => shareOf(source, surface, blockers));
  });
  const lit = () => shares.flatMap((share) => (share ? [{ share, output: 1, xyz: [1, 1, 1] as const }] : []));
  const one = time(() => shareOf(present(sources[0]), surface, blockers));
  const level = time(() => totalOf(surface, lit()));
  const bytes = shares.reduce((sum, share) => sum + (share?.lux.byteLength ?? 0), 0);
  console.log(
    ` ${name}: ${sources.length} sources, ${surface.across * surface.rows} points at 50 mm, ${blockers.length} in the way`,
  );
  console.log(
    `  all shares                 ${ms(ours)} ms against ${ms(bare)} ms by a plain loop: ${(ours / bare).toFixed(2)} times`,
  );
  console.log(`  with what is in the way    ${ms(blocked)} ms: ${(blocked / bare).toFixed(2)} times`);
  console.log(`  one moved ${ms(one)} ms, a level changed ${ms(level)} ms, shares ${(bytes / 1e6).toFixed(1)} MB`);
}

/**
 * What the issue of light asks: the field of the whole rig on floor, face plane, cyc and masking, as the worker keeps it: from nothing, after a unit moved and a level
 * changed; and the same points by a plain loop.
 */
function whole(name: string, show: Show): void {
  const cloths = all(show, 'masking');
  const surfaces: Surface[] = [
    stagePlane(show, 0, 'up', 100),
    { ...stagePlane(show, 1500, 'the house', 100), id: 'face' },
    ...facesOf(show).faces.filter(({ of }) => cloths.some(({ id }) => id === of)),
  ];
  const sources = sourcesOf(show);
  const blockers = blockersOf(show);
  const lit = sources.map(({ id }): readonly [Id, number] => [id, 1]);
  const shares = new Shares();
  const ask = (news: Partial<Parameters<Shares['take']>[0]>): number => {
    const from = performance.now();
    shares.take({ fresh: [], gone: [], blockers: null, surfaces, ...news });
    for (const surface of surfaces) shares.total(surface, levels);
    return performance.now() - from;
  };
  let levels = lit;
  // Once beside it, so that the compiler has seen the code.
  for (const source of sources) shareOf(source, present(surfaces[0]), blockers);
  const nothing = ask({ fresh: sources, blockers });
  const first = present(sources[0]);
  const one = median(
    [100, 200, 300, 400, 500].map((by) => {
      const from = performance.now();
      shares.take({
        fresh: [{ ...first, at: [first.at[0] + by, first.at[1], first.at[2]] }],
        gone: [],
        blockers: null,
        surfaces,
      });
      for (const surface of surfaces) shares.share(surface, first.id);
      return performance.now() - from;
    }),
  );
  const sums = median(
    [0.9, 0.8, 0.7, 0.6, 0.5].map((output) => {
      levels = [[first.id, output] as const, ...lit.slice(1)];
      return ask({});
    }),
  );
  // All levels together, as when another look is shown.
  const every = median(
    [0.9, 0.8, 0.7].map((output) => {
      levels = lit.map(([id]) => [id, output] as const);
      return ask({});
    }),
  );
  const points = surfaces.reduce((sum, { across, rows }) => sum + across * rows, 0);
  const radial = sources.filter(({ kernel }) => kernel.form === 'radial');
  const free = time(() => {
    for (const surface of surfaces) for (const source of radial) shareOf(source, surface);
  }, 3);
  const plain = surfaces.map(({ across, rows }) => new Float32Array(across * rows));
  const bare = time(() => {
    surfaces.forEach((surface, i) => {
      for (const source of radial) plainShare(source, surface, present(plain[i]));
    });
  }, 3);
  console.log(
    ` ${name} on floor, face plane, cyc and masking: ${sources.length} sources, ${surfaces.length} surfaces of ${points} points`,
  );
  console.log(
    `  from nothing ${ms(nothing)} ms, one moved ${ms(one)} ms, a level ${ms(sums)} ms, all levels ${ms(every)} ms; nothing in the way ${ms(free)} ms against ${ms(bare)} ms by a plain loop: ${(free / bare).toFixed(2)} times`,
  );
}

/** The light of the picture: every face, person and thing of the demo in a look, coarse and fine, as the worker computes it. */
function picture(show: Show): void {
  const { faces, rounds } = facesOf(show);
  const clouds = rounds.map(({ id, bodies }) => {
    const { places, normals } = meshOf(bodies, 200);
    return { id, places, normals };
  });
  const sources = sourcesOf(show);
  const way = [...blockersOf(show), ...castBlockers(show)];
  const [, , look] = looksOf(show);
  const lit = litBy(show, present(look)).map(([{ id }, output]) => [id, output] as const);
  const made = new Picture();
  let bytes = 0;
  const run = (news: Partial<Parameters<Picture['take']>[0]>, levels = lit, fine = true): number => {
    const from = performance.now();
    made.take({ fresh: [], gone: [], blockers: null, faces, clouds, ...news });
    bytes = 0;
    const steps = made.work(levels, fine);
    for (let step = steps.next(); !step.done; step = steps.next()) bytes += step.value?.rgb.byteLength ?? 0;
    return performance.now() - from;
  };
  // Once beside it, so that the browser's compiler has seen the code: the window computes it again and again.
  const warm = new Picture();
  warm.take({ fresh: sources, gone: [], blockers: way, faces, clouds });
  for (const steps = warm.work(lit); !steps.next().done; );
  const coarse = run({ fresh: sources, blockers: way }, lit, false);
  const fine = run({});
  const level = median(
    [0.9, 0.8, 0.7].map((k) =>
      run(
        {},
        lit.map(([id, output]) => [id, output * k] as const),
      ),
    ),
  );
  const first = present(lit[0])[0];
  const moved = present(sources.find(({ id }) => id === first));
  const one = run({ fresh: [{ ...moved, at: [moved.at[0] + 200, moved.at[1], moved.at[2]] }] });
  const points = faces.reduce((sum, { across, rows }) => sum + across * rows, 0);
  const corners = clouds.reduce((sum, { places }) => sum + places.length / 3, 0);
  console.log(
    ` The picture of a look: ${lit.length} lit, ${faces.length} faces of ${points} points, ${corners} corners of people and things, ${way.length} in the way`,
  );
  console.log(
    `  from nothing ${ms(coarse)} ms coarse, ${ms(fine)} ms more for what is fine; a level ${ms(level)} ms, one moved ${ms(one)} ms; ${(bytes / 1e6).toFixed(1)} MB of light`,
  );
}

export function light(): void {
  console.log('Light');
  measure('The demo', makeDemo());
  whole('The whole rig', makeDemo());
  picture(makeDemo());
  measure('A rig of 1000', makeRig(1000));
  whole('A rig of 1000', makeRig(1000));
}
