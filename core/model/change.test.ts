/** Laws of the algebra of changes (ARCHITECTURE 2), over generated shows. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply, ChangeError, compose, diff, edit, invert, isEmpty, nothing, removing } from './change.js';
import { merge, mergeRecord, rebase } from './merge.js';
import type { Fixture } from './records.js';
import { faults, faultsOfChange } from './references.js';
import { contentOf, fixtureArb, pipe, showArb } from './show.arb.js';
import { all, find } from './show.js';

describe('laws of changes', () => {
  test('diff then apply is the other show', () => {
    fc.assert(fc.property(showArb, showArb, (a, b) => expect(contentOf(apply(a, diff(a, b)))).toEqual(contentOf(b))));
  });
  test('apply then invert is nothing', () => {
    fc.assert(
      fc.property(showArb, showArb, (a, b) => {
        const change = diff(a, b);
        expect(contentOf(apply(apply(a, change), invert(change)))).toEqual(contentOf(a));
      }),
    );
  });
  test('inverting twice is the same change', () => {
    fc.assert(fc.property(showArb, showArb, (a, b) => expect(invert(invert(diff(a, b)))).toEqual(diff(a, b))));
  });
  test('compose does what both do, one after the other', () => {
    fc.assert(
      fc.property(showArb, showArb, showArb, (a, b, c) => {
        expect(contentOf(apply(a, compose(diff(a, b), diff(b, c))))).toEqual(contentOf(c));
      }),
    );
  });
  test('composing a change with its inverse is empty', () => {
    fc.assert(fc.property(showArb, showArb, (a, b) => expect(isEmpty(compose(diff(a, b), invert(diff(a, b))))).toBe(true)));
  });
  test('diff of a show with itself is empty, and applying nothing keeps the very show', () => {
    fc.assert(
      fc.property(showArb, (a) => {
        expect(isEmpty(diff(a, a))).toBe(true);
        expect(apply(a, nothing)).toBe(a);
      }),
    );
  });
  test('records that a change does not name keep their identity', () => {
    fc.assert(
      fc.property(showArb, showArb, (a, b) => {
        const change = diff(a, b);
        const named = new Set([...change.removed, ...change.updated.map(([from]) => from)].map((record) => record.id));
        const after = apply(a, change);
        for (const record of a.records.values()) if (!named.has(record.id)) expect(after.records.get(record.id)).toBe(record);
      }),
    );
  });
});

describe('laws of merging (reference calculations 12)', () => {
  test('merge of one side is that side; merge of the same on both sides is it', () => {
    fc.assert(
      fc.property(showArb, showArb, (base, side) => {
        expect(contentOf(merge(base, side, base).show)).toEqual(contentOf(side));
        expect(contentOf(merge(base, base, side).show)).toEqual(contentOf(side));
        const both = merge(base, side, side);
        expect(contentOf(both.show)).toEqual(contentOf(side));
        expect(both.collisions).toEqual([]);
      }),
    );
  });
  test('the fields in collision are the same with the sides exchanged', () => {
    fc.assert(
      fc.property(showArb, showArb, showArb, (base, a, b) => {
        const keys = (list: readonly { id: string; field: string }[]) =>
          [...new Set(list.map(({ id, field }) => `${id} ${field}`))].sort();
        expect(keys(merge(base, a, b).collisions)).toEqual(keys(merge(base, b, a).collisions));
      }),
    );
  });
  test('edits to different fields of one fixture both survive', () => {
    fc.assert(
      fc.property(fixtureArb, (fixture) => {
        const mine: Fixture = { ...fixture, purpose: 'Mine' };
        const theirs: Fixture = { ...fixture, parts: [{ ...fixture.parts[0]!, channel: '999' }] };
        const both = mergeRecord(fixture, mine, theirs);
        expect(both.collisions).toEqual([]);
        expect(both.record).toMatchObject({ purpose: 'Mine', parts: [{ channel: '999' }] });
      }),
    );
  });
  test('channel and address of one part are fields of their own', () => {
    const fixture: Fixture = fc.sample(fixtureArb, 1)[0]!;
    const mine = { ...fixture, parts: [{ ...fixture.parts[0]!, channel: '7' }] };
    const theirs = { ...fixture, parts: [{ ...fixture.parts[0]!, address: 300 }] };
    expect(mergeRecord(fixture, mine, theirs)).toMatchObject({
      collisions: [],
      record: { parts: [{ channel: '7', address: 300 }] },
    });
  });
  test('an optional field that one side took away is gone, not there without a value', () => {
    const fixture: Fixture = fc.sample(fixtureArb, 1)[0]!;
    const { arm: _, ...without } = { ...fixture, arm: 300 };
    const base = { ...fixture, arm: 300 };
    for (const [mine, stands] of [
      [without, { ...base, notes: 'theirs' }],
      [{ ...base, notes: 'mine' }, without],
    ] as const) {
      const { record, collisions } = mergeRecord(base, mine as typeof base, stands as typeof base);
      expect(collisions).toEqual([]);
      expect('arm' in record).toBe(false);
    }
  });
  test('position and distance along are one field: half a move is none', () => {
    const fixture: Fixture = fc.sample(fixtureArb, 1)[0]!;
    const merged = mergeRecord({ ...fixture, along: 1 }, { ...fixture, along: 2 }, { ...fixture, along: 1, position: 'other' });
    expect(merged.collisions).toHaveLength(1);
    expect(merged.record).toMatchObject({ along: 1, position: 'other' });
  });
  test('a real collision keeps what stands and tells both values', () => {
    const fixture: Fixture = fc.sample(fixtureArb, 1)[0]!;
    const merged = mergeRecord(fixture, { ...fixture, notes: 'mine' }, { ...fixture, notes: 'theirs' });
    expect(merged.record).toMatchObject({ notes: 'theirs' });
    expect(merged.collisions).toEqual([{ id: fixture.id, field: 'notes', mine: 'mine', stands: 'theirs' }]);
  });
});

describe('what does not fit', () => {
  test('a change is refused when the show is not as it remembers', () => {
    const [show] = fc.sample(
      showArb.filter((candidate) => all(candidate, 'fixture').length > 0),
      1,
    ) as [ReturnType<typeof apply>];
    const fixture = all(show, 'fixture')[0]!;
    expect(() => apply(show, adding(fixture))).toThrow(ChangeError);
    expect(() => apply(show, removing({ ...fixture, notes: 'not so' }))).toThrow('was changed in between');
    expect(() => apply(apply(show, removing(fixture)), removing(fixture))).toThrow('it is not in the show');
  });
  test('rebase leaves out what is done already, and lists an update of what is gone', () => {
    const [show] = fc.sample(
      showArb.filter((candidate) => all(candidate, 'fixture').length > 0),
      1,
    ) as [ReturnType<typeof apply>];
    const fixture = all(show, 'fixture')[0]!;
    const gone = apply(show, removing(fixture));
    expect(isEmpty(rebase(gone, removing(fixture)).change)).toBe(true);
    expect(rebase(gone, edit([fixture], { notes: 'new' })).collisions).toMatchObject([
      { id: fixture.id, field: '', stands: null },
    ]);
  });
});

describe('references', () => {
  test('generated shows are sound; a change that leaves a fixture without its position is named', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        expect(faults(show)).toEqual([]);
        const position = find(show, 'position', pipe.id)!;
        const change = removing(position);
        const after = apply(show, change);
        expect(faultsOfChange(after, change)).toHaveLength(all(show, 'fixture').length);
        expect(faults(after)).toHaveLength(all(show, 'fixture').length);
      }),
    );
  });
  test('a mode that the type does not have is a fault', () => {
    const [show] = fc.sample(
      showArb.filter((candidate) => all(candidate, 'fixture').length > 0),
      1,
    ) as [ReturnType<typeof apply>];
    const change = edit([all(show, 'fixture')[0]!], { mode: '99 slots' });
    expect(faultsOfChange(apply(show, change), change)[0]).toMatch(/uses the mode "99 slots"/);
  });
});
