/** Tags and the key: what stands at the symbols, and what they mean. */
import { KeyRound } from 'lucide-react';
import { tagSetsOf } from '#core/draw/tag-set';
import { updating } from '#core/model/change';
import { togglePanel, withFixtures } from '../../state/acting';
import { useView } from '../../state/view';
import { type Feature, lazily } from '../../ui/registry';
import { plural } from '../../ui/words';

const feature: Feature = {
  id: 'tags',
  panels: [
    { id: 'tags', Panel: lazily(async () => (await import('./TagsPanel')).TagsPanel) },
    { id: 'key', Panel: lazily(async () => (await import('./KeyPanel')).KeyPanel) },
  ],
  commands: [
    {
      id: 'tag set',
      name: 'Next tag set',
      key: 'T',
      run: ({ show }) => {
        const sets = tagSetsOf(show);
        const now = sets.findIndex((set) => set.id === useView.getState().tagSet);
        const next = sets[(Math.max(0, now) + 1) % Math.max(1, sets.length)];
        if (next) useView.setState({ tagSet: next.id });
      },
    },
    {
      id: 'no tags',
      name: 'Tags: hide or show them all',
      run: () => useView.setState(({ tagSet }) => ({ tagSet: tagSet === 'none' ? null : 'none' })),
    },
    { id: 'tag sets', name: 'Edit the tag sets', takes: 'draft', words: ['labels', 'text'], run: togglePanel('tags') },
    {
      id: 'tags back',
      name: 'Put tags that were moved by hand back',
      takes: 'draft',
      run: withFixtures(({ session }, fixtures) =>
        session.edit(
          `Put the tags of ${plural(fixtures.length)} back`,
          updating(
            fixtures.map((fixture) => {
              const { tagMoves: _, ...rest } = fixture;
              return [fixture, rest] as const;
            }),
          ),
        ),
      ),
    },
    {
      id: 'key',
      name: 'The key: what hangs, and how many',
      words: ['legend', 'count'],
      key: 'K',
      bar: { icon: KeyRound, order: 4, panel: 'key' },
      run: togglePanel('key'),
    },
  ],
};
export default feature;
