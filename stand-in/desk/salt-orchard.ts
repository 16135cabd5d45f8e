/** The twelve cues of "The Salt Orchard", as its console programmer wrote them from the looks and purposes of the plot. */
import type { Cue } from './cues.js';

export const saltOrchard: { readonly cues: readonly Cue[] } = {
  cues: [
    {
      number: '1',
      name: 'Preset, as the house comes in',
      up: 5,
      down: 5,
      parts: [
        { group: 'Cyc top', at: 15 },
        { group: 'Box side', at: 12 },
        { group: 'Special bench', at: 20 },
      ],
    },
    { number: '2', name: 'House out', up: 4, down: 7, parts: [{ group: 'Cyc top', at: 6 }] },
    {
      number: '3',
      name: 'Low tide, before dawn',
      up: 9,
      down: 5,
      parts: [
        { look: 'Low tide', at: 100 },
        { group: 'Moving special', at: 60, pan: 42, tilt: 38 },
        { group: 'Moving wash', at: 40, colour: '#3f6fb5' },
      ],
    },
    {
      number: '4',
      name: 'Gulls: Ines from the boathouse door',
      up: 3,
      down: 4,
      parts: [
        { look: 'Low tide', at: 80 },
        { group: 'Side shin', at: 45 },
        { group: 'Side mid', at: 30 },
        { group: 'Moving special', at: 75, pan: 55, tilt: 35 },
        { group: 'Moving wash', at: 40, colour: '#3f6fb5' },
      ],
    },
    {
      number: '5',
      name: 'The kitchen by lamplight',
      up: 5,
      down: 3,
      parts: [
        { look: 'Lamplight', at: 100 },
        { group: 'Moving special', at: 35, pan: 48, tilt: 30 },
        { group: 'Moving wash', at: 15, colour: '#ff9a4a' },
      ],
    },
    {
      number: '6',
      name: 'The letter',
      up: 6,
      down: 8,
      parts: [
        { look: 'Lamplight', at: 55 },
        { group: 'Special bench', at: 95 },
        { group: 'Moving special', at: 60, pan: 48, tilt: 28 },
      ],
    },
    {
      number: '7',
      name: 'The lamp goes over',
      up: 0,
      down: 0.5,
      parts: [
        { group: 'Special bench', at: 15 },
        { group: 'Side shin', at: 60 },
      ],
    },
    {
      number: '8',
      name: 'Harvest, noon',
      up: 8,
      down: 4,
      parts: [
        { look: 'Harvest', at: 100 },
        { group: 'Moving special', at: 70, pan: 60, tilt: 40 },
        { group: 'Moving wash', at: 50, colour: '#ffd9a0' },
      ],
    },
    {
      number: '9',
      name: 'The weather turns',
      up: 12,
      down: 12,
      parts: [
        { look: 'Harvest', at: 45 },
        { group: 'Back light', at: 85 },
        { group: 'Moving wash', at: 70, colour: '#6a7f9a' },
      ],
    },
    {
      number: '10',
      name: 'At the well',
      up: 4,
      down: 6,
      parts: [
        { group: 'Moving special', at: 85, pan: 38, tilt: 36 },
        { group: 'Gobo break-up', at: 35 },
        { group: 'Cyc ground', at: 25 },
      ],
    },
    {
      number: '11',
      name: 'Low tide again',
      up: 15,
      down: 10,
      parts: [
        { look: 'Low tide', at: 65 },
        { group: 'Moving wash', at: 30, colour: '#3f6fb5' },
      ],
    },
    {
      number: '12',
      name: 'Bows',
      up: 1.5,
      down: 3,
      parts: [
        { look: 'Harvest', at: 100 },
        { group: 'Front warm', at: 95 },
        { group: 'Front cool', at: 80 },
        { group: 'Moving special', at: 90, pan: 50, tilt: 42 },
      ],
    },
  ],
};
