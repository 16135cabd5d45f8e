/** A run as it begins: in the order of the selection, by ones. */
import type { RunField, RunOrder } from '../model/records.js';

export const plainOrder: RunOrder = {
  by: 'as selected',
  second: 'upstage to downstage',
  tolerance: 300,
  rows: 'rows',
  way: 'clockwise',
  from: 'outside in',
};

export const plainField = (field: string, start = '1'): RunField => ({
  field,
  start,
  step: field === 'address' ? 'slots' : '1',
  prefix: '',
  suffix: '',
  pad: 0,
  same: false,
  each: 1,
  last: '',
});
