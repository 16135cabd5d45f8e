/** Where a universe goes, as the map of universes says it: protocol, an address, and of Art-Net a port-address. */
import type { Universe } from '../model/records.js';
import { MOST_PORT_ADDRESS, portAddressOf } from './artnet.js';

export interface Route {
  readonly protocol: 'E1.31' | 'Art-Net';
  /** To one machine; null is the group of the universe, and on one's own machine alone that machine. */
  readonly to: string | null;
  /** Of Art-Net. */
  readonly portAddress: number;
}

export const isAddress = (text: string): boolean =>
  /^(\d{1,3}\.){3}\d{1,3}$/.test(text) && text.split('.').every((part) => Number(part) <= 255);

/** Net, sub-net and universe as in "0:2:15"; null where it is none. */
function portAddressFrom(text: string): number | null {
  const parts = /^(\d{1,3})[:.](\d{1,2})[:.](\d{1,2})$/.exec(text.trim());
  if (!parts) return null;
  const [net, subNet, universe] = parts.slice(1).map(Number) as [number, number, number];
  return net > 127 || subNet > 15 || universe > 15 ? null : portAddressOf(net, subNet, universe);
}

/**
 * Without a word universes go by E1.31 to their groups. A node is an address where it is written as one, and a name otherwise. Port-addresses count from 0, universes from 1:
 * where the map does not say one, universe 1 is port-address 0. Source: reference formats 3 and 4.
 */
export function routeOf(universe: number, said: Universe | undefined): Route {
  const protocol = /art/i.test(said?.protocol ?? '') ? 'Art-Net' : 'E1.31';
  const to = said && isAddress(said.node.trim()) ? said.node.trim() : null;
  const portAddress = portAddressFrom(said?.port ?? '') ?? Math.min(universe - 1, MOST_PORT_ADDRESS);
  return { protocol, to, portAddress };
}
