/** What is saved of the picture: one picture, a film, or a sheet with up to three of them. */
import { useState } from 'react';
import { v4 } from 'uuid';
import { looksOf } from '#core/light/looks';
import type { Look } from '#core/model/records';
import { find, type Show, settingsOf } from '#core/model/show';
import { picturePlate } from '#core/paper/edits';
import { useSession, useShow } from '../../../state/context';
import { litOf, useLight } from '../../../state/light';
import { usePaper } from '../../../state/paper';
import { usePicture } from '../../../state/picture';
import { toast } from '../../../state/toast';
import { Choice, Typed } from '../../../ui/Field';
import { Line } from '../../../ui/TextField';
import { type FilmWish, picturePng, type Studio, saveFilm, savePicture, saveSheet, sizes } from './saving';
import { viewpointsOf } from './viewpoints';

/** What is asked for stays while the sheet of it is closed. */
const remembered = { size: '1920 x 1080', film: '1280 x 720', way: 'round', seconds: '10', degrees: '90', to: '', title: '' };

const sizeOf = (text: string) => sizes.find(([name]) => name === text)?.[1] ?? { width: 1920, height: 1080 };
const lookNow = (show: Show): Look | null => {
  const of = litOf(show, useLight.getState().of);
  return of.startsWith('look: ') ? (find(show, 'look', of.slice(6)) ?? null) : null;
};

export function Saving({ studio }: { readonly studio: () => Studio | null }) {
  const show = useShow();
  const session = useSession();
  const [wish, setWish] = useState(remembered);
  const busy = usePicture((state) => state.saving !== null);
  const set = (patch: Partial<typeof remembered>) =>
    setWish((now) => Object.assign(remembered, { ...now, ...patch }) && { ...remembered });
  const { name } = settingsOf(show);
  const look = lookNow(show);
  const said = [name, look?.name].filter(Boolean).join(', ');
  const own = <A extends unknown[]>(save: (studio: Studio, ...rest: A) => Promise<void>, ...rest: A) => {
    const now = studio();
    if (now) void save(now, ...rest);
  };
  return (
    <fieldset disabled={busy}>
      <h3 className="font-bold">Picture</h3>
      <Line name="Size">
        <Choice
          label="Size of the picture"
          value={wish.size}
          options={sizes.map(([text]) => text)}
          onChoose={(size) => set({ size })}
        />
      </Line>
      <button type="button" className="act w-full" onClick={() => own(savePicture, sizeOf(wish.size), said)}>
        Save the picture
      </button>
      <button
        type="button"
        className="act mt-1 w-full"
        onClick={() =>
          own(picturePng, sizeOf(wish.size), (png: string) => {
            const { change, plate } = picturePlate(session.get().show, said, png, v4);
            session.edit('A picture on a sheet of paper', change);
            usePaper.setState({ sheet: plate.id, window: null, inside: false, title: null });
            toast(`"${said}" is a sheet of the book now: see it in the step Paper.`);
          })
        }
      >
        Put it on a sheet of paper
      </button>
      <h3 className="pt-2 font-bold">Film</h3>
      <Film wish={wish} set={set} look={look} onSave={(film) => own(saveFilm, film, said)} />
      <h3 className="pt-2 font-bold">Sheet of three pictures</h3>
      <Sheet wish={wish} set={set} onSave={(sheet) => own(saveSheet, sheet)} />
    </fieldset>
  );
}

interface PartProps<W> {
  readonly wish: typeof remembered;
  readonly set: (patch: Partial<typeof remembered>) => void;
  readonly onSave: (wish: W) => void;
}
/** Least and most seconds of a film. */
const SECONDS = { least: 1, most: 120 } as const;
function Film({ wish, set, look, onSave }: PartProps<FilmWish> & { readonly look: Look | null }) {
  const show = useShow();
  const kept = viewpointsOf(show);
  const others = looksOf(show).filter(({ id }) => id !== look?.id);
  const to = others.find(({ id }) => id === wish.to) ?? null;
  const [seconds, degrees] = [Number(wish.seconds.replace(',', '.')), Number(wish.degrees.replace(',', '.'))];
  const path = wish.way === 'path';
  const fault = !(seconds >= SECONDS.least && seconds <= SECONDS.most)
    ? `A film takes ${SECONDS.least} to ${SECONDS.most} seconds.`
    : path && kept.length < 2
      ? 'A path needs two kept views.'
      : !path && !(Math.abs(degrees) <= 720)
        ? 'Degrees are from -720 to 720.'
        : null;
  return (
    <>
      <Line name="Size">
        <Choice
          label="Size of the film"
          value={wish.film}
          options={sizes.map(([text]) => text)}
          onChoose={(film) => set({ film })}
        />
      </Line>
      <Line name="Way">
        <Choice
          label="Way of the film"
          value={wish.way}
          options={[
            ['round', 'round the stage'],
            ['path', 'through the kept views'],
          ]}
          onChoose={(way) => set({ way })}
        />
      </Line>
      {!path && (
        <Line name="Round by" unit="°">
          <Typed label="Degrees of the film" value={wish.degrees} onText={(text) => set({ degrees: text })} />
        </Line>
      )}
      <Line name="Length" unit="s">
        <Typed label="Seconds of the film" value={wish.seconds} onText={(text) => set({ seconds: text })} />
      </Line>
      {look && (
        <Line name="Changes to">
          <Choice
            label="Look that the film changes to"
            value={to?.id ?? ''}
            options={[['', 'no other look'], ...others.map(({ id, name }) => [id, name] as const)]}
            onChoose={(id) => set({ to: id })}
          />
        </Line>
      )}
      {fault && <p style={{ color: 'var(--doubt)' }}>{fault}</p>}
      <button
        type="button"
        className="act w-full"
        disabled={fault !== null}
        onClick={() =>
          onSave({
            size: sizeOf(wish.film),
            length: seconds,
            way: path ? { kind: 'path', eyes: kept } : { kind: 'round', degrees },
            from: look,
            to: look ? to : null,
          })
        }
      >
        Save the film
      </button>
    </>
  );
}

interface Slot {
  readonly from: string;
  readonly look: string;
}
function Sheet({ wish, set, onSave }: PartProps<Parameters<typeof saveSheet>[1]>) {
  const show = useShow();
  const kept = viewpointsOf(show);
  const looks = looksOf(show);
  const [slots, setSlots] = useState<readonly Slot[]>(() =>
    [0, 1, 2].map((i) => ({ from: kept[i]?.id ?? '', look: looks[i]?.id ?? '' })),
  );
  const put = (i: number, patch: Partial<Slot>) =>
    setSlots((now) => now.map((slot, k) => (k === i ? { ...slot, ...patch } : slot)));
  const title = wish.title || settingsOf(show).name;
  return (
    <>
      <Line name="Title">
        <Typed label="Title of the sheet" value={title} onText={(text) => set({ title: text })} />
      </Line>
      {slots.map(({ from, look }, i) => (
        <div key={`place ${i + 1}`} className="flex gap-1">
          <Choice
            label={`View of picture ${i + 1}`}
            value={from}
            options={[['', 'as it is'], ...kept.map(({ id, name }) => [id, name] as const)]}
            onChoose={(id) => put(i, { from: id })}
          />
          <Choice
            label={`Look of picture ${i + 1}`}
            value={look}
            options={[['', 'as it is'], ...looks.map(({ id, name }) => [id, name] as const)]}
            onChoose={(id) => put(i, { look: id })}
          />
        </div>
      ))}
      <button
        type="button"
        className="act mt-1 w-full"
        onClick={() =>
          onSave({
            title: title.trim() || 'Pictures',
            pictures: slots.map(({ from, look }) => {
              const eye = kept.find(({ id }) => id === from) ?? null;
              const own = looks.find(({ id }) => id === look) ?? null;
              return { eye, look: own, caption: [own?.name, eye?.name].filter(Boolean).join(', ') };
            }),
          })
        }
      >
        Save the sheet
      </button>
    </>
  );
}
