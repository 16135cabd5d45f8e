/** Where a universe goes, as the map of universes says it: protocol, a node by address or by name, and of Art-Net a port-address. */
import type { Universe } from '../model/records.js';
import { MOST_PORT_ADDRESS, portAddressOf } from './artnet.js';

export interface Route {
  readonly protocol: 'E1.31' | 'Art-Net';
  /** To one machine; null is the group of the universe, and on one's own machine alone that machine. */
  readonly to: string | null;
  /** Of Art-Net. */
  readonly portAddress: number;
}
/** A node that answered. */
export interface Known {
  readonly ip: string;
  readonly name: string;
}
export interface Mapping {
  /** Port-address of universe 1: port-addresses count from 0, and some houses leave it out. */
  readonly first: 0 | 1;
  readonly nodes: readonly Known[];
}
const plain: Mapping = { first: 0, nodes: [] };

export const isAddress = (text: string): boolean =>
  /^(\d{1,3}\.){3}\d{1,3}$/.test(text) && text.split('.').every((part) => Number(part) <= 255);

/** Net, sub-net and universe as in "0:2:15"; null where it is none. */
export function portAddressFrom(text: string): number | null {
  const parts = /^(\d{1,3})[:.](\d{1,2})[:.](\d{1,2})$/.exec(text.trim());
  if (!parts) return null;
  const [net, subNet, universe] = parts.slice(1).map(Number) as [number, number, number];
  return net > 127 || subNet > 15 || universe > 15 ? null : portAddressOf(net, subNet, universe);
}
/** "0:2:15", as it is said of a universe. */
export const portAddressText = (port: number): string => `${port >> 8}:${(port >> 4) & 15}:${port & 15}`;
/** Where the map says no port-address. */
export const usualPortAddress = (universe: number, first: 0 | 1 = 0): number => Math.min(universe - 1 + first, MOST_PORT_ADDRESS);

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
/** The node that is meant: by its address, or by a name that one node alone has. */
export function meant<K extends Known>(text: string, nodes: readonly K[]): K | null {
  if (!text.trim()) return null;
  const at = nodes.find(({ ip }) => ip === text.trim());
  if (at) return at;
  const named = nodes.filter(({ name }) => same(name, text));
  return new Set(named.map(({ ip }) => ip)).size === 1 ? (named[0] ?? null) : null;
}

/**
 * Without a word universes go by E1.31 to their groups. A node is an address where it is written as one, and otherwise a name, which is known when the node answers.
 * Where the map does not say a port-address, universe 1 is the first one of the mapping. Source: reference formats 3 and 4.
 */
export function routeOf(universe: number, said: Universe | undefined, { first, nodes }: Mapping = plain): Route {
  const protocol = /art/i.test(said?.protocol ?? '') ? 'Art-Net' : 'E1.31';
  const node = said?.node.trim() ?? '';
  const to = isAddress(node) ? node : (meant(node, nodes)?.ip ?? null);
  return { protocol, to, portAddress: portAddressFrom(said?.port ?? '') ?? usualPortAddress(universe, first) };
}
