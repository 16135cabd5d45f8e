/** What lights that can change have in a look besides their levels: the colour that they mix, the frame of a string or a wheel, their aim and their zoom. */
import { useState } from 'react';
import { aimOf } from '#core/fields/aim';
import { type Changes, canChange, changesOf } from '#core/light/changers';
import { HEX, writtenColour } from '#core/light/codes';
import { colourIn } from '#core/light/filter';
import { channelsOf, withStates } from '#core/light/looks';
import { formatStagePoint } from '#core/measure/lengths';
import type { Fixture, Look, LookState } from '#core/model/records';
import { all, find, type Show, settingsOf } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { useLight } from '../../state/light';
import { toast } from '../../state/toast';
import { Choice, Typed } from '../../ui/Field';
import { plural } from '../../ui/words';

/** A state in words: "#ffcc00, to C, zoom 40". */
export function stateSaid(show: Show, state: LookState, frames: Changes['frames']): string {
  const { colour, frame, aim, zoom } = state;
  return [
    ...(colour === undefined ? [] : [colour]),
    ...(frame === undefined ? [] : [`${frame} ${frames[frame - 1]?.name ?? 'not there'}`]),
    ...(aim
      ? [
          `to ${aim.kind === 'area' ? (find(show, 'area', aim.area)?.name ?? '') : formatStagePoint(aim.at, settingsOf(show).units)}`,
        ]
      : []),
    ...(zoom === undefined ? [] : [`zoom ${Math.round(zoom * 100)}`]),
  ].join(', ');
}
const main = ({ parts }: Fixture): string => channelsOf([{ parts } as Fixture])[0] ?? '';

interface Wish {
  readonly colour: string;
  readonly frame: string;
  readonly aim: string;
  readonly zoom: string;
}
const nothing: Wish = { colour: '', frame: '', aim: '', zoom: '' };

/** What is typed as states by channel; a sentence where it cannot be. */
function wished(show: Show, able: readonly (readonly [Fixture, Changes])[], wish: Wish): Map<string, LookState> | string {
  const out = new Map<string, LookState>();
  const zoom = Number(wish.zoom.trim().replace(/\s*%$/, '').replace(',', '.'));
  if (wish.zoom.trim() && !(zoom >= 0 && zoom <= 100)) return 'A zoom from 0, the narrow end, to 100.';
  const colour = writtenColour(all(show, 'filter'), wish.colour);
  if (colour && !HEX.test(colour) && colourIn(show, colour).rgb === null)
    return `${colour} is no colour of this show: type a code that it has, or #rrggbb.`;
  for (const [fixture, { mixes, frames, aims, zooms }] of able) {
    const frame = Number(wish.frame);
    const aim = aims && wish.aim.trim() ? aimOf(show, fixture, wish.aim.trim()) : null;
    if (aim && !aim.ok) return aim.why;
    out.set(main(fixture), {
      ...(mixes && colour ? { colour } : {}),
      ...(frame >= 1 && frame <= frames.length ? { frame } : {}),
      ...(aim?.aim ? { aim: aim.aim } : {}),
      ...(zooms && wish.zoom.trim() ? { zoom: Math.round(zoom) / 100 } : {}),
    });
  }
  return out;
}
/** As they stand now: what a look takes over from the focus. */
const standing = ([fixture, { aims, zooms, mixes }]: readonly [Fixture, Changes]): LookState => {
  const colour = fixture.parts.find((part) => part.colour)?.colour;
  return {
    ...(aims && fixture.aim ? { aim: fixture.aim } : {}),
    ...(zooms ? { zoom: fixture.optics?.zoom ?? 0 } : {}),
    ...(mixes && colour ? { colour } : {}),
  };
};

/** @param fixtures  whose they are set; nothing is shown where none of them can change anything */
export function LookStates({ look, fixtures }: { readonly look: Look; readonly fixtures: readonly Fixture[] }) {
  const show = useShow();
  const session = useSession();
  const [wish, setWish] = useState(nothing);
  const able = fixtures.flatMap((fixture) => {
    const changes = changesOf(show, fixture);
    return main(fixture) && canChange(changes) ? [[fixture, changes] as const] : [];
  });
  if (!able.length) return null;
  const some = (of: (changes: Changes) => boolean) => able.some(([, changes]) => of(changes));
  const frames = able.reduce<Changes['frames']>((most, [, own]) => (own.frames.length > most.length ? own.frames : most), []);
  const put = (label: string, next: Parameters<typeof withStates>[2]) => {
    const { states: _, ...rest } = look;
    const channels = able.map(([fixture]) => main(fixture));
    session.edit(
      `${label} in ${look.name}`,
      // A field that is gone is told by its absence: the whole record is put.
      { added: [], removed: [], updated: [[look, { ...rest, ...withStates(look.states, channels, next) }]] },
    );
    useLight.setState({ of: `look: ${look.id}` });
  };
  const typed = (key: keyof Wish) => (text: string) => setWish({ ...wish, [key]: text });
  const set = () => {
    const states = wished(show, able, wish);
    if (typeof states === 'string') return void toast.error(states);
    if (![...states.values()].some((state) => Object.keys(state).length))
      return void toast.error('Type a colour, an aim or a zoom first.');
    put(`${plural(able.length)} set`, (now, channel) => ({ ...now, ...states.get(channel) }));
    setWish(nothing);
  };
  return (
    <form
      aria-label="Set colour, aim and zoom"
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        set();
      }}
    >
      <span className="pencil whitespace-nowrap">{able.length === 1 ? 'it changes' : `${able.length} change`}</span>
      {some(({ mixes }) => mixes) && (
        <Typed label="Colour in the look" className="!w-20" value={wish.colour} placeholder="colour" onText={typed('colour')} />
      )}
      {frames.length > 0 && (
        <Choice
          label="Frame in the look"
          className="!w-24"
          value={wish.frame}
          options={[['', 'frame'], ...frames.map(({ name }, i) => [String(i + 1), `${i + 1} ${name}`] as const)]}
          onChoose={typed('frame')}
        />
      )}
      {some(({ aims }) => aims) && (
        <Typed label="Aim in the look" className="!w-20" value={wish.aim} placeholder="aim" onText={typed('aim')} />
      )}
      {some(({ zooms }) => zooms) && (
        <Typed label="Zoom in the look" className="!w-14" value={wish.zoom} placeholder="zoom" onText={typed('zoom')} />
      )}
      <button type="submit" className="act act-small">
        Set
      </button>
      <button
        type="button"
        className="act act-small"
        title="The look takes their aim, zoom and colour as they are focused now"
        onClick={() => {
          const now = new Map(able.map((one) => [main(one[0]), standing(one)]));
          put(`${plural(able.length)} as focused`, (before, channel) => ({ ...before, ...now.get(channel) }));
        }}
      >
        As they stand
      </button>
      <button
        type="button"
        className="link"
        title="The look says nothing of them but their level"
        onClick={() => put(`${plural(able.length)} let go`, () => ({}))}
      >
        let go
      </button>
    </form>
  );
}
