/** Walls of a thickness: what lies between the line that is drawn and a second one inside it. */
import { itemAt } from '../measure/list.js';
import type { Outline, Vec2 } from '../model/records.js';
import { outlinePoints } from './transform.js';

const area = (points: readonly Vec2[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = itemAt(points, (i + 1) % points.length);
    return sum + (x * v - u * y) / 2;
  }, 0);

/** Points beside a line at a distance to its left, mitred at corners. A mitre reaches four distances at most. Source: plain geometry. */
function beside(points: readonly Vec2[], by: number, closed: boolean): Vec2[] {
  const n = points.length;
  const normal = (i: number): Vec2 | null => {
    if (!closed && (i < 0 || i >= n - 1)) return null;
    const [a, b] = [itemAt(points, (i + n) % n), itemAt(points, (i + 1 + n) % n)];
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
    return long < 1e-6 ? null : [-(b[1] - a[1]) / long, (b[0] - a[0]) / long];
  };
  return points.map(([x, y], i): Vec2 => {
    const [p, q] = [normal(i - 1) ?? normal(i), normal(i) ?? normal(i - 1)];
    if (!p || !q) return [x, y];
    const k = by / Math.max(0.25, (1 + p[0] * q[0] + p[1] * q[1]) / 2) / 2;
    return [x + (p[0] + q[0]) * k, y + (p[1] + q[1]) * k];
  });
}

/** Both faces of a wall that has a thickness, mm; null of anything else. A closed one lies inside its line, an open one in the middle of it. */
export function wallFaces(outline: Outline): { readonly outer: readonly Vec2[]; readonly inner: readonly Vec2[] } | null {
  const { thickness, use, closed } = outline;
  if (use !== 'wall' || !thickness) return null;
  const drawn = outlinePoints(outline);
  // A closed line may come back to its first point.
  const [first, last] = [itemAt(drawn, 0), itemAt(drawn, drawn.length - 1)];
  const points =
    closed && drawn.length > 3 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1 ? drawn.slice(0, -1) : drawn;
  if (!closed) return { outer: beside(points, thickness / 2, false), inner: beside(points, -thickness / 2, false) };
  const whole = area(points);
  const inner = beside(points, Math.sign(whole) * thickness, true);
  // Thinner than two walls, it is one of them: what its line encloses.
  const size = (i: 0 | 1) => Math.max(...points.map((point) => point[i])) - Math.min(...points.map((point) => point[i]));
  const free = Math.min(size(0), size(1)) > 2 * thickness && area(inner) * whole > 0;
  return free ? { outer: points, inner } : null;
}

/** The lines in which anything would stick: both faces, or the line itself. */
export function wallLines(outline: Outline): readonly { readonly points: readonly Vec2[]; readonly closed: boolean }[] {
  const faces = wallFaces(outline);
  if (!faces) return [{ points: outlinePoints(outline), closed: outline.closed }];
  return [faces.outer, faces.inner].map((points) => ({ points, closed: outline.closed }));
}

/** A room of inner width and depth about its middle, as the outer line of its walls; mm. */
export function roomPoints([x, y]: Vec2, width: number, depth: number, thickness: number): Vec2[] {
  const [w, d] = [width / 2 + thickness, depth / 2 + thickness];
  return [
    [x - w, y - d],
    [x + w, y - d],
    [x + w, y + d],
    [x - w, y + d],
  ];
}
