/** GUIDs as GDTF and MVR write them (reference formats 0.5). */
import { v5 } from 'uuid';
import { isId } from '../model/ids.js';

const nil = '00000000-0000-0000-0000-000000000000';
/** Our namespace for derived ids, made once. */
const DESSIN = '3f0c9a52-6a0e-4f8e-9b6c-0d3b8f6a7e11';

/** Lower case, without braces; null when it is malformed or nil. */
export function parseGuid(text: string | undefined): string | null {
  const id = (text ?? '')
    .trim()
    .replace(/^\{|\}$/g, '')
    .toLowerCase();
  return isId(id) && id !== nil ? id : null;
}
export const writeGuid = (id: string): string => id.toUpperCase();
/** Version 5: the same name gives the same id on every machine. */
export const derivedId = (name: string): string => v5(name, DESSIN);
