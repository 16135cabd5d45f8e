/** Which form of MVR a reader of an age knows, and what is lost by an older one (reference formats 2.8, from memory). */
import type { MvrVersion } from '../../model/records.js';

export const mvrVersionOf = (wish: MvrVersion | undefined): MvrVersion => wish ?? '1.6';
interface Form {
  /** The name of the program in the root. */
  readonly provider: boolean;
  /** A number beside the identifier that people see. */
  readonly numeric: boolean;
  readonly customId: boolean;
}
export const formOf: Readonly<Record<MvrVersion, Form>> = {
  '1.4': { provider: false, numeric: false, customId: false },
  '1.5': { provider: false, numeric: false, customId: true },
  '1.6': { provider: true, numeric: true, customId: true },
};
/** What a reader of that form does not get, in sentences. */
export const lostBy: Readonly<Record<MvrVersion, readonly string[]>> = {
  '1.4': [
    'Channels go out as texts alone, without a number beside them.',
    'The file does not say who wrote it, and has no own ids of the desk.',
  ],
  '1.5': ['Channels go out as texts alone, without a number beside them.', 'The file does not say who wrote it.'],
  '1.6': [],
};
