/** Pictures traced to outlines: contours of dark on light, thinned to few points. */
import { contours } from 'd3-contour';
import type { Shape, Vec2 } from '../../model/records.js';
import { simplified } from '../dxf/flatten.js';

/** A grey picture: 0 is black, 1 white, rows from the top. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly values: ArrayLike<number>;
}

const area = (ring: readonly Vec2[]): number =>
  Math.abs(
    ring.reduce((sum, [x, y], i) => {
      const [nx, ny] = ring[(i + 1) % ring.length]!;
      return sum + x * ny - nx * y;
    }, 0),
  ) / 2;

/**
 * Outlines of what is darker than a threshold, scaled to a width in mm, with y up and the middle of the picture at (0, 0).
 * @param threshold  0 to 1
 * @param fine       how far an outline may stand off the picture's edge, in pixels
 * @returns closed lines, the largest first; specks below a thousandth of the picture are left out
 */
export function traced(grey: Grey, width: number, threshold = 0.5, fine = 0.8): Shape[] {
  const { width: w, height: h, values } = grey;
  // A rim of white all round, so that what touches the edge is closed there.
  const [pw, ph] = [w + 2, h + 2];
  const dark = new Float64Array(pw * ph);
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) dark[(y + 1) * pw + x + 1] = 1 - values[y * w + x]!;
  const [found] = contours()
    .size([pw, ph])
    .smooth(true)
    .thresholds([1 - threshold])(Array.from(dark));
  const k = width / w;
  const rings = (found?.coordinates ?? []).flatMap((polygon) => polygon as unknown as Vec2[][]);
  return rings
    .map((ring) => ring.slice(0, -1))
    .filter((ring) => ring.length >= 3 && area(ring) > (w * h) / 1000)
    .sort((a, b) => area(b) - area(a))
    .map((ring, i): Shape => {
      // A ring is thinned in two halves: its ends stand, and they must not be the same point.
      const middle = Math.floor(ring.length / 2);
      const thin = [
        ...simplified(ring.slice(0, middle + 1), fine).slice(0, -1),
        ...simplified([...ring.slice(middle), ring[0]!], fine).slice(0, -1),
      ];
      const points = thin.map(([x, y]): Vec2 => [round((x - 1 - w / 2) * k), round((h / 2 - (y - 1)) * k)]);
      return { form: 'line', role: i === 0 ? 'outline' : 'detail', points, closed: true };
    })
    .filter((shape) => shape.form === 'line' && shape.points.length >= 3)
    .slice(0, 200);
}
const round = (value: number): number => Math.round(value * 100) / 100 + 0;

/** Polylines of a drawing as shapes, scaled to a width in mm, centred; the one with the largest box is the outline. */
export function shapesOfPaths(paths: readonly ArrayLike<number>[], width: number): Shape[] {
  let [x0, y0, x1, y1] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const path of paths)
    for (let i = 0; i + 1 < path.length; i += 2) {
      x0 = Math.min(x0, path[i]!);
      x1 = Math.max(x1, path[i]!);
      y0 = Math.min(y0, path[i + 1]!);
      y1 = Math.max(y1, path[i + 1]!);
    }
  if (!(x1 > x0 || y1 > y0)) return [];
  const k = width / Math.max(x1 - x0, (y1 - y0) * 1e-6);
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const made = paths.slice(0, 500).flatMap((path): { shape: Shape; size: number }[] => {
    const points: Vec2[] = [];
    for (let i = 0; i + 1 < path.length; i += 2) points.push([round((path[i]! - cx) * k), round((path[i + 1]! - cy) * k)]);
    if (points.length < 2) return [];
    const [a, b] = [points[0]!, points.at(-1)!];
    const closed = points.length > 3 && Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.02;
    const shown = (closed ? points.slice(0, -1) : points).slice(0, 5000);
    return [{ shape: { form: 'line', role: 'detail', points: shown, closed }, size: area(points) }];
  });
  const most = made.reduce(
    (best, item, i) => (item.size > (made[best]?.size ?? -1) && item.shape.form === 'line' && item.shape.closed ? i : best),
    -1,
  );
  const shapes = made.map(({ shape }, i) => (i === most ? ({ ...shape, role: 'outline' } as Shape) : shape));
  // The outline goes first: it is filled, and lies below the rest.
  return most > 0 ? [shapes[most]!, ...shapes.filter((_, i) => i !== most)] : shapes;
}
