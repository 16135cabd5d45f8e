/** How a wall is wired and addressed. */
import { corners, type Wall } from '#core/model/records';
import { formatAddress, parseAddress } from '#core/patch/address';
import { Choose } from '../../ui/Choose';
import { Choice } from '../../ui/Field';
import { Line, TextField } from '../../ui/TextField';
import { countOf } from './TileForm';

export function WiringForm({ wall, change }: { wall: Wall; change: (label: string, next: Wall) => void }) {
  return (
    <>
      <h3 className="pt-2 font-bold">Wiring</h3>
      <Choose
        name="Start"
        label="Start corner"
        value={wall.corner}
        options={corners}
        onChoose={(corner) => change(`Start ${corner}`, { ...wall, corner: corner as Wall['corner'] })}
      />
      <Choose
        name="Inside"
        label="Run inside a tile"
        value={wall.run}
        options={[
          ['rows', 'by rows'],
          ['columns', 'by columns'],
        ]}
        onChoose={(run) => change(`Wired by ${run}`, { ...wall, run: run as Wall['run'] })}
      />
      <Choose
        name="Then"
        label="Straight or serpentine"
        value={wall.serpentine ? 'serpentine' : 'straight'}
        options={['straight', 'serpentine']}
        onChoose={(how) => change(`Wired ${how}`, { ...wall, serpentine: how === 'serpentine' })}
      />
      <Line name="Address">
        <TextField
          label="First address"
          value={formatAddress(wall.address)}
          placeholder="none"
          onWrite={(text) => {
            const parsed = parseAddress(text);
            if (!parsed.ok) return parsed.why;
            change(
              parsed.address === null ? 'Clear the address of the wall' : `${wall.name} from ${formatAddress(parsed.address)}`,
              { ...wall, address: parsed.address },
            );
            return null;
          }}
        />
      </Line>
      <Line name="A pixel" unit="slots">
        <Choice
          label="Slots of a pixel"
          value={`${wall.slots} ${wall.colours}`}
          options={[...new Set([`${wall.slots} ${wall.colours}`, '3 RGB', '4 RGBW', '6 RGB-16', '1 W'])].map(
            (value) => [value, `${value.split(' ')[1]}, ${value.split(' ')[0]}`] as const,
          )}
          onChoose={(value) => {
            const [slots, colours] = value.split(' ') as [string, string];
            change(`Pixels ${colours}`, { ...wall, slots: Number(slots), colours });
          }}
        />
      </Line>
      <Choose
        name="New univ."
        label="New universe for"
        value={wall.fresh}
        options={[
          ['nothing', 'when one is full'],
          ['tile', 'for each tile'],
          ['row', 'for each run of a tile'],
        ]}
        onChoose={(fresh) => change('New universes', { ...wall, fresh: fresh as Wall['fresh'] })}
      />
      <Line name="At most" unit="a universe">
        <TextField
          label="Pixels a universe at most"
          value={wall.most === null ? '' : String(wall.most)}
          placeholder={String(Math.floor(512 / wall.slots))}
          onWrite={(text) => {
            const most = text.trim() ? countOf(text, 512) : null;
            if (text.trim() && !most) return 'A universe holds 1 to 512 pixels.';
            change('Pixels a universe', { ...wall, most });
            return null;
          }}
        />
      </Line>
    </>
  );
}
