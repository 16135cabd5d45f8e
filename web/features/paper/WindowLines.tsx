/** What can be set of the chosen window. */
import { colourings } from '#core/draw/colourings';
import { tagSetsOf } from '#core/draw/tag-set';
import { scales } from '#core/measure/scales';
import { layersInOrder } from '#core/model/layers';
import type { PlateWindow } from '#core/model/records';
import type { Planned } from '#core/paper/plates';
import { windowKind } from '#core/paper/windows/index';
import { useSession, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { toast } from '../../state/toast';
import { Choice, FileField, LongText, Tick } from '../../ui/Field';
import { fittingPng } from '../../ui/picture-file';
import { Line, TextField } from '../../ui/TextField';
import { dropWindow, setWindow, setWindows, titleOf } from './correct';

/** A record without some of its optional fields. */
const without = (window: PlateWindow, ...fields: (keyof PlateWindow)[]): PlateWindow =>
  Object.fromEntries(
    Object.entries(window).filter(([field]) => !fields.includes(field as keyof PlateWindow)),
  ) as unknown as PlateWindow;

export function WindowLines({ planned, window }: { readonly planned: Planned; readonly window: PlateWindow }) {
  const show = useShow();
  const session = useSession();
  const kind = windowKind(window.what);
  const sets = new Set(kind?.sets);
  const desk = { session, show };
  const set = (label: string, next: PlateWindow) => setWindow(desk, planned, label, next);
  const side = (label: string, i: 0 | 1 | 2 | 3) => (
    <TextField
      key={label}
      label={label}
      align="right"
      value={String(Math.round(window.box[i] * 10) / 10)}
      onWrite={(text) => {
        const value = Number(text.replace(',', '.'));
        if (!Number.isFinite(value) || Math.abs(value) > 5000 || (i > 1 && value < 1)) return 'Millimetres of paper, as in 120.';
        const box = window.box.map((old, k) => (k === i ? value : old)) as unknown as PlateWindow['box'];
        set(label, { ...window, box });
        return null;
      }}
    />
  );
  const order = (to: 'front' | 'back') => {
    const others = planned.windows.filter(({ id }) => id !== window.id);
    setWindows(desk, planned, `Window to the ${to}`, to === 'front' ? [...others, window] : [window, ...others]);
  };
  return (
    <section aria-label="Window" className="pt-1">
      <div className="flex items-baseline justify-between">
        <b>{titleOf(window)}</b>
        <button type="button" className="link" onClick={() => usePaper.setState({ window: null, inside: false })}>
          Done
        </button>
      </div>
      {kind?.of && sets.has('of') && (
        <Line name="Of">
          <Choice
            label="What the window is of"
            value={window.of ?? ''}
            options={kind.of(show)}
            onChoose={(value, text) =>
              set(`"${text}"`, value ? { ...without(window, 'page'), of: value } : without(window, 'of', 'page'))
            }
          />
        </Line>
      )}
      {sets.has('scale') && (
        <Line name="Scale">
          <Choice
            label="Scale of the window"
            value={window.scale ?? ''}
            options={[['', 'the largest that fits'], ...scales.map((item) => [item.denominator, item.name] as const)]}
            onChoose={(value, text) =>
              set(`Scale ${text}`, value ? { ...window, scale: Number(value) } : without(window, 'scale'))
            }
          />
        </Line>
      )}
      {sets.has('turn') && (
        <Line name="Turned">
          <Choice
            label="How the drawing is turned"
            value={window.turn ?? 0}
            options={[
              [0, 'as it is'],
              [90, 'left by 90°'],
              [-90, 'right by 90°'],
              [180, 'upside down'],
            ]}
            onChoose={(value, text) =>
              set(`Turned ${text}`, value ? { ...window, turn: Number(value) } : without(window, 'turn'))
            }
          />
        </Line>
      )}
      {sets.has('tags') && (
        <Line name="Tags">
          <Choice
            label="Tags in the window"
            value={window.tags ?? ''}
            options={[['', 'those of plates'], ['none', 'none'], ...tagSetsOf(show).map((item) => [item.id, item.name] as const)]}
            onChoose={(value, text) => set(`Tags ${text}`, value ? { ...window, tags: value } : without(window, 'tags'))}
          />
        </Line>
      )}
      {sets.has('symbols') && (
        <Line name="Symbols">
          <Choice
            label="Symbols in the window"
            value={window.symbols ?? ''}
            options={[['', 'those of the show'], 'outline', 'bold']}
            onChoose={(value) =>
              set('Symbols', value ? { ...window, symbols: value as 'outline' | 'bold' } : without(window, 'symbols'))
            }
          />
        </Line>
      )}
      {sets.has('colour') && (
        <Line name="Colour by">
          <Choice
            label="Colours in the window"
            value={window.colour ?? 'nothing'}
            options={colourings}
            onChoose={(value) =>
              set(`Colour by ${value}`, value === 'nothing' ? without(window, 'colour') : { ...window, colour: value })
            }
          />
        </Line>
      )}
      {sets.has('picture') && (
        <label className="link">
          {window.picture ? 'Another picture' : 'Take a picture from a file'}
          <FileField
            testId="plate-picture"
            accept="image/*"
            onFile={(file) =>
              fittingPng(file, file.name).then(
                (picture) => set('Picture', { ...window, picture }),
                (error: Error) => toast(error.message),
              )
            }
          />
        </label>
      )}
      {sets.has('text') && (
        <LongText
          key={`${window.id} ${window.text}`}
          label="Text of the window"
          className="field mt-1 h-20 w-full"
          defaultValue={window.text ?? ''}
          onText={() => {}}
          onBlur={(event) => {
            const text = event.target.value.slice(0, 20_000);
            if (text !== (window.text ?? '')) set('Text', { ...window, text });
          }}
        />
      )}
      {sets.has('crop') && (
        <p className="pencil">
          {window.crop ? 'A part of the stage. ' : ''}Double click works inside: drag the drawing, the wheel changes its scale.{' '}
          {window.crop && (
            <button type="button" className="link" onClick={() => set('All of the stage', without(window, 'crop'))}>
              Show all
            </button>
          )}
        </p>
      )}
      {sets.has('layers') && (
        <details>
          <summary className="pencil">Layers</summary>
          {layersInOrder(show).map(({ id, name }) => {
            const off = window.hidden?.includes(id) ?? false;
            const others = (window.hidden ?? []).filter((other) => other !== id);
            return (
              <label key={id} className="flex items-center gap-2">
                <Tick
                  checked={!off}
                  onTick={(on) =>
                    set(
                      `${on ? 'With' : 'Without'} the layer ${name}`,
                      on
                        ? others.length
                          ? { ...window, hidden: others }
                          : without(window, 'hidden')
                        : { ...window, hidden: [...others, id] },
                    )
                  }
                />
                {name}
              </label>
            );
          })}
        </details>
      )}
      <div className="flex items-baseline gap-1 pt-1">
        <span className="pencil">mm</span>
        {side('Left', 0)}
        {side('Bottom', 1)}
        {side('Width', 2)}
        {side('Height', 3)}
      </div>
      <div className="flex gap-3 pt-1">
        <button type="button" className="link" onClick={() => order('front')}>
          To the front
        </button>
        <button type="button" className="link" onClick={() => order('back')}>
          To the back
        </button>
        <button type="button" className="link" onClick={() => dropWindow(desk, planned, window.id)}>
          Delete
        </button>
      </div>
    </section>
  );
}
