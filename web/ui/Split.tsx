/** Two parts above each other, with an edge that is moved by pointer or arrow keys. */
import type { ReactNode } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';

interface Props {
  readonly above: ReactNode;
  readonly below: ReactNode;
  /** Name of the edge. */
  readonly label: string;
  /** Height of what is below, px: as it begins, and told when it changes. */
  readonly height: number;
  readonly onHeight: (height: number) => void;
}

export const Split = ({ above, below, label, height, onHeight }: Props) => (
  <Group orientation="vertical" className="min-h-0 flex-1">
    <Panel minSize={140} className="flex min-h-0 flex-col">
      {above}
    </Panel>
    <Separator
      aria-label={label}
      className="h-[5px] shrink-0 outline-none focus-visible:bg-[var(--lamp)]"
      style={{ background: 'var(--hair)' }}
    />
    <Panel
      minSize={90}
      defaultSize={height}
      groupResizeBehavior="preserve-pixel-size"
      onResize={(size, _, before) => before && onHeight(Math.round(size.inPixels))}
    >
      {below}
    </Panel>
  </Group>
);
