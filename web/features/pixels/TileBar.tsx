/** What the pointer does on the work area, and what becomes of the chosen tiles. */
import { FlipHorizontal2, RotateCcw, Trash2 } from 'lucide-react';
import type { Wall } from '#core/model/records';
import { turnedTiles } from '#core/patch/pixels';
import { plural } from '../../ui/words';
import type { BoardMode } from './PixelBoard';

interface Props {
  readonly wall: Wall;
  readonly mode: BoardMode;
  readonly onMode: (mode: BoardMode) => void;
  readonly marked: ReadonlySet<number>;
  readonly change: (label: string, next: Wall) => void;
  readonly onDrop: () => void;
}

export function TileBar({ wall, mode, onMode, marked, change, onDrop }: Props) {
  const turned = (label: string, how: 'turn' | 'mirror') => () =>
    change(`${label} ${plural(marked.size, 'tile')}`, turnedTiles(wall, marked, how));
  const acts = [
    { name: 'Turn', title: 'Turn the chosen tiles by a quarter', Icon: RotateCcw, act: turned('Turn', 'turn') },
    { name: 'Mirror', title: 'Mirror the chosen tiles', Icon: FlipHorizontal2, act: turned('Mirror', 'mirror') },
    { name: 'Delete', title: 'Delete the chosen tiles', Icon: Trash2, act: onDrop },
  ];
  return (
    <div className="flex h-10 items-center gap-1 overflow-hidden whitespace-nowrap p-2">
      {(
        [
          ['move', 'Choose and move'],
          ['place', 'Place single tiles'],
          ['wire', 'Draw the wiring'],
        ] as const
      ).map(([name, title]) => (
        <button
          key={name}
          type="button"
          className="act act-small shrink-0"
          aria-pressed={mode === name}
          onClick={() => onMode(name)}
        >
          {title}
        </button>
      ))}
      <span className="w-2" />
      {acts.map(({ name, title, Icon, act }) => (
        <button
          key={name}
          type="button"
          className="tool !h-6 !w-6 shrink-0"
          aria-label={`${name} the tiles`}
          title={title}
          disabled={!marked.size}
          onClick={act}
        >
          <Icon size={13} />
        </button>
      ))}
      <span className="pencil min-w-0 truncate self-center pl-2 max-[1150px]:sr-only">
        {mode === 'wire'
          ? 'Click the tiles in their order, or draw through them; Escape ends.'
          : mode === 'place'
            ? 'Click where a tile is to stand.'
            : marked.size
              ? `${plural(marked.size, 'tile')} chosen`
              : 'Click or drag a box round tiles.'}
      </span>
    </div>
  );
}
