/** Moving, copying, setting out, grouping and deleting what is chosen. */

import { AlignHorizontalSpaceAround, Copy, FlipHorizontal2 } from 'lucide-react';
import { settingsOf } from '#core/model/show';
import { stagePositionsInOrder } from '#core/order/tray';
import { togglePanel } from '../../state/acting';
import { useTool } from '../../state/tool';
import { type Command, doing, type Feature, later, lazily } from '../../ui/registry';

const acts = later(() => import('./acts'));
const clip = later(() => import('./clip'));

const ways = [
  ['left', 'ArrowLeft', -1, 0],
  ['right', 'ArrowRight', 1, 0],
  ['up', 'ArrowUp', 0, 1],
  ['down', 'ArrowDown', 0, -1],
] as const;
/** By the snap of the show, ten of it with Shift, a tenth with Alt. */
const steps = [
  ['', '', 1],
  ['shift+', ', by ten steps', 10],
  ['alt+', ', by a tenth of a step', 0.1],
] as const;
const nudges = ways.flatMap(([way, arrow, dx, dy]) =>
  steps.map(
    ([held, words, times]): Command => ({
      id: `nudge ${held}${way}`,
      name: `Nudge what is chosen ${way}${words}`,
      key: `${held}${arrow}`,
      edits: true,
      quiet: true,
      run: doing(acts, ({ nudge }) => (context) => {
        const { snap } = settingsOf(context.show);
        nudge(context, dx * times * snap, dy * times * snap);
      }),
    }),
  ),
);

const panelWithSelect = (panel: string) => () => {
  togglePanel(panel)();
  useTool.setState({ tool: 'select' });
};

const feature: Feature = {
  id: 'setout',
  panels: [
    { id: 'set out', Panel: lazily(async () => (await import('./SetOutPanel')).SetOutPanel) },
    { id: 'copy', Panel: lazily(async () => (await import('./CopyPanel')).CopyPanel) },
    { id: 'delete', Panel: lazily(async () => (await import('./DeletePanel')).DeletePanel) },
  ],
  commands: [
    ...nudges,
    {
      id: 'delete',
      name: 'Delete the selection',
      words: ['remove', 'erase', 'strike'],
      key: 'Delete',
      menu: { group: 'remove', order: 1, text: 'Delete', needs: 'any' },
      edits: true,
      run: doing(acts, ({ removeChosen }) => removeChosen),
    },
    { id: 'copy', name: 'Copy', key: 'mod+C', run: doing(clip, ({ copyChosen }) => copyChosen) },
    {
      id: 'paste',
      name: 'Paste on the chosen position',
      key: 'mod+V',
      takes: 'draft',
      run: doing(clip, ({ pasteChosen }) => pasteChosen),
    },
    {
      id: 'copy to',
      name: 'Copy the chosen units to another position',
      takes: 'draft',
      menu: {
        group: 'change',
        order: 5,
        text: 'Copy to',
        needs: 'fixtures',
        choices: ({ show }) =>
          stagePositionsInOrder(show).map((position) => ({
            name: position.name,
            run: doing(clip, ({ copyTo }) => copyTo(position)),
          })),
      },
      quiet: true,
      run: doing(clip, ({ copyChosen }) => copyChosen),
    },
    {
      id: 'copies',
      name: 'Copies: at an offset, in a row, mirrored',
      takes: 'draft',
      words: ['repeat', 'array', 'series'],
      key: 'C',
      bar: { icon: Copy, order: 2, panel: 'copy' },
      run: panelWithSelect('copy'),
    },
    {
      id: 'mirror',
      name: 'Mirror about the centre line, units too',
      words: ['flip', 'reflect', 'other side'],
      key: 'M',
      menu: { group: 'change', order: 7, text: 'Mirror', needs: 'any' },
      edits: true,
      bar: { icon: FlipHorizontal2, order: 3 },
      run: doing(clip, ({ mirrorChosen }) => mirrorChosen(true)),
    },
    {
      id: 'mirror bare',
      name: 'Mirror about the centre line, positions without their units',
      key: 'shift+M',
      edits: true,
      run: doing(clip, ({ mirrorChosen }) => mirrorChosen(false)),
    },
    {
      id: 'set out',
      name: 'Set out the selection',
      takes: 'draft',
      words: ['align', 'distribute', 'spread', 'space evenly', 'arrange'],
      key: 'U',
      menu: { group: 'change', order: 4, text: 'Set out', needs: 'any' },
      bar: { icon: AlignHorizontalSpaceAround, order: 1, panel: 'set out' },
      run: panelWithSelect('set out'),
    },
    {
      id: 'group',
      name: 'Group what is chosen, or take it apart',
      key: 'G',
      edits: true,
      run: doing(acts, ({ group }) => group),
    },
  ],
};
export default feature;
