import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { itemAt } from '#core/measure/list';
import type { Wall } from '#core/model/records';
import { type Pixel, pixelHeading, pixelRow } from '#core/patch/pixels';
import { PanelHead } from '../../ui/PanelHead';

const ROW = 20;
const template = `repeat(${pixelHeading.length}, minmax(0, 1fr))`;

/** Every pixel with its address; thousands of rows, of which those in view are there. */
export function PixelTable({ wall, pixels, onClose }: { wall: Wall; pixels: readonly Pixel[]; onClose: () => void }) {
  const scroll = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: pixels.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 10,
  });
  return (
    <div
      role="table"
      aria-label="Pixels"
      aria-rowcount={pixels.length}
      className="h-44 shrink-0 px-2"
      style={{ borderTop: '1px solid var(--hair)' }}
    >
      <PanelHead name="Table of pixels" onClose={onClose} />
      <div role="row" className="pencil grid text-right" style={{ gridTemplateColumns: template }}>
        {pixelHeading.map((name) => (
          <span key={name} role="columnheader">
            {name}
          </span>
        ))}
      </div>
      <div ref={scroll} className="h-28 overflow-auto">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => (
            <div
              key={index}
              role="row"
              className="absolute inset-x-0 grid text-right"
              style={{ gridTemplateColumns: template, height: ROW, transform: `translateY(${start}px)` }}
            >
              {pixelRow(wall, itemAt(pixels, index)).map((text, i) => (
                <span key={pixelHeading[i]} role="cell">
                  {text}
                </span>
              ))}
            </div>
          ))}
        </div>
      </div>
    </div>
  );
}
