/** The section on the centre line, and the elevation from the front. */
import { sectionList } from '../../draw/section.js';
import { centreSection, frontElevation, type SectionView } from '../../draw/section-view.js';
import type { Vec2 } from '../../model/records.js';
import type { Show } from '../../model/show.js';
import { ontoWindow, tagsOf, variantOf } from './stage.js';
import type { WindowKind } from './window.js';

/** A view as a window keeps it: "180 1200" looks to stage right on a plane that runs through x 1200 (or y, looking upstage). Left out: the usual one. */
function viewOf(of: string | undefined, usual: SectionView): SectionView {
  const said = /^(-?\d+(?:\.\d+)?) (-?\d+(?:\.\d+)?)$/.exec(of ?? '');
  if (!said) return usual;
  const [look, through] = [Number(said[1]), Number(said[2])];
  const at: Vec2 = usual.kind === 'section' ? [through, 0] : [0, through];
  return { ...usual, at, look };
}
const kindOf = (what: 'section' | 'elevation', order: number, title: string, usual: SectionView): WindowKind => ({
  what,
  order,
  title,
  sets: ['of', 'scale', 'turn', 'layers', 'tags', 'symbols'],
  of: () =>
    what === 'section'
      ? [
          ['', 'on the centre line, looking to stage right'],
          ['0 0', 'on the centre line, looking to stage left'],
        ]
      : [['', 'from the front']],
  draw: (show, window, { since = null }) => {
    const of = variantOf(show, window);
    const view = viewOf(window.of, usual);
    const list = (shown: Show) => (denominator: number) =>
      sectionList(shown, view, {
        denominator,
        tags: tagsOf(show, window),
        readable: true,
        throws: [],
        sightLines: what === 'section',
      });
    return ontoWindow(
      of,
      window,
      list(of),
      what === 'section' ? 'the section' : 'the elevation',
      since,
      since && list(variantOf(since.base.show, window)),
    );
  },
});
export const section: WindowKind = kindOf('section', 40, 'Section', centreSection(180));
export const elevation: WindowKind = kindOf('elevation', 50, 'Elevation', frontElevation);
