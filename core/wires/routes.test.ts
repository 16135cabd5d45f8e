/** Where universes go. */
import { expect, test } from '@jest/globals';
import type { Universe } from '../model/records.js';
import { routeOf } from './routes.js';

const said = (of: Partial<Universe>): Universe => ({
  id: '00000000-0000-4000-8000-000000000001',
  kind: 'universe',
  number: 4,
  name: '',
  protocol: '',
  node: '',
  port: '',
  ...of,
});

test('a universe of which nothing is said goes to its group by E1.31', () => {
  expect(routeOf(4, undefined)).toEqual({ protocol: 'E1.31', to: null, portAddress: 3 });
  expect(routeOf(4, said({ node: 'Dimmer room', port: '2' }))).toEqual({ protocol: 'E1.31', to: null, portAddress: 3 });
});
test.each([
  ['', 3],
  ['0:0:0', 0],
  // Check value of reference formats 4: net 1, sub-net 2, universe 3 is 0x0123.
  ['1:2:3', 0x123],
  ['127.15.15', 32767],
  ['128:0:0', 3],
  ['0:16:0', 3],
  ['2', 3],
])('port "%s" of Art-Net is port-address %i', (port, portAddress) => {
  expect(routeOf(4, said({ protocol: 'Art-Net', node: ' 10.0.0.7 ', port }))).toEqual({
    protocol: 'Art-Net',
    to: '10.0.0.7',
    portAddress,
  });
});
test.each(['10.0.0', '10.0.0.256', 'a.b.c.d', '10.0.0.7:80'])('"%s" is no address, so it is a name', (node) => {
  expect(routeOf(1, said({ node })).to).toBeNull();
});
test('the last universe of E1.31 has a port-address that exists', () => {
  expect(routeOf(63999, undefined).portAddress).toBe(32767);
});
