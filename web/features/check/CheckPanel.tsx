/** The step Rig check: one light at a time or all of a kind, and what is heard and sent. */
import { useEffect } from 'react';
import type { Show } from '#core/model/show';
import { useShow } from '../../state/context';
import { useSelection } from '../../state/selection';
import { useView } from '../../state/view';
import { useUp } from '../../state/wires/up';
import { keepListening, useWires, wire } from '../../state/wires/wires';
import { Choice } from '../../ui/Field';
import { useNameHere, Writer } from '../../ui/Writer';
import { HandCode } from './HandCode';
import { KindPart } from './parts/KindPart';
import { Asked } from './parts/LightPart';
import { OnePart } from './parts/OnePart';
import { PixelPart } from './parts/PixelPart';
import { SlotPart } from './parts/SlotPart';
import { ParkedPart } from './parts/WalkPart';
import { another, drive, driveOn, follow, move, ring, sit, takeWheel, useCheck } from './state';
import { WiresLines } from './WiresLines';

const levels = [1, 0.75, 0.5, 0.3, 0.1].map((share) => [share, `${Math.round(share * 100)} %`] as const);
const glows = [
  [0, 'out'],
  [0.05, 'at 5 %'],
  [0.1, 'at 10 %'],
  [0.2, 'at 20 %'],
] as const;
const comes = [
  ['one', 'one light at a time'],
  ['kind', 'all of a kind'],
  ['slot', 'a single slot'],
  ['pixels', 'pixels of a wall'],
] as const;

export function CheckPanel() {
  const show = useShow();
  const check = useCheck();
  const output = useWires(({ state }) => state?.output ?? false);
  const heard = useWires(({ state }) => state !== null);
  const together = useWires((state) => state.check);
  const checker = useNameHere();
  const selection = useSelection((state) => state.selection);
  const { what } = check;
  const driver = another();
  // What is asked for follows the show and the choices; the server lets it fade when this panel is left, or when another one drives.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked for is read from the check and the selection
  useEffect(() => {
    if (!output) return;
    if (driver) return drive(null);
    return driveOn(show);
  }, [output, show, check, selection, driver]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is up is read from the check and the selection
  useEffect(() => ring(show), [show, check, selection]);
  // From here on the log of levels has no gap.
  useEffect(keepListening, []);
  useEffect(
    () => () => {
      drive(null);
      useUp.setState({ up: [] });
    },
    [],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: sits down again under another name, or after a gap
  useEffect(() => sit(show), [show.id, checker, heard]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows what the driver says
  useEffect(follow, [together]);
  return (
    <section aria-label="Rig check">
      {driver && (
        <p className="flex items-center gap-2 pb-1" data-testid="driver">
          <b>{driver} drives</b>
          <button type="button" className="act" onClick={() => takeWheel(show)}>
            Take it over
          </button>
        </p>
      )}
      <Choice
        label="What comes up"
        className="mb-1 w-full"
        value={what}
        options={comes}
        disabled={driver !== null}
        onChoose={(next) => useCheck.setState({ what: next })}
      />
      {what === 'one' && <OnePart show={show} />}
      {what === 'kind' && <KindPart show={show} />}
      {what === 'slot' && <SlotPart show={show} />}
      {what === 'pixels' && <PixelPart show={show} />}
      <Levels show={show} />
      <ParkedPart show={show} />
      <button
        type="button"
        className="act my-2 w-full"
        aria-pressed={output}
        disabled={!heard}
        style={output ? { color: 'var(--stop)', borderColor: 'var(--stop)' } : {}}
        onClick={() => wire()?.output(!output)}
      >
        {output ? 'Switch output off' : 'Switch output on'}
      </button>
      {!output && (
        <p className="pencil">
          Nothing is sent: the plan shows what a desk sends. Output is needed for a light to come up from here.
        </p>
      )}
      <Asked name="checked by">
        <Writer label="Checked by" />
      </Asked>
      <p className="pencil">{together && together.here > 1 ? `${together.here} are at this check.` : ''}</p>
      <button type="button" className="link" onClick={() => useView.setState({ alone: true })}>
        The drawing alone, without the frame
      </button>
      <HandCode show={show} />
      <WiresLines />
    </section>
  );
}
function Levels({ show }: { readonly show: Show }) {
  const { level, others } = useCheck();
  return (
    <div className="flex items-center gap-2 py-1">
      <span className="pencil">level</span>
      <Choice
        label="Level of the light"
        className="!w-20"
        value={level}
        options={levels}
        onChoose={(share) => move(show, { level: Number(share) })}
      />
      <span className="pencil">others</span>
      <Choice
        label="Level of the others"
        className="!w-20"
        value={others}
        options={glows}
        onChoose={(share) => move(show, { others: Number(share) })}
      />
    </div>
  );
}
