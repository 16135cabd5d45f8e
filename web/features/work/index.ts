/** The work on stage: what is hung, cabled, coloured, focused. */
import { works } from '#core/model/kinds/work';
import { withFixtures } from '../../state/acting';
import { type Command, doing, type Feature, later, lazily } from '../../ui/registry';

const acts = later(() => import('./acts'));

const feature: Feature = {
  id: 'work',
  tables: [
    {
      id: 'work',
      name: 'Work',
      order: 0.5,
      steps: ['hang', 'patch', 'focus'],
      Pane: lazily(async () => (await import('./WorkTable')).WorkTable),
    },
  ],
  commands: works.map(
    (what): Command => ({
      id: `tick ${what}`,
      name: `Tick the chosen fixtures as ${what}, or take the tick away`,
      takes: 'work',
      words: ['work', 'done', 'stage', 'crew'],
      run: doing(acts, ({ tickOrNot }) => withFixtures(({ session }, fixtures) => tickOrNot(session, fixtures, what))),
    }),
  ),
};
export default feature;
