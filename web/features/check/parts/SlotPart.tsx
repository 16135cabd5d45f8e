/** A single slot, whatever is patched to it: to find out what hangs on it. */
import type { Show } from '#core/model/show';
import { formatAddress, parseAddress, SLOTS, UNIVERSES } from '#core/patch/address';
import { saidOfSlot } from '#core/wires/around';
import { addressesOf } from '#core/wires/wish';
import { TextField } from '../../../ui/TextField';
import { useCheck } from '../state';
import { Asked } from './LightPart';

export function SlotPart({ show }: { readonly show: Show }) {
  const slot = useCheck((state) => state.slot);
  const to = (next: number) => useCheck.setState({ slot: Math.max(1, Math.min(UNIVERSES * SLOTS, next)) });
  const next = addressesOf(show).find((address) => address > slot);
  return (
    <div className="flex flex-col gap-1" data-testid="slot">
      <p className="text-[40px] leading-none font-bold">{formatAddress(slot)}</p>
      <p className="pencil">{saidOfSlot(show, slot) || 'nothing patched'}</p>
      <Asked name="slot">
        <TextField
          label="The slot that is raised"
          value={formatAddress(slot)}
          onWrite={(text) => {
            const read = parseAddress(text);
            if (!read.ok) return read.why;
            if (read.address === null) return 'Write a universe and a slot, such as 1.101.';
            to(read.address);
            return null;
          }}
        />
      </Asked>
      <div className="grid grid-cols-3 gap-2">
        <button type="button" className="act !h-9" onClick={() => to(slot - 1)}>
          Slot before
        </button>
        <button type="button" className="act !h-9" onClick={() => to(slot + 1)}>
          Next slot
        </button>
        <button type="button" className="act !h-9" disabled={next === undefined} onClick={() => next && to(next)}>
          Next unit
        </button>
      </div>
    </div>
  );
}
