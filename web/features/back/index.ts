/** The way back: lists and rigs that come in, looked at before anything of them is taken. */
import { doing, type Feature, later, lazily } from '../../ui/registry';

const feature: Feature = {
  id: 'back',
  panels: [{ id: 'back', Panel: lazily(async () => (await import('./BackPanel')).BackPanel) }],
  commands: [
    {
      id: 'file in',
      name: 'Bring a file into this show: a list, console data, a rig',
      takes: 'send',
      words: ['import', 'open', 'csv', 'xlsx', 'mvr', 'ascii', 'back', 'spreadsheet'],
      run: doing(
        later(() => import('./choose')),
        ({ chooseFile }) =>
          ({ session }) =>
            chooseFile(session),
      ),
    },
  ],
};
export default feature;
