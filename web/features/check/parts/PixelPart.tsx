/** Pixels of a wall painted stroke by stroke, in the order of the wiring. */
import { useEffect, useRef } from 'react';
import type { Wall } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { pixelsOf } from '#core/patch/pixels';
import { brushes, seenPixels, strokeCount } from '#core/wires/painting';
import { hexOf } from '#core/wires/sheet';
import { followLevels, wire } from '../../../state/wires/wires';
import { Choice, ColourPick } from '../../../ui/Field';
import { useCheck, wallNow } from '../state';

export function PixelPart({ show }: { readonly show: Show }) {
  const check = useCheck();
  const { brush, stroke, front, behind } = check;
  const wall = wallNow(show, check);
  if (!wall) return <p className="pencil">There is no wall of pixels. The step Patch makes them.</p>;
  const many = strokeCount(wall, brush);
  const to = (next: number) => useCheck.setState({ stroke: (next + many) % Math.max(1, many) });
  return (
    <div className="flex flex-col gap-1" data-testid="pixels">
      <p className="text-[28px] leading-none font-bold">
        {brush} {brush === 'wall' ? '' : `${stroke + 1}`} <span className="pencil text-[14px]">of {many}</span>
      </p>
      <div className="flex items-center gap-2">
        <Choice
          label="Wall that is painted"
          className="flex-1"
          value={wall.id}
          options={all(show, 'wall').map(({ id, name }) => [id, name] as const)}
          onChoose={(id) => useCheck.setState({ wall: id, stroke: 0 })}
        />
        <Choice
          label="What is painted"
          className="!w-24"
          value={brush}
          options={brushes}
          onChoose={(next) => useCheck.setState({ brush: next, stroke: 0 })}
        />
      </div>
      <div className="flex items-center gap-2">
        <span className="pencil">in front</span>
        <ColourPick label="Colour in front" value={front} onText={(colour) => useCheck.setState({ front: colour })} />
        <span className="pencil">behind</span>
        <ColourPick label="Colour behind" value={behind} onText={(colour) => useCheck.setState({ behind: colour })} />
      </div>
      <WallSeen wall={wall} />
      <div className="grid grid-cols-2 gap-2">
        <button type="button" className="act !h-9" onClick={() => to(stroke - 1)}>
          Back
        </button>
        <button type="button" className="act !h-9" onClick={() => to(stroke + 1)}>
          Next
        </button>
      </div>
    </div>
  );
}

/** The wall as it is heard: each pixel in the colour of its slots. */
function WallSeen({ wall }: { readonly wall: Wall }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    const pen = element?.getContext('2d');
    if (!element || !pen) return;
    const pixels = pixelsOf(wall);
    const k = element.width / wall.width;
    const size = Math.max(1, Math.sqrt((wall.width * wall.height) / Math.max(1, pixels.length)) * k * 0.7);
    const draw = () => {
      pen.fillStyle = '#000000';
      pen.fillRect(0, 0, element.width, element.height);
      const seen = seenPixels(wall, wire()?.known ?? new Map());
      for (const { index, at } of pixels) {
        const paint = seen.get(index);
        pen.fillStyle = paint ? hexOf(paint) : '#1a1a1a';
        pen.fillRect(at[0] * k - size / 2, element.height - at[1] * k - size / 2, size, size);
      }
    };
    draw();
    return followLevels(draw);
  }, [wall]);
  const width = 480;
  return (
    <canvas
      ref={canvas}
      width={width}
      height={Math.max(1, Math.round((width * wall.height) / wall.width))}
      className="w-full"
      role="img"
      aria-label={`The wall ${wall.name} as it is heard`}
    />
  );
}
