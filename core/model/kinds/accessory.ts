/** Accessories of the stock. */
import { Type } from '@sinclair/typebox';
import { FromShelf, Name, nullable, object, Short, Uuid, words } from '../schema.js';
import type { AccessoryForm } from '../words.js';
import { accessoryForms } from '../words.js';
import type { KindEntry, Of } from './kind.js';

export const accessorySchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('accessory'),
    name: Name,
    form: words(...accessoryForms),
    /** How many the house owns; null is not counted. */
    stock: nullable(Type.Integer({ minimum: 0, maximum: 100000 })),
    /** Slots of an accessory that is a device of its own: it becomes a part of the fixture that it hangs on. */
    slots: Type.Optional(Type.Integer({ minimum: 0, maximum: 512 })),
    weight: Type.Optional(Type.Number({ minimum: 0, maximum: 1e5 })),
    /** Of a scroller the colours of its string, in the order of its frames; '' is clear. */
    string: Type.Optional(Type.Array(Short, { maxItems: 60 })),
    shelf: FromShelf,
  });
export type Accessory = Of<typeof accessorySchema>;

export const accessory: KindEntry<Accessory> = {
  kind: 'accessory',
  whole: ['string', 'shelf'],
  listed({ name, form, slots }) {
    return { name, of: form, words: slots ? ['device', `${slots} slots`] : [] };
  },
};

/** Accessories that most houses have. */
export const makeAccessories = (newId: (form: AccessoryForm) => string): Accessory[] =>
  accessoryForms.map((form) => {
    const slots = deviceSlots[form];
    return { id: newId(form), kind: 'accessory', name: form, form, stock: null, ...(slots === undefined ? {} : { slots }) };
  });

/** Slots of accessories that are devices: position and speed of a scroller, pan, tilt and their fine steps of a mirror, three colours and a master of a ring (common practice, no source). */
const deviceSlots: Partial<Record<AccessoryForm, number>> = { scroller: 2, 'moving mirror': 4, 'LED ring': 4 };
