/** What is typed for a position that is being drawn. */

/** Fields of a form, as they were typed; an empty one is taken from the pointer or the default. */
export interface DraftFields {
  readonly name: string;
  readonly trim: string;
  readonly length: string;
  readonly from: string;
  readonly to: string;
  readonly radius: string;
  readonly sweep: string;
  readonly start: string;
  readonly depth: string;
  readonly width: string;
  /** What it is made of (`madeOf`); empty is what its form usually is. */
  readonly body: string;
  /** "middle" where a straight one is drawn from its middle; else from an end. */
  readonly by: string;
}
export const emptyFields: DraftFields = {
  name: '',
  trim: '',
  length: '',
  from: '',
  to: '',
  radius: '',
  sweep: '',
  start: '',
  depth: '',
  width: '',
  body: '',
  by: '',
};
