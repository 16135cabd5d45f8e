/** Labels as ready sets: as many sheets as they take. */
import type { Show } from '../../model/show.js';
import { type LabelKind, labelKinds, labelPages, labelRulesOf, labelsOf } from '../labels.js';
import { type ReadySet, type ReadySheet, sheetSize, smallPaper } from './set.js';

const about: Readonly<Record<LabelKind, string>> = {
  units: 'One label a unit: channel, place, type, colour, circuit and address, with a code that leads to it.',
  cables: 'Two labels a cable, one for each end: what it feeds, how long it is.',
  check: 'One label a position, for the foot of its ladder: its code opens the rig check there, on a telephone.',
  cases: 'One label a position: what goes there, for the case that it comes in.',
};
const PREFIX = 'labels ';
/** What labels of a set are for; null for another set. */
export const labelsOfSet = (ready: string): LabelKind | null => labelKinds.find((kind) => ready === PREFIX + kind) ?? null;

const setOf = (kind: LabelKind, order: number): ReadySet => ({
  id: PREFIX + kind,
  order,
  title: `Labels for ${kind}`,
  about: about[kind],
  make(show: Show, { paper = smallPaper(show), landscape = false }) {
    const [width, height] = sheetSize(paper, landscape);
    const pages = labelPages(labelsOf(show, kind).length, labelRulesOf(show));
    return Array.from(
      { length: pages },
      (_, i): ReadySheet => ({
        of: String(i + 1),
        name: pages > 1 ? `Labels for ${kind}, page ${i + 1}` : `Labels for ${kind}`,
        paper,
        landscape,
        bare: true,
        windows: [{ id: 'labels', what: 'labels', of: kind, page: i + 1, box: [0, 0, width, height] }],
      }),
    );
  },
});
export const unitLabels = setOf('units', 100);
export const cableLabels = setOf('cables', 110);
export const caseLabels = setOf('cases', 120);
export const checkLabels = setOf('check', 125);
