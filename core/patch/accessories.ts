/** What hangs on a fixture. */
import type { Accessory, AccessoryForm, Fixture } from '../model/records.js';
import { find, type Show } from '../model/show.js';

const none: readonly AccessoryForm[] = [];
const gobo: readonly AccessoryForm[] = ['gobo holder'];
/** Forms of a fixture's accessories, in their order. A gobo shows as a T in the nose, whether or not its holder is listed. */
export function formsOf(show: Show, fixture: Fixture): readonly AccessoryForm[] {
  const forms = fixture.accessories?.length ? accessoriesOf(show, fixture).map((item) => item.form) : none;
  if (!fixture.gobo || forms.includes('gobo holder')) return forms;
  return forms.length ? [...forms, 'gobo holder'] : gobo;
}
export const accessoriesOf = (show: Show, fixture: Fixture): Accessory[] =>
  (fixture.accessories ?? []).flatMap((id) => find(show, 'accessory', id) ?? []);
