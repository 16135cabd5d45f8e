/** A level by a slider and by what is typed; and the levels of the moment, which are kept nowhere until they are made a look. */
import { levelFrom, withLevels } from '#core/light/looks';
import { useLight } from '../../state/light';
import { Range } from '../../ui/Field';
import { May } from '../../ui/May';
import { TextField } from '../../ui/TextField';

export const percent = (level: number): string => String(Math.round(level * 1000) / 10);

export function Fader({
  of,
  channel,
  now,
  onSlide,
  onWrite,
  children,
}: {
  /** Whose level it is. */
  readonly of: string;
  readonly channel: string;
  readonly now: number;
  readonly onSlide: (level: number) => void;
  readonly onWrite: (text: string, level: (now: number) => number) => void;
  readonly children?: React.ReactNode;
}) {
  return (
    <td className="px-2">
      <div className="flex items-center gap-1">
        <Range
          label={`Slider of ${channel} in ${of}`}
          className="range range-xs w-16"
          min={0}
          max={100}
          value={Math.round(now * 100)}
          onText={(text) => onSlide(Number(text) / 100)}
        />
        <div className="w-12">
          <TextField
            label={`Level of ${channel} in ${of}`}
            value={now ? percent(now) : ''}
            placeholder="out"
            align="right"
            help="Percent; full, out; +10 and _10 count from here"
            onWrite={(text) => {
              const level = levelFrom(text);
              if (!level) return 'A level from 0 to 100, +10, _10, full or out.';
              onWrite(text.trim() || 'out', level);
              return null;
            }}
          />
        </div>
      </div>
      {children}
    </td>
  );
}

export function LiveHeading({ onKeep }: { readonly onKeep: () => void }) {
  const shown = useLight(({ of }) => of === 'live');
  const some = useLight(({ live }) => Object.keys(live).length > 0);
  return (
    <th className="px-2 py-1 font-normal">
      <p className="py-0.5 whitespace-nowrap" title="What is on now, in this window; no look has it">
        Live levels
      </p>
      <div className="flex gap-2 text-[11px]">
        <button
          type="button"
          className="link"
          aria-pressed={shown}
          aria-label={`${shown ? 'Hide' : 'Show'} the light of live levels`}
          onClick={() => useLight.setState({ of: shown ? 'nothing' : 'live' })}
        >
          {shown ? 'shown' : 'show'}
        </button>
        <May>
          <button type="button" className="link" aria-label="Keep live levels as a look" disabled={!some} onClick={onKeep}>
            keep
          </button>
        </May>
        <button
          type="button"
          className="link"
          aria-label="All live levels out"
          disabled={!some}
          onClick={() => useLight.setState({ live: {}, liveStates: undefined })}
        >
          out
        </button>
      </div>
    </th>
  );
}
/** Sets levels of the moment, and shows their light. */
export const setLive = (channels: readonly string[], level: number | ((now: number) => number)): void =>
  useLight.setState(({ live }) => ({ of: 'live', live: withLevels(live, channels, level) }));
export function LiveLevel({ channel }: { readonly channel: string }) {
  const now = useLight(({ live }) => live[channel] ?? 0);
  const put = (level: number | ((now: number) => number)) => setLive([channel], level);
  return <Fader of="live levels" channel={channel} now={now} onSlide={put} onWrite={(_, level) => put(level)} />;
}
