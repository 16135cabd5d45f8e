/** Modes of a type: typed in one go as a list of attributes, or channel by channel in a table. */

import { Copy, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { itemAt } from '#core/measure/list';
import type { Channel, Mode } from '#core/model/records';
import { footprintOf, footprints } from '#core/patch/footprint';
import { channelsFromText, textFromChannels, usualAttributes } from '#core/shelf/channels';
import type { Fault } from '#core/shelf/type-form';
import { Choice, Typed } from '../../ui/Field';
import { TextField } from '../../ui/TextField';

interface Props {
  readonly modes: readonly Mode[];
  readonly onModes: (modes: readonly Mode[]) => void;
  readonly faults: readonly Fault[];
}

const whole = (text: string, least: number, most: number): number | null => {
  const value = Number(text);
  return text.trim() && Number.isInteger(value) && value >= least && value <= most ? value : null;
};

/** A channel of a mode: its slots, attribute, width, break and values. It is let go of by null. */
function ChannelRow({ item, i, onChannel }: { item: Channel; i: number; onChannel: (next: Channel | null) => void }) {
  const put = (patch: Partial<Channel>) => onChannel({ ...item, ...patch });
  return (
    <tr style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <td>
        <TextField
          label={`Slots of channel ${i + 1}`}
          value={item.offset.join(', ')}
          onWrite={(text) => {
            const slots = text
              .split(/[\s,]+/)
              .filter(Boolean)
              .map((part) => whole(part, 1, 512));
            if (!slots.length || slots.length > 4 || slots.includes(null) || new Set(slots).size !== slots.length)
              return 'One to four slots of 1 to 512, the coarse one first.';
            put({ offset: slots as number[] });
            return null;
          }}
        />
      </td>
      <td>
        <Typed
          list="gdtf-attributes"
          label={`Attribute of channel ${i + 1}`}
          value={item.attribute}
          onText={(value) => put({ attribute: value.replace(/[^A-Za-z0-9_.]/g, '').slice(0, 100) || 'NoFeature' })}
        />
      </td>
      <td>
        <Choice
          label={`Bits of channel ${i + 1}`}
          value={item.offset.length * 8}
          options={[8, 16, 24, 32].map((bits) => bits)}
          onChoose={(value) => {
            const n = Number(value) / 8;
            // More bits take the slots that follow; fewer give them back.
            const from = item.offset[0] ?? 1;
            put({ offset: Array.from({ length: n }, (_, k) => item.offset[k] ?? Math.min(512, from + k)) });
          }}
        />
      </td>
      <td>
        <TextField
          label={`Break of channel ${i + 1}`}
          value={String(item.break)}
          onWrite={(text) => {
            const value = whole(text, 1, 64);
            if (value === null) return '1 to 64.';
            put({ break: value });
            return null;
          }}
        />
      </td>
      {(['default', 'highlight'] as const).map((key) => (
        <td key={key}>
          <TextField
            label={`${key === 'default' ? 'At rest' : 'To find it'} of channel ${i + 1}`}
            value={item[key] === undefined ? '' : String(item[key])}
            placeholder={key === 'default' ? 'usual' : 'none'}
            onWrite={(text) => {
              const most = 256 ** item.offset.length - 1;
              const value = whole(text, 0, most);
              if (text.trim() && value === null) return `0 to ${most}.`;
              const { [key]: _, ...rest } = item;
              onChannel(value === null ? rest : { ...rest, [key]: value });
              return null;
            }}
          />
        </td>
      ))}
      <td>
        <button type="button" aria-label={`Take away channel ${i + 1}`} onClick={() => onChannel(null)}>
          <Trash2 size={12} />
        </button>
      </td>
    </tr>
  );
}

export function ModesEditor({ modes, onModes, faults }: Props) {
  const [at, setAt] = useState(0);
  const mode = itemAt(modes, Math.min(at, modes.length - 1));
  const index = modes.indexOf(mode);
  const put = (next: Mode) => onModes(modes.map((item, i) => (i === index ? next : item)));
  const freeName = (stem: string) => {
    let name = stem;
    for (let n = 2; modes.some((item) => item.name === name); n++) name = `${stem} (${n})`;
    return name;
  };
  const add = (copy: boolean) => {
    onModes([
      ...modes,
      copy
        ? { ...mode, name: freeName(mode.name) }
        : { name: freeName('New mode'), channels: [{ attribute: 'Dimmer', offset: [1], break: 1 }] },
    ]);
    setAt(modes.length);
  };
  const next = (): number => Math.min(512, (footprints(mode)[0] ?? 0) + 1);
  return (
    <section aria-label="Modes">
      <h3 className="flex items-center justify-between font-bold">
        Modes
        <span className="flex gap-1.5 font-normal">
          <button type="button" className="act act-small flex items-center gap-1" onClick={() => add(false)}>
            <Plus size={11} /> Mode
          </button>
          <button type="button" className="act act-small flex items-center gap-1" onClick={() => add(true)}>
            <Copy size={11} /> Copy
          </button>
          <button
            type="button"
            className="act act-small flex items-center gap-1"
            disabled={modes.length < 2}
            onClick={() => {
              onModes(modes.filter((item) => item !== mode));
              setAt(Math.max(0, index - 1));
            }}
          >
            <Trash2 size={11} /> Take away
          </button>
        </span>
      </h3>
      <div role="tablist" aria-label="Modes of the type" className="flex flex-wrap gap-x-4">
        {modes.map((item, i) => (
          <button
            key={`${i} ${item.name}`}
            type="button"
            role="tab"
            aria-selected={i === index}
            className="tab"
            onClick={() => setAt(i)}
          >
            {item.name} <span className="pencil">{footprintOf(item)}</span>
          </button>
        ))}
      </div>
      <div className="flex items-baseline gap-2 py-1">
        <span className="pencil w-20 shrink-0">Name</span>
        <TextField
          key={`name ${index}`}
          label="Name of the mode"
          value={mode.name}
          onWrite={(text) => {
            if (!text.trim()) return 'A mode has a name.';
            put({ ...mode, name: text.trim().slice(0, 190) });
            return null;
          }}
        />
      </div>
      <div
        className="flex items-baseline gap-2 py-1"
        title="Attributes one after the other. 16, 24 or 32 behind a name is its width in bits, @2 its break."
      >
        <span className="pencil w-20 shrink-0">In one go</span>
        <TextField
          key={`text ${index} ${mode.channels.length}`}
          label="Channels in one go"
          value={textFromChannels(mode.channels)}
          placeholder="Dimmer, Pan 16, Tilt 16, ColorAdd_R"
          onWrite={(text) => {
            const made = channelsFromText(text);
            if (!made.ok) return made.why;
            put({ ...mode, channels: made.channels });
            return null;
          }}
        />
      </div>
      {faults.map((fault) => (
        <p key={fault.why} style={{ color: 'var(--stop)' }}>
          {fault.why}
        </p>
      ))}
      <datalist id="gdtf-attributes">
        {usualAttributes.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <table className="w-full" aria-label="Channels">
        <thead className="pencil text-left">
          <tr style={{ borderBottom: '1px solid var(--hair)' }}>
            <th className="w-24 font-normal">slots</th>
            <th className="font-normal">attribute</th>
            <th className="w-16 font-normal">bits</th>
            <th className="w-14 font-normal">break</th>
            <th className="w-20 font-normal">at rest</th>
            <th className="w-20 font-normal">to find it</th>
            <th className="w-6" />
          </tr>
        </thead>
        <tbody>
          {mode.channels.map((item, i) => (
            <ChannelRow
              key={`${index} ${i}`}
              item={item}
              i={i}
              onChannel={(next) =>
                put({ ...mode, channels: mode.channels.flatMap((other, j) => (i === j ? (next ?? []) : other)) })
              }
            />
          ))}
        </tbody>
      </table>
      <button
        type="button"
        className="act act-small mt-1 flex items-center gap-1"
        onClick={() => put({ ...mode, channels: [...mode.channels, { attribute: 'NoFeature', offset: [next()], break: 1 }] })}
      >
        <Plus size={11} /> Channel
      </button>
    </section>
  );
}
