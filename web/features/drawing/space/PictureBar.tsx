/** The bar of the picture: from where it is looked, how it is taken, and what is saved of it. */
import { useRef, useState } from 'react';
import { useParams } from 'react-router';
import { v4 } from 'uuid';
import { whites, workExposure } from '#core/light/exposure';
import { adding, edit, removing } from '#core/model/change';
import type { Viewpoint } from '#core/model/records';
import { type EyeName, eyeNames, namedEye } from '#core/space/eyes';
import { useSession, useShow } from '../../../state/context';
import { asItComes, goThrough, lookFrom, type TagKind, tagKinds, usePicture } from '../../../state/picture';
import { useView } from '../../../state/view';
import { Choice, Range, Tick } from '../../../ui/Field';
import { LightOf } from '../../../ui/LightOf';
import { May } from '../../../ui/May';
import { Popover } from '../../../ui/Popover';
import { TextField } from '../../../ui/TextField';
import { Saving } from './Saving';
import type { Studio } from './saving';
import type { PictureLight } from './usePicture';
import { viewpointsOf } from './viewpoints';

interface Props {
  readonly place: string;
  readonly light: PictureLight;
  readonly studio: () => Studio | null;
  readonly inLook: boolean;
}

export function PictureBar({ place, light, studio, inLook }: Props) {
  const show = useShow();
  const kept = viewpointsOf(show);
  const beams = usePicture((state) => state.beams);
  // Beside the plan of the step Focus the bar above has it.
  const focusing = useParams().step === 'focus';
  const plan = useView((state) => state.view === 'plan');
  const go = (name: string) => {
    const own = kept.find((view) => `kept ${view.id}` === name);
    if (own) lookFrom(own, name);
    else if ((eyeNames as readonly string[]).includes(name)) lookFrom(namedEye(show, name as EyeName), name);
  };
  return (
    <div
      className="absolute top-2 left-3 flex flex-wrap items-center gap-1 whitespace-nowrap px-1 py-0.5 text-[11px]"
      // Not quite opaque: behind what is, browsers may leave the picture out, and have been seen to leave out the wrong part of it.
      style={{ background: 'color-mix(in srgb, var(--sheet) 92%, transparent)' }}
    >
      <Choice
        label="Look from"
        className="!w-36"
        value={place}
        options={[['', 'where it was moved'], ...eyeNames]}
        more={kept.length ? { title: 'Kept', options: kept.map(({ id, name }) => [`kept ${id}`, name] as const) } : undefined}
        onChoose={go}
      />
      {!(focusing && plan) && <LightOf />}
      <Opens name="Views">{() => <Views kept={kept} onGo={go} />}</Opens>
      <Opens name="Picture">{() => <Settings light={light} inLook={inLook} />}</Opens>
      <Opens name="Save">{() => <Saving studio={studio} />}</Opens>
      {!inLook && (
        <button
          type="button"
          className="act"
          aria-pressed={beams === 'all'}
          onClick={() => usePicture.setState({ beams: beams === 'all' ? 'selected' : 'all' })}
        >
          {beams === 'all' ? 'Beams of all lights' : 'Beams of the selection'}
        </button>
      )}
      <Progress light={light} />
    </div>
  );
}

/** What takes time: the light, or what is being saved. */
function Progress({ light }: { readonly light: PictureLight }) {
  const saving = usePicture((state) => state.saving);
  if (!saving) return light.busy !== null && light.busy > 300 && <span className="pencil">light...</span>;
  return (
    <span className="flex items-center gap-1" role="status" aria-label="Saving">
      {saving.what}
      <progress className="progress w-20" value={saving.share} max={1} aria-label="How much is saved" />
      {Math.round(saving.share * 100)} %
      <button type="button" className="act act-small" onClick={saving.stop}>
        Stop
      </button>
    </span>
  );
}

/** A button with a sheet of its own. */
function Opens({ name, children }: { readonly name: string; readonly children: () => React.ReactNode }) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button ref={button} type="button" className="act" aria-expanded={open} onClick={() => setOpen(!open)}>
        {name}
      </button>
      {open && (
        <Popover name={name} button={button} onClose={() => setOpen(false)} className="w-72">
          {children()}
        </Popover>
      )}
    </>
  );
}

/** A slider that a double click puts back. */
function Slider({
  name,
  value,
  least,
  most,
  step,
  said,
  onValue,
  onReset,
}: {
  readonly name: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly said: string;
  readonly onValue: (value: number) => void;
  readonly onReset: () => void;
}) {
  return (
    <label className="flex items-center gap-2 py-0.5">
      <span className="w-20">{name}</span>
      <Range
        label={name}
        className="range range-xs min-w-0 flex-1"
        title="A double click puts it back"
        min={least}
        max={most}
        step={step}
        value={value}
        onText={(text) => onValue(Number(text))}
        onDoubleClick={onReset}
      />
      <span className="pencil w-14 text-right">{said}</span>
    </label>
  );
}
function Settings({ light, inLook }: { readonly light: PictureLight; readonly inLook: boolean }) {
  const { work, haze, stops, held, white, tags } = usePicture();
  const set = usePicture.setState;
  const now = light.exposure ?? workExposure;
  return (
    <div>
      <Slider
        name="Work light"
        value={work ?? (inLook ? 0 : 1)}
        least={0}
        most={1}
        step={0.01}
        said={work === null ? (inLook ? 'out' : 'on') : `${Math.round(work * 100)} %`}
        onValue={(value) => set({ work: value })}
        onReset={() => set({ work: asItComes.work })}
      />
      <Slider
        name="Haze"
        value={haze}
        least={0}
        most={1}
        step={0.01}
        said={`${Math.round(haze * 100)} %`}
        onValue={(value) => set({ haze: value })}
        onReset={() => set({ haze: asItComes.haze })}
      />
      <Slider
        name="Exposure"
        value={stops}
        least={-4}
        most={4}
        step={0.1}
        said={`${stops > 0 ? '+' : ''}${stops.toFixed(1)}`}
        onValue={(value) => set({ stops: value })}
        onReset={() => set({ stops: asItComes.stops })}
      />
      <Slider
        name="White"
        value={white}
        least={whites.least}
        most={whites.most}
        step={50}
        said={`${white} K`}
        onValue={(value) => set({ white: value })}
        onReset={() => set({ white: asItComes.white })}
      />
      <label className="flex items-center gap-2 py-0.5">
        <Tick checked={held !== null} onTick={(on) => set({ held: on ? now : null })} />
        <span>Hold the exposure: looks keep their difference</span>
      </label>
      <label className="flex items-center gap-2 py-0.5">
        <span className="w-20">Tags</span>
        <Choice<TagKind> label="Tags in the picture" value={tags} options={tagKinds} onChoose={(kind) => set({ tags: kind })} />
      </label>
    </div>
  );
}

/** Views that are kept by name, in their order: the way of a film goes through them. */
function Views({ kept, onGo }: { readonly kept: readonly Viewpoint[]; readonly onGo: (name: string) => void }) {
  const session = useSession();
  const now = usePicture((state) => state.now);
  const keep = () => {
    if (!now) return;
    const made: Viewpoint = {
      id: v4(),
      kind: 'viewpoint',
      name: `View ${kept.length + 1}`,
      order: Math.max(0, ...kept.map(({ order }) => order)) + 1,
      at: now.at,
      to: now.to,
      angle: Math.min(120, Math.max(5, now.angle)),
    };
    session.edit(`Keep ${made.name}`, adding(made));
  };
  return (
    <div>
      <May>
        <button type="button" className="act w-full" onClick={keep}>
          Keep this view
        </button>
      </May>
      {now && (
        <p className="pencil py-1">
          Sees {Math.round(now.angle)} degrees up and down. Arrow keys walk, with Shift they turn; Page up and down rise and sink;
          Home and End widen and narrow.
        </p>
      )}
      {kept.length > 1 && (
        <button
          type="button"
          className="act act-small mb-1"
          title="Goes through the kept views in their order, as a film does"
          onClick={() => goThrough(kept, `kept ${kept.at(-1)?.id}`)}
        >
          Go through them
        </button>
      )}
      <ul aria-label="Kept views">
        {kept.map((view) => (
          <li key={view.id} className="flex items-center gap-1 py-0.5">
            <span className="min-w-0 flex-1">
              <TextField
                label={`Name of ${view.name}`}
                value={view.name}
                onWrite={(text) => {
                  const name = text.trim().slice(0, 200);
                  if (!name) return 'A view needs a name.';
                  session.edit(`Rename ${view.name} to ${name}`, edit([view], { name }));
                  return null;
                }}
              />
            </span>
            <button type="button" className="act act-small" onClick={() => onGo(`kept ${view.id}`)}>
              Go
            </button>
            <May>
              <button
                type="button"
                className="act act-small"
                aria-label={`Delete ${view.name}`}
                onClick={() => session.edit(`Delete ${view.name}`, removing(view))}
              >
                Delete
              </button>
            </May>
          </li>
        ))}
      </ul>
    </div>
  );
}
