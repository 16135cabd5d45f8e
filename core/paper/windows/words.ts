/** Windows that hold words: key, legend, title block, notes, contents; and pictures. */
import { keyPanes, legendHeight, legendPrims } from '../../draw/key-drawing.js';
import { LINE, MOVE, type Prim, path, textAt } from '../../draw/list.js';
import { titlePrims } from '../../draw/title-block.js';
import { cutTo, wrapped } from '../../measure/advance.js';
import { sizeOfPng } from '../../measure/png.js';
import { parseScale } from '../../measure/scales.js';
import { settingsOf } from '../../model/show.js';
import { plateTags, tagsOf, variantOf } from './stage.js';
import { type Drawn, empty, onPaper, type Trouble, type WindowKind } from './window.js';

export const key: WindowKind = {
  what: 'key',
  order: 110,
  title: 'Key',
  sets: ['scale', 'symbols'],
  draw: (show, window): Drawn => {
    const of = variantOf(show, window);
    const { panes, lost } = keyPanes(of, window.scale ?? settingsOf(show).scale, window.box);
    const troubles: Trouble[] = lost
      ? [{ what: 'off', text: `${lost} line${lost === 1 ? '' : 's'} of the key have no room: make its window larger.` }]
      : [];
    return { panes, troubles };
  },
};

export const legend: WindowKind = {
  what: 'legend',
  order: 120,
  title: 'Legend of the tags',
  sets: ['tags'],
  draw: (show, window): Drawn => {
    const tags = tagsOf(show, window) ?? plateTags(show);
    const needs = legendHeight(tags);
    return {
      panes: [onPaper(window.box, legendPrims(show, tags, window.box))],
      troubles:
        needs > window.box[3] + 0.01
          ? [
              {
                what: 'off',
                text: `The legend needs ${Math.ceil(needs)} mm of height; its window has ${Math.floor(window.box[3])}.`,
              },
            ]
          : [],
    };
  },
};

export const title: WindowKind = {
  what: 'title',
  order: 130,
  title: 'Title block',
  sets: ['scale'],
  draw: (show, window, asked): Drawn => {
    const denominator = window.scale ?? parseScale(asked.scale);
    return {
      panes: [{ k: 1, ox: 0, oy: 0, clip: null, prims: titlePrims(show, asked, window.box, denominator ?? null) }],
      troubles: [],
    };
  },
};

export const notes: WindowKind = {
  what: 'notes',
  order: 140,
  title: 'Notes',
  sets: ['text'],
  draw: (_, { box, text, size = 3 }): Drawn => {
    if (!text?.trim()) return empty('Notes without words.');
    const [left, bottom, width, height] = box;
    const lines = wrapped(text, width, size);
    const holds = Math.max(1, Math.floor(height / (size * 1.4)));
    return {
      panes: [
        onPaper(
          box,
          lines.slice(0, holds).map((line, i) => textAt(left, bottom + height - size * (0.7 + 1.4 * i), line, size, 'left')),
        ),
      ],
      troubles: lines.length > holds ? [{ what: 'off', text: `Notes of ${lines.length} lines; ${holds} have room.` }] : [],
    };
  },
};

export const picture: WindowKind = {
  what: 'picture',
  order: 70,
  title: 'Picture',
  sets: ['picture', 'text'],
  draw: (_, { box, picture: png, text }): Drawn => {
    const size = png ? sizeOfPng(png) : null;
    if (!png || !size) return empty('A window for a picture that holds none yet.');
    const [left, bottom, width, height] = box;
    const under = text ? 6 : 0;
    const k = Math.min(width / size[0], (height - under) / size[1]);
    const [w, h] = [size[0] * k, size[1] * k];
    const prims: Prim[] = [
      { op: 'image', png, x: left + (width - w) / 2, y: bottom + under + (height - under - h) / 2, w, h, turn: 0, ink: 'ink' },
      ...(text ? [textAt(left, bottom + 2.5, cutTo(text, width, 3), 3, 'left')] : []),
    ];
    return { panes: [onPaper(box, prims)], troubles: [] };
  },
};

const CONTENT = 5.4;
/** How many lines of contents a window of a height holds. */
export const contentLines = (height: number): number => Math.max(1, Math.floor((height - 12) / CONTENT));
export const contents: WindowKind = {
  what: 'contents',
  order: 150,
  title: 'Contents of the book',
  sets: [],
  draw: (_, { box, page = 1 }, { contents: lines }): Drawn => {
    if (!lines.length) return empty('There is no book that it could list.');
    const [left, bottom, width, height] = box;
    const holds = contentLines(height);
    const from = (page - 1) * holds;
    const prims: Prim[] = [textAt(left, bottom + height - 4, 'Contents', 6, 'left', 'ink', true)];
    lines.slice(from, from + holds).forEach(({ name, paper }, i) => {
      const y = bottom + height - 12 - CONTENT * (i + 0.5);
      prims.push(
        textAt(left + 9, y, String(from + i + 1), 3, 'right', 'ink', true),
        textAt(left + 13, y, cutTo(name, width - 45, 3), 3, 'left'),
        textAt(left + width, y, paper, 3, 'right', 'faint'),
        path([MOVE, left, y - CONTENT / 2, LINE, left + width, y - CONTENT / 2], 'thin', 'none', 'faint'),
      );
    });
    return { panes: [onPaper(box, prims)], troubles: [] };
  },
};
