/** Levels over the picture of the stage: a figure at each light that is lit, and loss in red. Drawn anew where something changed, or where the eye moved. */
import { type RefObject, useEffect, useRef } from 'react';
import { all } from '#core/model/show';
import { place } from '#core/space/hanging';
import { useShow } from '../../../state/context';
import { followLives, liveOf } from '../../../state/wires/wires';
import type { Pictured } from '../space/taking';
import { makeRoom, penOver, writeFigure } from './pen';

/** Figures stand below what they are of, as if the picture had this scale. */
const K = 0.02;

export function LiveInSpace({ pictured }: { readonly pictured: RefObject<Pictured | null> }) {
  const show = useShow();
  const top = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = top.current;
    const canvas = element?.getContext('2d');
    if (!element || !canvas) return;
    let [stale, frame] = [true, 0];
    let eye = '';
    const off = followLives(() => {
      stale = true;
    });
    const hung = all(show, 'fixture').map((fixture) => [fixture.id, place(show, fixture).lens] as const);
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const seen = pictured.current;
      if (!seen) return;
      const box = element.getBoundingClientRect();
      // Where two points of the stage are seen says where the eye is.
      const now = `${seen.seenAt([0, 0, 0])} ${seen.seenAt([4000, 3000, 5000])} ${box.width} ${box.height}`;
      if (!stale && now === eye) return;
      [stale, eye] = [false, now];
      const pen = penOver(element, canvas, K);
      const room = makeRoom(box.width, box.height);
      let lit = 0;
      const lights = hung.flatMap(([id, lens]) => {
        const live = liveOf(id);
        const at = live && live.level > 0 ? seen.seenAt(lens) : null;
        return live && at ? [{ live, x: at[0] - box.left, y: at[1] - box.top }] : [];
      });
      for (const { live, x, y } of lights.sort((a, b) => b.live.level - a.live.level)) {
        if (x < 0 || y < 0 || x > box.width || y > box.height) continue;
        lit++;
        writeFigure(pen, x, y, live, room);
      }
      element.dataset.lit = String(lit);
    };
    frame = requestAnimationFrame(draw);
    return () => {
      off();
      cancelAnimationFrame(frame);
    };
  }, [show, pictured]);
  return <canvas ref={top} data-testid="live picture" className="pointer-events-none absolute inset-0 h-full w-full" />;
}
