/** Units of a section or an elevation keep apart, and have their tags. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { tagText } from '../fields/index.js';
import { pairs } from '../measure/list.js';
import { showArb } from '../model/show.arb.js';
import { all, get, type Show } from '../model/show.js';
import { place } from '../space/hanging.js';
import { meetsTurned } from './crowd.js';
import { type Box, boxOf, type Chunk } from './list.js';
import { allTags } from './plan.js';
import { sectionList } from './section.js';
import { centreSection, frontElevation, type SectionView } from './section-view.js';
import { demo, named, sectionOptions } from './seeing.arb.js';

const views: readonly (readonly [string, SectionView])[] = [
  ['section to stage right', centreSection(180)],
  ['section to stage left', centreSection(0)],
  ['elevation', frontElevation],
];
const listed = (show: Show, view: SectionView, denominator = 50) =>
  sectionList(show, view, { ...sectionOptions, denominator, readable: true }).chunks;
const unitsIn = (chunks: readonly Chunk[]) => chunks.filter(({ kind }) => kind === 'fixture');
/** Where each is drawn with its tags, or drawn at all where it has none. */
const told = (chunks: readonly Chunk[]) => unitsIn(chunks).filter(({ tagBoxes }) => tagBoxes?.length);
const meets = (a: Box, b: Box) => a[0] < b[2] - 1 && a[2] > b[0] + 1 && a[1] < b[3] - 1 && a[3] > b[1] + 1;
/** Whether a box lies on a unit, by the turned box that its symbol has. */
function onUnit(box: Box, { hit }: Chunk): boolean {
  if (hit?.shape !== 'box') return false;
  const [c, s] = [Math.cos((hit.turn * Math.PI) / 180), Math.sin((hit.turn * Math.PI) / 180)];
  const [mx, my] = [(hit.box[0] + hit.box[2]) / 2, (hit.box[1] + hit.box[3]) / 2];
  const [hw, hh] = [(hit.box[2] - hit.box[0]) / 2 - 1, (hit.box[3] - hit.box[1]) / 2 - 1];
  return meetsTurned(box, [hit.at[0] + mx * c - my * s, hit.at[1] + mx * s + my * c, hw, hh, c, s]);
}

describe('units that lie on each other', () => {
  test.each(views)('%s of the demo: no tag lies on another tag, on a unit or on a name, at 1:50 and at 1:25', (_, view) => {
    for (const denominator of [50, 25]) {
      const chunks = listed(demo, view, denominator);
      const units = unitsIn(chunks);
      const tags = units.flatMap((chunk) => (chunk.tagBoxes ?? []).map(({ box, tag }) => ({ box, tag, chunk })));
      const names = chunks
        .filter(({ kind }) => kind === 'position' || kind === 'detail')
        .flatMap((chunk) => chunk.tags.flatMap((tag) => (tag.op === 'text' ? [boxOf([tag])] : [])));
      const wrong: string[] = [];
      tags.forEach(({ box, tag, chunk }, i) => {
        const who = `${tag} of ${get(demo, 'fixture', chunk.id ?? '').unit} at 1:${denominator}`;
        if (tags.some((other, j) => j > i && meets(box, other.box))) wrong.push(`${who} on a tag`);
        if (units.some((other) => other !== chunk && onUnit(box, other))) wrong.push(`${who} on a unit`);
        if (names.some((name) => meets(box, name))) wrong.push(`${who} on a name`);
      });
      expect(wrong).toEqual([]);
    }
  });
  test.each(views)('%s of the demo: each unit that is seen says once what its tag set says on the plan', (_, view) => {
    const chunks = listed(demo, view);
    const seen = new Set(unitsIn(chunks).map(({ id }) => id));
    const said = new Map(told(chunks).map(({ id, tags }) => [id, tags.flatMap((tag) => (tag.op === 'text' ? [tag.text] : []))]));
    expect(told(chunks)).toHaveLength(seen.size);
    for (const id of seen) {
      const fixture = get(demo, 'fixture', id ?? '');
      const texts = allTags.lines.map(({ field }) => tagText(demo, fixture, field)).filter(Boolean);
      expect([...(said.get(id) ?? [])].sort()).toEqual([...texts].sort());
    }
  });
  test.each(views)('%s of the demo: with their tags no two units stand on each other', (_, view) => {
    const units = told(listed(demo, view));
    for (const [i, a] of units.entries())
      for (const b of units.slice(i + 1)) {
        if (a.hit?.shape !== 'box' || b.hit?.shape !== 'box') throw new Error('a unit has a turned box');
        // Outlines that touch are told apart: of each its middle counts.
        const [x0, y0, x1, y1] = a.hit.box;
        const middle = { ...a, hit: { ...a.hit, box: [x0 * 0.7, y0 * 0.7, x1 * 0.7, y1 * 0.7] as const } };
        const [c, s] = [Math.cos((b.hit.turn * Math.PI) / 180), Math.sin((b.hit.turn * Math.PI) / 180)];
        const [x, y] = [(b.hit.box[0] + b.hit.box[2]) / 2, (b.hit.box[1] + b.hit.box[3]) / 2];
        const at = [b.hit.at[0] + x * c - y * s, b.hit.at[1] + x * s + y * c];
        const core: Box = [at[0]! - 40, at[1]! - 40, at[0]! + 40, at[1]! + 40];
        expect([a.id, b.id, onUnit(core, middle)]).toEqual([a.id, b.id, false]);
      }
  });
  test('what hangs end on has a strip clear of sight lines, cloths and all else, in the order of the plan, and a leader from its pipe', () => {
    const chunks = listed(demo, centreSection(180));
    const strips = new Map(chunks.filter(({ kind }) => kind === 'detail').map((chunk) => [chunk.id, chunk]));
    const others = chunks.filter(({ kind }) => kind !== 'detail' && kind !== 'fixture' && kind !== 'note');
    const sight = chunks.filter(({ id, kind }) => kind === 'note' && id === null);
    const [top, bottom] = [Math.max(...others.map(({ box }) => box[3])), Math.min(...others.map(({ box }) => box[1]))];
    let leaders = 0;
    for (const name of ['FOH 1', 'FOH 2', 'LX 1', 'LX 2', 'LX 3', 'LX 4', 'Floor', 'Floor cyc']) {
      const position = named(name);
      const strip = strips.get(position.id);
      const apart = told(chunks).filter(({ id }) => get(demo, 'fixture', id ?? '').position === position.id);
      expect(apart.length).toBeGreaterThan(1);
      for (const { box } of apart) expect(box[1] > top || box[3] < bottom).toBe(true);
      for (const { box } of sight) for (const { box: own } of apart) expect(meets(box, own)).toBe(false);
      const along = (chunk: Chunk) => (chunk.hit?.shape === 'box' ? chunk.hit.at[0] : Number.NaN);
      const byPlan = [...apart]
        .sort((a, b) => along(a) - along(b))
        .map(({ id }) => place(demo, get(demo, 'fixture', id ?? '')).clamp[0]);
      for (const [a, b] of pairs(byPlan)) expect(b).toBeGreaterThanOrEqual(a);
      expect(strip?.tags.flatMap((tag) => (tag.op === 'text' ? [tag.text] : []))[0]).toBe(name);
      if ((strip?.body.length ?? 0) > 1) leaders++;
    }
    expect(leaders).toBeGreaterThan(3);
  });
  test('a boom behind a boom stands beside the drawing at its heights; a pipe that shows its length stands over itself', () => {
    const chunks = listed(demo, frontElevation);
    for (const unit of told(chunks)) {
      const fixture = get(demo, 'fixture', unit.id ?? '');
      const { clamp } = place(demo, fixture);
      if (unit.hit?.shape !== 'box') throw new Error('a unit has a turned box');
      const { curve, name } = get(demo, 'position', fixture.position);
      if (curve.form === 'vertical') expect(unit.hit.at[1]).toBeCloseTo(clamp[2], 3);
      // As far along as it is, or moved no farther than the room of two tags.
      else if (name !== 'Ring truss') expect(Math.abs(unit.hit.at[0] - clamp[0])).toBeLessThan(700);
    }
  });
  test.each(views)(
    '%s of the demo: what a unit says stands near it; the middle of its first tag no farther than 30 mm of paper',
    (_, view) => {
      for (const { id, hit, tagBoxes } of told(listed(demo, view))) {
        const [first] = tagBoxes ?? [];
        if (hit?.shape !== 'box' || !first) continue;
        const [x, y] = [(first.box[0] + first.box[2]) / 2, (first.box[1] + first.box[3]) / 2];
        const far = Math.hypot(x - hit.at[0], y - hit.at[1]) / 50;
        expect([get(demo, 'fixture', id ?? '').unit, far < 30 || far]).toEqual([get(demo, 'fixture', id ?? '').unit, true]);
      }
    },
  );
  test('without tags nothing is drawn twice', () => {
    const chunks = sectionList(demo, frontElevation, { ...sectionOptions, tags: null }).chunks;
    expect(unitsIn(chunks)).toHaveLength(all(demo, 'fixture').length);
    expect(chunks.some(({ kind }) => kind === 'detail')).toBe(false);
  });
  test('law: in any generated rig each unit that is seen has its tags exactly once', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        for (const [, view] of views) {
          const chunks = listed(show, view);
          const once = told(chunks).map(({ id }) => id);
          expect(new Set(once).size).toBe(once.length);
          const seen = new Set(unitsIn(chunks).map(({ id }) => id));
          for (const id of seen) {
            const fixture = get(show, 'fixture', id ?? '');
            if (allTags.lines.some(({ field, place }) => place !== 'body' && tagText(show, fixture, field)))
              expect(once).toContain(id);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});
