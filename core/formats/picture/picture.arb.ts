/** Of pictures. */

import { boxOf } from '../../draw/list.js';
import { shapePrim } from '../../draw/shapes.js';
import type { Shape } from '../../model/records.js';

export const box = (shapes: readonly Shape[]) => boxOf(shapes.map(shapePrim));
