import { centreSection } from '#core/draw/section-view';
import { useView } from '../../state/view';
import { useRunCommand } from '../../ui/context';
import { leavesKeys } from '../../ui/focus';
import { Tip } from '../../ui/Tip';

/** Where the section is cut, and which way one looks. */
export function SectionBar() {
  const run = useRunCommand();
  const section = useView((state) => state.section);
  const sightLines = useView((state) => state.sightLines);
  const look = ((section.look % 360) + 360) % 360;
  const way =
    look > 135 && look < 225
      ? 'to stage right'
      : look < 45 || look > 315
        ? 'to stage left'
        : look <= 135
          ? 'upstage'
          : 'downstage';
  const centre = section.at[0] === 0 && section.at[1] === 0;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
    // biome-ignore lint/a11y/noStaticElementInteractions: clicks on what stands in it come by here, and hand the focus back to the drawing
    <div className="absolute top-2 left-14 flex flex-wrap items-center gap-1 text-[11px]" onClick={leavesKeys}>
      <span className="pencil pr-1">
        {centre ? 'on the centre line' : 'on the drawn line'}, looking {way}
      </span>
      <Tip command="look">
        <button type="button" className="act act-small" onClick={() => run('look')}>
          Turn round
        </button>
      </Tip>
      {!centre && (
        <button type="button" className="act act-small" onClick={() => useView.setState({ section: centreSection(180) })}>
          Centre line
        </button>
      )}
      <Tip command="section line">
        <button type="button" className="act act-small" onClick={() => run('section line')}>
          Draw a line
        </button>
      </Tip>
      <Tip command="sight">
        <button type="button" className="act act-small" aria-pressed={sightLines} onClick={() => run('sight')}>
          Sight lines
        </button>
      </Tip>
    </div>
  );
}
