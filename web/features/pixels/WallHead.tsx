/** Which wall, what it comes to, and its work area. */
import { Plus, Trash2 } from 'lucide-react';
import { lengthUnit } from '#core/measure/lengths';
import type { Wall } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { formatAddress, universeOf } from '#core/patch/address';
import { type Pixel, wallWires, wired } from '#core/patch/pixels';
import { removeRecords } from '#core/setout/remove';
import { useSession, useShow } from '../../state/context';
import { useView } from '../../state/view';
import { Choice } from '../../ui/Field';
import { May } from '../../ui/May';
import { Line, TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { LengthText } from './LengthText';

interface Props {
  readonly wall: Wall;
  readonly pixels: readonly Pixel[];
  readonly change: (label: string, next: Wall) => void;
  readonly onAdd: () => void;
}

export function WallHead({ wall, pixels, change, onAdd }: Props) {
  const session = useSession();
  const show = useShow();
  const walls = all(show, 'wall');
  const { units } = settingsOf(show);
  const last = pixels.at(-1);
  const without = wall.tiles.length - wired(wall).length;
  const passing = wallWires(wall).filter(({ passes }) => passes > 0).length;
  return (
    <>
      <h2 className="sr-only">Pixel wall {wall.name}</h2>
      <div className="flex items-center gap-2 pb-1">
        <Choice
          label="Wall"
          value={wall.id}
          options={walls.map((item) => [item.id, item.name] as const)}
          onChoose={(value) => useView.setState({ wall: value })}
        />
        <May>
          <button type="button" className="tool !h-6 !w-6" aria-label="New wall" title="New wall" onClick={onAdd}>
            <Plus size={13} />
          </button>
        </May>
        <May>
          <button
            type="button"
            className="tool !h-6 !w-6"
            aria-label={`Delete ${wall.name}`}
            title={`Delete ${wall.name}`}
            onClick={() => {
              session.edit(`Delete ${wall.name}`, removeRecords(show, [wall]));
              useView.setState({ wall: null });
            }}
          >
            <Trash2 size={13} />
          </button>
        </May>
      </div>
      <Line name="Name">
        <TextField
          label="Name of the wall"
          value={wall.name}
          onWrite={(text) => {
            if (!text.trim()) return 'A wall has a name.';
            change(`Wall ${text.trim()}`, { ...wall, name: text.trim().slice(0, 200) });
            return null;
          }}
        />
      </Line>
      <p className="py-1" data-testid="wall-figures">
        {plural(pixels.length, 'pixel')} on {plural(wall.tiles.length, 'tile')}
        {wall.address !== null && last?.address
          ? `, ${formatAddress(wall.address)} to ${formatAddress(last.address + wall.slots - 1)}: ${plural(universeOf(last.address) - universeOf(pixels[0]?.address ?? last.address) + 1, 'universe')}`
          : ''}
        {without ? `; ${plural(without, 'tile')} not wired` : ''}. {Math.round(pixels.length * wall.watts)} W.
        {passing ? ` ${plural(passing, 'wire')} over tiles ${passing > 1 ? 'they do' : 'it does'} not feed, drawn broken.` : ''}
      </p>
      <Line name="Work area" unit={lengthUnit(units)}>
        <LengthText
          label="Width of the work area"
          value={wall.width}
          onMm={(mm) => change('Size of the work area', { ...wall, width: mm })}
        />
        <span className="pencil">x</span>
        <LengthText
          label="Height of the work area"
          value={wall.height}
          onMm={(mm) => change('Size of the work area', { ...wall, height: mm })}
        />
      </Line>
      <Line name="Grid" unit={lengthUnit(units)}>
        <LengthText label="Grid" value={wall.grid} onMm={(mm) => change('Grid of the work area', { ...wall, grid: mm })} />
      </Line>
    </>
  );
}
