/** What a window keeps over a reload, and how far it is believed. */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { makeFixture } from '#core/model/make';
import { showOf } from '#core/model/show';
import { deskKept, keepDesk, keepSteps, stepsKept, useSights } from './memory';
import { usePanels } from './panels';
import { useSelection } from './selection';
import type { Step } from './session/session';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from './show.arb';
import { resetStores } from './store';
import { useTool } from './tool';
import { useView } from './view';

function memory(): Map<string, string> & Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  const map = new Map<string, string>();
  return Object.assign(map, {
    getItem: (key: string) => map.get(key) ?? null,
    setItem: (key: string, value: string) => void map.set(key, value),
    removeItem: (key: string) => void map.delete(key),
  });
}
const one = makeFixture(idOf(100), fixtureLayer, plainType, pipe, 5000);
const show = showOf(SHOW, [...baseRecords, plainType, pipe, one]);
const known = { views: new Set(['plan', '3d']), tools: new Set(['select', 'hang']), panels: new Set(['keys']) };
beforeEach(resetStores);

describe('the desk', () => {
  test('is laid out again as it was, once', () => {
    const store = memory();
    useView.setState({ view: '3d', beside: 'plan', colourBy: 'purpose', universe: 4 });
    useTool.setState({ tool: 'hang' });
    usePanels.setState({ panel: 'keys' });
    useSelection.setState({ selection: [one.id] });
    useSights.setState({ sights: { plan: { x: 1, y: 2, k: 0.1 } } });
    keepDesk(store, show.id);
    resetStores();
    expect(deskKept(store, show, known)).toBe(true);
    expect(useView.getState()).toMatchObject({ view: '3d', beside: 'plan', colourBy: 'purpose', universe: 4 });
    expect([useTool.getState().tool, usePanels.getState().panel]).toEqual(['hang', 'keys']);
    expect(useSelection.getState().selection).toEqual([one.id]);
    expect(useSights.getState().sights).toEqual({ plan: { x: 1, y: 2, k: 0.1 } });
    expect(deskKept(store, show, known)).toBe(false);
  });
  test('what is not there any more is left as it begins', () => {
    const store = memory();
    store.setItem(
      `dessin desk ${show.id}`,
      JSON.stringify({
        view: { view: 'gone', beside: 7, universe: 'x', turn: 'portrait' },
        tool: 'laser',
        panel: 'none',
        selection: [idOf(999), 4, one.id],
        sights: { plan: { x: 'a', y: 0, k: 1 }, section: { x: 0, y: 0, k: 0.05 } },
      }),
    );
    expect(deskKept(store, show, known)).toBe(true);
    expect(useView.getState()).toMatchObject({ view: 'plan', beside: null, universe: 1, turn: 'portrait' });
    expect([useTool.getState().tool, usePanels.getState().panel]).toEqual(['select', null]);
    expect(useSelection.getState().selection).toEqual([one.id]);
    expect(Object.keys(useSights.getState().sights)).toEqual(['section']);
  });
  test('rubbish is nothing', () => {
    for (const text of ['', '{', 'null', '7', '[]', '"x"']) {
      const store = memory();
      store.setItem(`dessin desk ${show.id}`, text);
      store.setItem(`dessin steps ${show.id}`, text);
      deskKept(store, show, known);
      expect(useView.getState().view).toBe('plan');
      expect(stepsKept(store, show.id)).toEqual({ undo: [], redo: [] });
    }
  });
});

describe('steps that can be undone', () => {
  const step = (n: number, size = 0): Step => ({
    label: `Step ${n}${'x'.repeat(size)}`,
    key: String(n),
    change: { added: [one], updated: [], removed: [] },
  });
  test('come back in their order, once', () => {
    const store = memory();
    keepSteps(store, show.id, { undo: [step(1), step(2)], redo: [step(3)] });
    expect(stepsKept(store, show.id)).toEqual({ undo: [step(1), step(2)], redo: [step(3)] });
    expect(stepsKept(store, show.id)).toEqual({ undo: [], redo: [] });
  });
  test('the last ones are kept where not all have room', () => {
    const store = memory();
    const steps = [1, 2, 3, 4].map((n) => step(n, 700_000));
    keepSteps(store, show.id, { undo: steps, redo: [] });
    expect(stepsKept(store, show.id).undo.map(({ key }) => key)).toEqual(['3', '4']);
  });
  test('of another form, or with a step that is none, there are none', () => {
    const store = memory();
    const key = `dessin steps ${show.id}`;
    store.setItem(key, JSON.stringify({ form: 99, undo: [step(1)], redo: [] }));
    expect(stepsKept(store, show.id).undo).toEqual([]);
    store.setItem(key, JSON.stringify({ form: 1, undo: [step(1), { label: 'x', key: 'y', change: null }], redo: [step(2)] }));
    expect(stepsKept(store, show.id)).toEqual({ undo: [], redo: [step(2)] });
  });
  test('a browser without room loses the memory and nothing else', () => {
    const full = {
      ...memory(),
      setItem: () => {
        throw new Error('full');
      },
    } as unknown as Storage;
    expect(() => keepSteps(full, show.id, { undo: [step(1)], redo: [] })).not.toThrow();
    expect(() => keepDesk(full, show.id)).not.toThrow();
  });
});
