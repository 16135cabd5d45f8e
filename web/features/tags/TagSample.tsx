/** One unit of the show with its tags, as large as it fits: what is changed in a tag set is seen at once. */
import { useEffect, useMemo, useRef } from 'react';
import { boxOf, emptyBox, union } from '#core/draw/list';
import { fixtureChunks } from '#core/draw/plan';
import { linesFor } from '#core/draw/tag-set';
import { tagText } from '#core/fields/index';
import { firstOf } from '#core/measure/list';
import { apply, updating } from '#core/model/change';
import type { Fixture, TagSet } from '#core/model/records';
import { all, find, get, type Show, settingsOf } from '#core/model/show';
import { usePreferences } from '../../state/preferences';
import { paint, readPalette } from '../../ui/canvas/paint';

const [WIDE, HIGH] = [240, 150];
/** Pixels of a millimetre of paper, where there is room: a text of 1.6 mm is easily read. */
const LARGE = 9;
/** Among so many units the one is looked for that says most. */
const LOOK = 300;

/** The unit that is shown: the chosen one, else the one whose tags say most. */
export function sampleOf(show: Show, set: TagSet, selection: readonly string[]): Fixture | null {
  const chosen = selection.map((id) => find(show, 'fixture', id)).find((fixture) => fixture !== undefined);
  if (chosen) return chosen;
  let [best, most]: [Fixture | null, number] = [null, -1];
  for (const fixture of all(show, 'fixture').slice(0, LOOK)) {
    const says = linesFor(set, fixture).filter(({ field }) => tagText(show, fixture, field)).length;
    if (says > most) [best, most] = [fixture, says];
  }
  return best;
}

export function TagSample({ show, set, fixture }: { show: Show; set: TagSet; fixture: Fixture }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = usePreferences((state) => state.theme);
  const { scale } = settingsOf(show);
  // Its own set would hide what is changed here; on a boom the first drawing is enough.
  const chunk = useMemo(() => {
    const { tags: _, tagMoves: __, ...bare } = fixture;
    return (
      fixtureChunks(apply(show, updating([[fixture, bare]])), [fixture.id], { denominator: scale, tags: set, marks: null })[0] ??
      null
    );
  }, [show, set, fixture, scale]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme's colours are read from the page
  useEffect(() => {
    const element = canvas.current;
    const g = element?.getContext('2d');
    if (!element || !g) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = WIDE * ratio;
    element.height = HIGH * ratio;
    g.setTransform(ratio, 0, 0, ratio, 0, 0);
    g.clearRect(0, 0, WIDE, HIGH);
    if (!chunk) return;
    const box = [boxOf(chunk.body), boxOf(chunk.tags)].reduce(union, emptyBox);
    const k = Math.min(LARGE / scale, (WIDE - 16) / (box[2] - box[0]), (HIGH - 16) / (box[3] - box[1]));
    const view = { k, tx: WIDE / 2 - ((box[0] + box[2]) / 2) * k, ty: HIGH / 2 + ((box[1] + box[3]) / 2) * k };
    paint(g, [chunk], view, readPalette(), k * scale, WIDE, HIGH);
  }, [chunk, scale, theme]);
  const says = linesFor(set, fixture).flatMap(({ field }) => tagText(show, fixture, field) || []);
  const name = `unit ${fixture.unit || '-'} on ${get(show, 'position', fixture.position).name}`;
  return (
    <figure className="pb-2">
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Sample: ${name}. ${says.length ? `Its tags say ${says.join(', ')}.` : 'Its tags are empty.'}`}
        data-says={says.join(' | ')}
        className="block border"
        style={{ width: WIDE, height: HIGH, borderColor: 'var(--hair)', background: 'var(--sheet)' }}
      />
      <figcaption className="pencil text-[11px]">
        {name}, {firstOf(fixture.parts).channel ? `channel ${firstOf(fixture.parts).channel}` : 'without a channel'}. Choose
        another to see its tags.
      </figcaption>
    </figure>
  );
}
