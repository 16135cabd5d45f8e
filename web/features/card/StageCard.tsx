/** An outline, a cloth, a dimension or a note in the Card. */

import { dimensionFigures } from '#core/draw/stage-chunks';
import { formatLength, lengthUnit } from '#core/measure/lengths';
import { edit } from '#core/model/change';
import type { Dimension, Masking, Note, Outline } from '#core/model/records';
import { find, settingsOf } from '#core/model/show';
import { parsePoint } from '#core/setout/snap';
import { useSession, useShow } from '../../state/context';
import { Choice } from '../../ui/Field';
import { LengthField } from '../../ui/LengthField';
import { commandById } from '../../ui/registry';
import { Line, TextField } from '../../ui/TextField';
import { Tip } from '../../ui/Tip';

type Thing = Outline | Masking | Dimension | Note;

export function StageCard({ thing }: { thing: Thing }) {
  const session = useSession();
  const show = useShow();
  const { units } = settingsOf(show);
  const context = { session, show, go: () => undefined };
  const write = <R extends Thing>(record: R, label: string, patch: Partial<R>) => session.edit(label, edit([record], patch));
  const title = 'name' in thing && thing.name ? thing.name : thing.kind;
  const length = <R extends Thing>(record: R, name: string, value: number, to: (mm: number) => Partial<R> | string) => (
    <LengthField
      name={name}
      value={value}
      units={units}
      onLength={(mm, text) => {
        const patch = to(mm);
        if (typeof patch === 'string') return patch;
        write(record, `${name} of ${title} to ${text}`, patch);
        return null;
      }}
    />
  );
  const name = <R extends Outline | Masking>(record: R) => (
    <Line name="Name">
      <TextField
        label="Name"
        value={record.name}
        onWrite={(text) => {
          if (!text.trim()) return 'It needs a name.';
          write(record, `Rename ${record.name} to ${text.trim()}`, { name: text.trim().slice(0, 200) } as Partial<R>);
          return null;
        }}
      />
    </Line>
  );
  return (
    <div>
      <h2 className="font-bold">{title}</h2>
      <p className="pencil pb-1">
        {thing.kind === 'outline' || thing.kind === 'masking' ? thing.use : thing.kind}, on{' '}
        {find(show, 'layer', thing.layer)?.name}
        {'group' in thing && thing.group ? ', in a group' : ''}
      </p>
      {thing.kind === 'outline' && (
        <>
          {name(thing)}
          {length(thing, 'Height from', thing.zFrom, (mm) => (mm > thing.zTo ? { zFrom: mm, zTo: mm } : { zFrom: mm }))}
          {length(thing, 'Height to', thing.zTo, (mm) => (mm < thing.zFrom ? 'That is lower than it begins.' : { zTo: mm }))}
          {thing.points.length <= 24 &&
            thing.points.map((point, i) => (
              <Line key={i} name={`Corner ${i + 1}`}>
                <TextField
                  label={`Corner ${i + 1}`}
                  value={`${formatLength(point[0], units)}, ${formatLength(point[1], units)}`}
                  onWrite={(text) => {
                    const parsed = parsePoint(text, units, point, null);
                    if (!parsed.ok) return parsed.why;
                    write(thing, `Move corner ${i + 1} of ${title}`, {
                      points: thing.points.map((old, j) => (j === i ? parsed.at : old)),
                    });
                    return null;
                  }}
                />
              </Line>
            ))}
        </>
      )}
      {thing.kind === 'masking' && (
        <>
          {name(thing)}
          {length(thing, 'Width', thing.width, (mm) => (mm < 10 ? 'A cloth is at least 10 mm wide.' : { width: mm }))}
          {length(thing, 'Height', thing.height, (mm) => (mm < 10 ? 'A cloth is at least 10 mm high.' : { height: mm }))}
          {length(thing, 'Bottom', thing.z, (mm) => ({ z: mm }))}
          {length(thing, 'Middle SL', thing.at[0], (mm) => ({ at: [mm, thing.at[1]] as const }))}
          {length(thing, 'Upstage', thing.at[1], (mm) => ({ at: [thing.at[0], mm] as const }))}
          <Line name="Turn" unit="°">
            <TextField
              label="Turn"
              value={String(Math.round(thing.turn * 100) / 100)}
              onWrite={(text) => {
                const turn = Number(text.replace(/(deg|°)$/, ''));
                if (!Number.isFinite(turn) || Math.abs(turn) > 360) return 'Type degrees from -360 to 360.';
                write(thing, `Turn ${title} to ${text}`, { turn });
                return null;
              }}
            />
          </Line>
          {thing.z + thing.height > (settingsOf(show).grid ?? Number.POSITIVE_INFINITY) && (
            <p style={{ color: 'var(--doubt)' }}>Its top is above the grid.</p>
          )}
        </>
      )}
      {thing.kind === 'dimension' && (
        <>
          <Line name="Measures" unit={lengthUnit(units)}>
            <b>{formatLength(dimensionFigures(show, thing).length, units)}</b>
          </Line>
          <Line name="Along">
            <Choice
              label="Measured along"
              value={thing.along}
              options={[
                ['line', 'the line between'],
                ['x', 'across the stage'],
                ['y', 'up the stage'],
              ]}
              onChoose={(value) => write(thing, 'Direction of a dimension', { along: value as Dimension['along'] })}
            />
          </Line>
          {length(thing, 'Offset', thing.offset, (mm) => ({ offset: mm }))}
          <p className="pencil">
            {thing.from.to && thing.to.to
              ? 'Both ends are attached.'
              : thing.from.to || thing.to.to
                ? 'One end is attached, one is a fixed place.'
                : 'Both ends are fixed places.'}
          </p>
        </>
      )}
      {thing.kind === 'note' && (
        <>
          <Line name="Text">
            <TextField
              label="Text"
              // One line here: a stroke stands for the end of a row.
              value={thing.text.replaceAll('\n', ' | ')}
              onWrite={(text) => {
                if (!text.trim()) return 'A note says something. Delete it if it is not needed.';
                write(thing, 'Change a note', {
                  text: text
                    .trim()
                    .replace(/\s*\|\s*/g, '\n')
                    .slice(0, 2000),
                });
                return null;
              }}
            />
          </Line>
          {(['zFrom', 'zTo'] as const).map((field) => (
            <LengthField
              key={field}
              name={field === 'zFrom' ? 'Height from' : 'Height to'}
              value={thing[field] ?? null}
              placeholder="plan only"
              units={units}
              onLength={(mm, text) => {
                const [low, high] = field === 'zFrom' ? [mm, Math.max(mm, thing.zTo ?? mm)] : [thing.zFrom ?? mm, mm];
                if (high < low) return 'That is lower than it begins.';
                write(thing, `Height of a note to ${text}`, { zFrom: low, zTo: high });
                return null;
              }}
            />
          ))}
          <Line name="Size" unit="mm">
            <TextField
              label="Size"
              value={String(thing.size)}
              onWrite={(text) => {
                const size = Number(text);
                if (!(size >= 0.5 && size <= 100)) return 'From 0.5 to 100 mm on paper.';
                write(thing, 'Size of a note', { size });
                return null;
              }}
            />
          </Line>
        </>
      )}
      <div className="flex flex-wrap gap-1 pt-3">
        {(['copies', 'mirror', 'group', 'delete'] as const).map((id) => (
          <Tip command={id} key={id}>
            <button type="button" className="act" onClick={() => commandById(id).run(context)}>
              {{ copies: 'Copies', mirror: 'Mirror', group: 'Group', delete: 'Delete' }[id]}
            </button>
          </Tip>
        ))}
      </div>
    </div>
  );
}
