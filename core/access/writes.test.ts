/** Who may do what: the table, and what an edit is made of. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, type Change, edit, invert, removing, updating } from '../model/change.js';
import { makePart } from '../model/kinds/fixture.js';
import type { Finding, Fixture, Issue } from '../model/records.js';
import { may, refusal, roles, type ShowAct, showActs } from './roles.js';
import { actOfField, actsOf, whyNot } from './writes.js';

const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const fixture: Fixture = {
  id: id(1),
  kind: 'fixture',
  layer: id(2),
  type: id(3),
  mode: 'one',
  position: id(4),
  along: 0,
  hang: 'under',
  drop: 0,
  side: 0,
  spin: 0,
  aim: null,
  unit: '1',
  parts: [makePart({ channel: '11', circuit: '4' }), makePart({ channel: '12' })],
  purpose: '',
  gobo: '',
  notes: '',
  spare: false,
};
const issue: Issue = { id: id(5), kind: 'issue', name: 'A', day: '2026-11-30', order: 1 };
const finding: Finding = {
  id: id(6),
  kind: 'finding',
  fixture: id(1),
  position: 'LX 1',
  unit: '1',
  channel: '11',
  what: 'dark',
  note: '',
  by: '',
  at: '2026-11-30T10:00:00Z',
};
const parts = (...patches: Partial<Fixture['parts'][number]>[]): Change =>
  edit([fixture], { parts: fixture.parts.map((part, i) => ({ ...part, ...patches[i] })) });
const read = [{ by: 'Desk', read: 1, of: 2, at: '2026-11-30T10:00:00Z' }];

describe('an edit is made of', () => {
  test.each<[string, Change, ShowAct[]]>([
    ['a note', edit([fixture], { notes: 'iris' }), ['note']],
    ['a note and a place', edit([fixture], { notes: 'iris', along: 20 }), ['draft', 'note']],
    ['a circuit of the second part', parts({}, { circuit: '7', dimmer: '3', way: '2' }), ['circuit']],
    ['a channel', parts({ channel: '13' }), ['draft']],
    ['a channel beside a circuit', parts({ circuit: '5' }, { channel: '13' }), ['circuit', 'draft']],
    ['one part less', edit([fixture], { parts: fixture.parts.slice(1) }), ['draft']],
    ['a field that is taken away', updating([[{ ...fixture, rental: 'Harbour Hire' }, fixture]]), ['draft']],
    ['a finding', adding(finding), ['check']],
    ['a finding that is cleared', edit([finding], { cleared: { by: '', at: finding.at, how: 'lamp' } }), ['check']],
    ['an answer to a hand-over', edit([issue], { readBy: read }), ['answer']],
    ['an answer, and another name', edit([issue], { readBy: read, name: 'B' }), ['answer', 'draft']],
    ['a fixture that is struck', removing(fixture), ['draft']],
    ['an issue that is given out', adding(issue), ['draft']],
    ['nothing', updating([[fixture, { ...fixture }]]), []],
  ])('%s', (_, change, acts) => {
    expect([...actsOf(change)].sort()).toEqual(acts);
    // Whoever may not do it may not undo it either.
    expect([...actsOf(invert(change))].sort()).toEqual(acts);
    for (const role of roles) expect(whyNot(role, change) === null).toBe(acts.every((act) => may(role, act)));
  });
});

test('the roles of the house: who drafts, who checks, who answers, who looks', () => {
  const who = (act: ShowAct) => roles.filter((role) => may(role, act)).join(' ');
  expect(who('look')).toBe('owner designer electrician programmer viewer');
  expect(who('draft')).toBe('owner designer');
  for (const act of ['note', 'circuit', 'check'] as const) expect(who(act)).toBe('owner designer electrician');
  for (const act of ['answer', 'send'] as const) expect(who(act)).toBe('owner designer programmer');
  for (const act of ['people', 'own'] as const) expect(who(act)).toBe('owner');
});
test('a refusal says what one is, what that is not for, and who may', () => {
  expect(refusal('electrician', 'draft')).toBe(
    'You are an electrician in this show, and may not draft. That is for: owner and designer.',
  );
  expect(refusal('viewer', 'own')).toBe(
    'You are a viewer in this show, and may not rename or delete the show. That is for: owner.',
  );
});
test('law: a viewer changes nothing, an owner everything, and every edit needs some act', () =>
  fc.assert(
    fc.property(
      fc.constantFrom<keyof Fixture>('notes', 'along', 'unit', 'purpose', 'gobo', 'spare', 'drop'),
      fc.constantFrom<'channel' | 'circuit' | 'colour' | 'name'>('channel', 'circuit', 'colour', 'name'),
      fc.string({ minLength: 1 }),
      (field, ofPart, text) => {
        const to = {
          ...fixture,
          [field]: typeof fixture[field] === 'number' ? fixture[field] + 1 : field === 'spare' ? true : `x${text}`,
        };
        const change = updating([
          [fixture, { ...to, parts: [{ ...makePart(fixture.parts[0]), [ofPart]: `x${text}` }, makePart(fixture.parts[1])] }],
        ]);
        const acts = actsOf(change);
        expect([...acts].sort()).toEqual([...new Set([actOfField(field), actOfField(ofPart)])].sort());
        expect(whyNot('owner', change)).toBeNull();
        expect(whyNot('viewer', change)).not.toBeNull();
      },
    ),
  ));
test('every act has words for a refusal', () => {
  for (const { what } of Object.values(showActs)) expect(what).toMatch(/^[a-z]/);
});
