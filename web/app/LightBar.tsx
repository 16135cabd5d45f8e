/** Which light is shown on the plan, where, and in what: beside the tag sets while light is focused. */
import { looksOf } from '#core/light/looks';
import { facings } from '#core/light/planes';
import { parseLength } from '#core/measure/lengths';
import type { Id } from '#core/model/records';
import { find, settingsOf } from '#core/model/show';
import { useShow } from '../state/context';
import { litOf, useLight } from '../state/light';
import { useSelection } from '../state/selection';
import { Choice } from '../ui/Field';
import { LightOf } from '../ui/LightOf';
import { TextField } from '../ui/TextField';

export function LightBar() {
  const show = useShow();
  const light = useLight();
  const { units } = settingsOf(show);
  const of = litOf(show, light.of);
  const on = of !== 'nothing';
  return (
    <fieldset className="flex flex-wrap items-center gap-x-2 whitespace-nowrap">
      <legend className="sr-only">Light</legend>
      <LightOf />
      {on && (
        <>
          <span className="pencil">at</span>
          <span className="w-16">
            <TextField
              label="Height of the light"
              value={light.height}
              placeholder="face"
              help="A height above the stage floor: 0 is the floor; empty, a face"
              onWrite={(text) => {
                const parsed = text.trim() ? parseLength(text, units) : null;
                if (parsed && !parsed.ok) return parsed.why;
                useLight.setState({ height: text.trim() });
                return null;
              }}
            />
          </span>
          <Choice
            label="Light facing"
            className="!w-24"
            value={light.facing}
            options={facings}
            onChoose={(facing) => useLight.setState({ facing })}
          />
          <Choice
            label="Unit of light"
            className="!w-14"
            value={light.unit}
            options={['lx', 'fc']}
            onChoose={(unit) => useLight.setState({ unit })}
          />
          <Comparing of={of} />
          {(of === 'selection' || light.kept.size > 0) && <Keeping kept={light.kept} />}
        </>
      )}
    </fieldset>
  );
}

/** The light against another look, or against how it was when it was held. */
function Comparing({ of }: { readonly of: string }) {
  const show = useShow();
  const field = useLight((state) => state.field);
  const held = useLight((state) => state.held);
  const against = useLight((state) => state.against);
  const said = of.startsWith('look: ')
    ? (find(show, 'look', of.slice(6))?.name ?? of)
    : of === 'live'
      ? 'live levels'
      : of.replace(/^purpose: /, '');
  return (
    <>
      <Choice
        label="Compared with"
        className="!w-24"
        value={against}
        options={[
          ['nothing', 'less nothing'],
          ...(held ? [['held', `less ${held.said}, held`] as const] : []),
          ...looksOf(show)
            .filter(({ id }) => of !== `look: ${id}`)
            .map(({ id, name }) => [`look: ${id}`, `less ${name}`] as const),
        ]}
        onChoose={(next) => useLight.setState({ against: next })}
      />
      <button
        type="button"
        className="act act-small"
        title="Keeps this light as it is now, and shows what changes from here"
        disabled={!field}
        onClick={() =>
          field && useLight.setState({ held: { said, surface: field.surface, total: field.total }, against: 'held' })
        }
      >
        Hold
      </button>
    </>
  );
}

/** What is chosen stays lit while the next one is aimed. */
function Keeping({ kept }: { readonly kept: ReadonlySet<Id> }) {
  const selection = useSelection((state) => state.selection);
  const more = selection.filter((id) => !kept.has(id));
  return (
    <>
      <button
        type="button"
        className="act act-small"
        title="What is chosen stays lit while the next one is aimed"
        disabled={!more.length}
        onClick={() => useLight.setState({ kept: new Set([...kept, ...more]) })}
      >
        Keep lit
      </button>
      {kept.size > 0 && (
        <button type="button" className="link" onClick={() => useLight.setState({ kept: new Set() })}>
          let {kept.size} go
        </button>
      )}
    </>
  );
}
