import type { Movable } from '#core/space/transform';
import { plural } from '../../ui/words';

/** What is copied, moved or deleted, by name where there are few: "LX 1, LX 2", "4 things". */
export const namesOf = (things: readonly Movable[]): string =>
  things.length > 3
    ? plural(things.length, 'thing')
    : things.map((thing) => ('name' in thing && thing.name ? thing.name : thing.kind)).join(', ');
