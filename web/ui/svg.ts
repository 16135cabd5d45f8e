import { CUBIC, eachCommand, LINE, MOVE, type PathData } from '#core/draw/list';
import { itemAt } from '#core/measure/list';

/** A path of the display list as SVG path data; y is turned, since a screen has it down. */
export function svgPath(d: PathData): string {
  const out: string[] = [];
  eachCommand(d, (op, i, n) => {
    out.push(op === MOVE ? 'M' : op === LINE ? 'L' : op === CUBIC ? 'C' : 'Z');
    for (let j = 1; j <= n; j += 2) out.push(String(d[i + j]), String(-itemAt(d, i + j + 1)));
  });
  return out.join(' ');
}
