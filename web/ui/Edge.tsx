/** The edge of a Split that is moved: it lies over the two parts, and says how high the lower one is. */
import { Group, Panel, Separator } from 'react-resizable-panels';
import type { EdgeProps } from './Split';

export const Edge = ({ label, height, onHeight }: EdgeProps) => (
  <Group orientation="vertical" className="pointer-events-none absolute inset-0">
    <Panel minSize={140} />
    <Separator
      aria-label={label}
      className="pointer-events-auto h-[5px] shrink-0 outline-none focus-visible:bg-[var(--lamp)]"
      style={{ background: 'var(--hair)' }}
    />
    <Panel
      minSize={90}
      defaultSize={height}
      groupResizeBehavior="preserve-pixel-size"
      onResize={(size) => onHeight(Math.round(size.inPixels))}
    />
  </Group>
);
