/** Rigs that come into a show: by their ids, else as any list; what a file does not say is left as it is. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { makeDemo } from '#demo/show';
import { readMvr } from '../formats/mvr/read.js';
import { writeMvr } from '../formats/mvr/write.js';
import { writeZip } from '../formats/zip/write.js';
import { apply, edit, isEmpty, removing } from '../model/change.js';
import type { DessinRecord, Fixture } from '../model/records.js';
import { faults } from '../model/references.js';
import { showArb } from '../model/show.arb.js';
import { all, get, type Show } from '../model/show.js';
import { place } from '../space/hanging.js';
import { came, changed, same } from './back.arb.js';
import { plainReading } from './compare.js';
import { headless } from './headings.js';
import { onOwnLayer, rigIncoming, thingsByLayer } from './rig.js';
import { takeIncoming } from './take.js';

const demo = makeDemo();
const incomingOf = (show: Show, bytes: Uint8Array) =>
  rigIncoming('rig.mvr', show.id, readMvr(bytes, { showId: show.id, name: 'Rig', validate: () => null }).value);
/** The file as another program would write it: without our block; ids made anew where that is wanted. */
function foreign(show: Show, otherIds = false): Uint8Array {
  const files = unzipSync(writeMvr(show));
  let scene = strFromU8(files['GeneralSceneDescription.xml'] as Uint8Array).replace(/<UserData>[\s\S]*?<\/UserData>/, '');
  if (otherIds)
    scene = scene.replace(/(<Fixture uuid=")(.)/g, (_, head: string, first: string) => `${head}${first === 'F' ? 'E' : 'F'}`);
  return writeZip(Object.entries({ ...files, 'GeneralSceneDescription.xml': strToU8(scene) }));
}
const takeAll = (show: Show, found: ReturnType<typeof came>) => {
  const { change, misfits } = takeIncoming(show, found, { differences: found.differences, added: found.added, struck: [] });
  expect(misfits).toEqual([]);
  return apply(show, change);
};

describe('a rig into the show that it came from', () => {
  test('law: nothing differs, for any rig', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        if (!all(show, 'fixture').length) return;
        expect(changed(came(show, incomingOf(show, writeMvr(show))))).toEqual(same);
      }),
      { numRuns: 25 },
    );
  });
  test('the demo, and the demo as another program would write it: what it does not say is not cleared', () => {
    expect(changed(came(demo, incomingOf(demo, writeMvr(demo))))).toEqual(same);
    const found = came(demo, incomingOf(demo, foreign(demo)));
    expect([found.added.length, found.missing.length, found.unclear.length]).toEqual([0, 0, 0]);
    // Circuits, notes and own columns have no home in the standard: none of them is told.
    expect(found.differences.filter(({ to }) => to === '')).toEqual([]);
    expect(
      found.differences.filter(({ field }) => ['circuit', 'notes', 'purpose', 'address', 'channel', 'place'].includes(field)),
    ).toEqual([]);
  });
  test('what was moved, repatched and struck here is told against the file, and taken it is as it was', () => {
    const [a, b, c] = all(demo, 'fixture').filter(({ unit, parts }) => unit && parts.length === 1) as [Fixture, Fixture, Fixture];
    const bytes = writeMvr(demo);
    const moved = apply(demo, edit([a], { along: a.along + 250 }));
    const patched = apply(moved, edit([b], { parts: b.parts.map((part) => ({ ...part, address: 9000 })) }));
    const now = apply(patched, removing(c));
    const found = came(now, incomingOf(demo, bytes));
    expect(found.differences.map(({ fixture, field }) => [fixture, field])).toEqual(
      expect.arrayContaining([
        [a.id, 'place'],
        [b.id, 'address'],
      ]),
    );
    expect(found.differences).toHaveLength(2);
    expect(found.added.map(({ fixture, hung }) => [fixture?.id, hung])).toEqual([[c.id, true]]);
    const after = takeAll(now, found);
    expect(place(after, get(after, 'fixture', a.id)).clamp).toEqual(place(demo, a).clamp);
    expect(get(after, 'fixture', b.id).parts).toEqual(b.parts);
    expect(get(after, 'fixture', c.id)).toMatchObject({ position: c.position, along: c.along, parts: c.parts });
    expect(faults(after)).toEqual([]);
    expect(changed(came(after, incomingOf(demo, bytes)))).toEqual(same);
  });
  test('whose ids were made anew is known by its channels', () => {
    const incoming = incomingOf(demo, foreign(demo, true));
    const reading = plainReading(demo, incoming);
    expect(reading.by).not.toBe('id');
    const found = came(demo, incoming);
    expect(found.matched).toBeGreaterThan(100);
    expect(found.differences.filter(({ field }) => ['address', 'channel'].includes(field))).toEqual([]);
  });
});

describe('a rig into another show', () => {
  const empty = apply(demo, removing(...all(demo, 'fixture'), ...all(demo, 'position')));
  test('its positions come along, its types are those of the show, and every unit hangs where it hung', () => {
    const found = came(empty, incomingOf(demo, writeMvr(demo)));
    expect(found.added.filter(({ fixture }) => fixture === null)).toEqual([]);
    expect(found.needs.positions.map(({ name }) => name)).toContain('LX 1');
    const after = takeAll(empty, found);
    expect(all(after, 'fixture')).toHaveLength(all(demo, 'fixture').length);
    for (const fixture of all(demo, 'fixture')) {
      const there = place(after, get(after, 'fixture', fixture.id)).clamp;
      place(demo, fixture).clamp.forEach((mm, i) => {
        expect(there[i]).toBeCloseTo(mm, 0);
      });
    }
    expect(faults(after)).toEqual([]);
    const again = came(after, incomingOf(demo, writeMvr(demo)));
    expect(isEmpty(takeIncoming(after, again, { differences: again.differences, added: again.added, struck: [] }).change)).toBe(
      true,
    );
  });
  test('scenery is taken by its layer, and only what is not here', () => {
    const incoming = incomingOf(demo, writeMvr(demo));
    expect(thingsByLayer(demo, incoming)).toEqual([]);
    const bare = apply(demo, removing(...all(demo, 'masking')));
    const [cloths, ...others] = thingsByLayer(bare, incoming);
    expect(others).toEqual([]);
    expect(cloths?.fresh).toHaveLength(all(demo, 'masking').length);
    const taken = cloths ? onOwnLayer(bare, cloths) : [];
    const said = (list: readonly DessinRecord[]) =>
      list.map((record) => `${record.id} ${'layer' in record && record.layer}`).sort();
    expect(said(taken)).toEqual(said(all(demo, 'masking')));
  });
});

test('a list whose first row is a light already is read with columns by number', () => {
  const bare = headless({ headings: ['1', '1.1'], rows: [['2', '1.2']] });
  expect(bare).toEqual({
    headings: ['Column 1', 'Column 2'],
    rows: [
      ['1', '1.1'],
      ['2', '1.2'],
    ],
  });
});
