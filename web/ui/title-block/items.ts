/** What is added to a title block that is drawn, and where it stands first. */
import type { TitleBlock, TitleItem } from '#core/model/records';

/** A block that is drawn. */
export type Drawn = TitleBlock & Required<Pick<TitleBlock, 'size' | 'items'>>;

const first: Readonly<
  Record<TitleItem['what'], Omit<TitleItem, 'id' | 'what' | 'box'> & { readonly wide: number; readonly tall: number }>
> = {
  text: { wide: 40, tall: 5, text: '{show}', size: 3 },
  line: { wide: 40, tall: 0 },
  frame: { wide: 40, tall: 12 },
  picture: { wide: 20, tall: 20 },
  issues: { wide: 60, tall: 20 },
  'scale bar': { wide: 60, tall: 6 },
  bearings: { wide: 24, tall: 16 },
};
/** The block with another thing in its middle, above what stands there. */
export function added(block: Drawn, what: TitleItem['what']): Drawn {
  const { wide, tall, ...more } = first[what];
  const known = new Set(block.items.map(({ id }) => id));
  let n = block.items.length + 1;
  while (known.has(`${what} ${n}`)) n++;
  const [w, h] = [Math.min(wide, block.size[0] - 4), Math.min(tall, block.size[1] - 4)];
  const item: TitleItem = {
    id: `${what} ${n}`,
    what,
    box: [Math.round((block.size[0] - w) / 2), Math.round((block.size[1] - h) / 2), w, h],
    ...more,
  };
  return { ...block, items: [...block.items, item] };
}
