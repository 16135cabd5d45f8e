/** Matrix texts with what should become of them: null is refused. */
export const matrixCases: [string, string, null | true][] = [
  ['identity', '{1,0,0}{0,1,0}{0,0,1}{0,0,0}', true],
  ['spaces and exponents', '{1, 0, 0}{0,1e0,0}{0,0,1}{ 5 ,0,0}', true],
  ['three groups', '{1,0,0}{0,1,0}{0,0,1}', null],
  ['decimal commas', '{1,0,0,0}{0,1,0}{0,0,1}{0,5,0,0}', null],
  ['not a number', '{nan,0,0}{0,1,0}{0,0,1}{0,0,0}', null],
  ['beyond 10 km', '{1,0,0}{0,1,0}{0,0,1}{10000001,0,0}', null],
  ['singular', '{1,0,0}{1,0,0}{0,0,1}{0,0,0}', null],
];
