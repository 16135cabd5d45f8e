/** What hangs nowhere yet: in every list, in no drawing. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { fullAudit } from '../audit/audit.js';
import { compare } from '../compare/compare.js';
import { planList } from '../draw/plan.js';
import { sceneOf } from '../draw/scene.js';
import { sectionList } from '../draw/section.js';
import { frontElevation } from '../draw/section-view.js';
import { sectionOptions } from '../draw/seeing.arb.js';
import { fieldText } from '../fields/index.js';
import { mvrEntries } from '../formats/mvr/write.js';
import { sourcesOf } from '../light/source.js';
import { adding, apply, compose } from '../model/change.js';
import { idOf } from '../model/show.arb.js';
import { all, get } from '../model/show.js';
import { channelHookup } from '../paper/schedules/hookup.js';
import { inScheduleOrder } from './order.js';
import { hungFixtures, intoTray, isHung, makeTray, stagePositions, TRAY, trayOf, waiting } from './tray.js';
import { withUnits } from './units.js';

let n = 8800;
const newId = () => idOf(n++);
const demo = makeDemo();
const some = all(demo, 'fixture')
  .filter(({ unit, spare }) => unit && !spare)
  .slice(0, 3);
const tray = makeTray(demo, newId);
const withTray = apply(demo, adding(tray));
const show = apply(demo, compose(adding(tray), withUnits(withTray, intoTray(withTray, tray, some))));
const ids = new Set(some.map(({ id }) => id));

describe('not hung yet', () => {
  test('a show without a tray is looked at by the same lists', () => {
    expect(trayOf(demo)).toBeNull();
    expect(hungFixtures(demo)).toBe(all(demo, 'fixture'));
    expect(stagePositions(demo)).toBe(all(demo, 'position'));
    expect(waiting(demo)).toEqual([]);
  });
  test('units in the tray keep their numbers, channels and addresses, in the order in which they came', () => {
    expect(waiting(show).map(({ id }) => id)).toEqual(some.map(({ id }) => id));
    for (const before of some) {
      const after = get(show, 'fixture', before.id);
      expect(after).toMatchObject({ unit: before.unit, parts: before.parts, purpose: before.purpose });
      expect(isHung(show, after)).toBe(false);
    }
    expect(hungFixtures(show)).toHaveLength(all(demo, 'fixture').length - 3);
  });
  test('they are counted and listed, last of all', () => {
    expect(
      inScheduleOrder(show)
        .slice(-3)
        .map(({ id }) => id),
    ).toEqual(some.map(({ id }) => id));
    const rows = JSON.stringify(channelHookup(show));
    expect(rows).toContain(TRAY);
  });
  test('nothing of them, or of the tray, is drawn, lit, or in the MVR', () => {
    const drawn = [
      planList(show, { denominator: 50, tags: null, marks: null }),
      sectionList(show, frontElevation, sectionOptions),
    ];
    for (const { chunks } of drawn) expect(chunks.some(({ id }) => id !== null && (ids.has(id) || id === tray.id))).toBe(false);
    expect(JSON.stringify([...JSON.stringify(sceneOf(show))])).not.toContain(some[0]?.id);
    expect(sourcesOf(show).some(({ id }) => ids.has(id))).toBe(false);
    const xml = new TextDecoder().decode(mvrEntries(show)[0]?.[1]);
    for (const id of ids) expect(xml.toLowerCase()).not.toContain(`<fixture uuid="${id}`);
    expect(xml).not.toContain(`name="${TRAY}"`);
  });
  test('nothing is said of a place, a throw or a height that it does not have', () => {
    const [before] = some;
    if (!before) throw new Error('there are some');
    const after = get(show, 'fixture', before.id);
    for (const field of ['height', 'throw', 'angle', 'lux'])
      expect([field, fieldText(show, after, null, field)]).toEqual([field, '']);
    expect(fieldText(demo, before, null, 'height')).not.toBe('');
    expect(fieldText(show, after, null, 'position')).toBe(TRAY);
    const told = compare(demo, show).fixtures.find(({ id }) => id === before.id);
    expect(told?.details.find(({ what }) => what === 'Place')?.to).toBe(TRAY);
  });
  test('one snag says so; none that asks for a place does', () => {
    const snags = fullAudit(show).filter(({ fixtures }) => fixtures.some((id) => ids.has(id)));
    expect(snags.filter(({ code }) => code === 'not hung')).toHaveLength(1);
    expect(snags.find(({ code }) => code === 'not hung')?.text).toBe('3 units hang nowhere yet.');
    expect(snags.map(({ code }) => code)).not.toContain('under the floor');
    expect(fullAudit(demo).some(({ code }) => code === 'not hung')).toBe(false);
  });
});
