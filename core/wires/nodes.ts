/**
 * Nodes as the plot has them and as they answer: those that were found, and those that are planned, which are names of the map of universes that nobody answers to yet. A planned
 * one is taken the place of by the real one: at once where it says the same name, or by hand.
 */
import { type Change, compose, nothing } from '../model/change.js';
import type { NewId } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { withUniverse } from '../patch/spans.js';
import { meant, portAddressFrom, portAddressText, usualPortAddress } from './routes.js';
import type { NodeSaid } from './state.js';

export interface Given {
  readonly universe: number;
  readonly name: string;
  readonly protocol: 'E1.31' | 'Art-Net';
  /** Of Art-Net. */
  readonly portAddress: number;
  /** The node says that it has no such output. */
  readonly missing: boolean;
}
export interface NodePlace {
  /** As the map of universes says it. */
  readonly text: string;
  /** Null: planned, nobody answers to it. */
  readonly found: NodeSaid | null;
  readonly given: readonly Given[];
}

/** Answers of one device as one node: its outputs together. */
export function devices(said: readonly NodeSaid[]): NodeSaid[] {
  const out = new Map<string, NodeSaid>();
  for (const node of said) {
    const before = out.get(node.ip);
    out.set(
      node.ip,
      before
        ? {
            ...before,
            ago: Math.min(before.ago, node.ago),
            outputs: [...new Set([...before.outputs, ...node.outputs])].sort((a, b) => a - b),
          }
        : node,
    );
  }
  return [...out.values()];
}

/** How the map of universes says a node: by its name where no other has it, else by its address. */
export const textOf = (node: NodeSaid, nodes: readonly NodeSaid[]): string =>
  node.name.trim() && meant(node.name, nodes)?.ip === node.ip ? node.name.trim() : node.ip;

/** Nodes that answer, by name, and behind them those that are planned. @param first  port-address of universe 1 */
export function nodePlaces(show: Show, said: readonly NodeSaid[], first: 0 | 1): NodePlace[] {
  const found = devices(said);
  const by = new Map<string, { found: NodeSaid | null; given: Given[] }>(
    found.map((node) => [textOf(node, found), { found: node, given: [] }]),
  );
  for (const universe of [...all(show, 'universe')].sort((a, b) => a.number - b.number)) {
    const text = universe.node.trim();
    if (!text) continue;
    const node = meant(text, found);
    const key = node ? textOf(node, found) : text;
    const place = by.get(key) ?? { found: null, given: [] };
    by.set(key, place);
    const protocol = /art/i.test(universe.protocol) ? 'Art-Net' : 'E1.31';
    const portAddress = portAddressFrom(universe.port) ?? usualPortAddress(universe.number, first);
    const missing = protocol === 'Art-Net' && node !== null && !node.outputs.includes(portAddress);
    place.given.push({ universe: universe.number, name: universe.name, protocol, portAddress, missing });
  }
  return [...by].map(([text, place]) => ({ text, ...place })).sort((a, b) => Number(!a.found) - Number(!b.found));
}

/**
 * Gives a universe to a node. It goes there by the protocol that is said of it, and by Art-Net where none is, to the output of its own number where the node has it, else to the
 * first that is free.
 * @param port  the output that is wished
 */
export function given(
  show: Show,
  universe: number,
  place: NodePlace,
  first: 0 | 1,
  newId: NewId,
  port?: number,
): { readonly ok: true; readonly change: Change } | { readonly ok: false; readonly why: string } {
  const said = all(show, 'universe').find(({ number }) => number === universe);
  const protocol = said?.protocol.trim() || (place.found ? 'Art-Net' : '');
  if (!/art/i.test(protocol) || !place.found)
    return { ok: true, change: withUniverse(show, universe, { node: place.text, protocol }, newId) };
  const taken = new Set(
    place.given.flatMap((own) => (own.universe === universe || own.protocol !== 'Art-Net' ? [] : [own.portAddress])),
  );
  const usual = usualPortAddress(universe, first);
  const { outputs } = place.found;
  const free = outputs.filter((own) => !taken.has(own));
  const wished = port ?? (free.includes(usual) ? usual : free[0]);
  if (wished === undefined)
    return { ok: false, why: `All ${outputs.length} outputs of ${place.text} are given: take a universe away from it first.` };
  if (taken.has(wished)) return { ok: false, why: `Port-address ${portAddressText(wished)} of ${place.text} is given already.` };
  return { ok: true, change: withUniverse(show, universe, { node: place.text, protocol, port: portAddressText(wished) }, newId) };
}
/** Takes a universe away from its node: it goes to its group again. */
export const takenAway = (show: Show, universe: number, newId: NewId): Change =>
  withUniverse(show, universe, { node: '', port: '' }, newId);

/** A real node takes the place of a planned one, with all its universes. */
export function inPlaceOf(show: Show, planned: NodePlace, real: NodePlace, newId: NewId): Change {
  return planned.given.reduce<Change>(
    (change, { universe }) => compose(change, withUniverse(show, universe, { node: real.text }, newId)),
    nothing,
  );
}
