/** Under which names this server may be called. A page of another site that points its own name here is refused (DNS rebinding). */
import { hostname, networkInterfaces } from 'node:os';

/** Whether a name of a host is one of ours: "localhost", "192.168.1.5", "[fe80::1]". */
export interface Hosts {
  has(name: string): boolean;
  /** All of them, for a sentence. */
  all(): readonly string[];
}

export const isLoopback = (host: string): boolean => ['127.0.0.1', 'localhost', '::1', '[::1]'].includes(host.toLowerCase());
/** An address that stands for all of the machine. */
export const isEverywhere = (host: string): boolean => ['0.0.0.0', '::', '[::]', '*'].includes(host);

const spelled = (address: string): string => (address.includes(':') && !address.startsWith('[') ? `[${address}]` : address);
/** Addresses of this machine just now, as a host is spelled. */
export const addressesHere = (): string[] =>
  Object.values(networkInterfaces()).flatMap((list = []) => list.map(({ address }) => spelled(address.split('%')[0] ?? address)));

/** Those by which other machines reach this one. */
export const addressesOut = (): string[] =>
  Object.values(networkInterfaces()).flatMap((list = []) =>
    list.flatMap(({ address, internal }) => (internal || address.startsWith('fe80') ? [] : [spelled(address)])),
  );

/** How long the addresses of the machine are believed, ms: one that it has just been given is known soon. */
const BELIEVED = 2000;

/**
 * @param host  what the server listens on
 * @param allowed  further names, as ALLOWED_HOSTS gives them: those by which a proxy or the name server of the house calls it
 */
export function hostsOf(host: string, allowed: readonly string[] = [], addresses: () => string[] = addressesHere): Hosts {
  const own = hostname().toLowerCase();
  const named = [...allowed.map((name) => spelled(name.trim().toLowerCase())).filter(Boolean)];
  const fixed = new Set(['localhost', '127.0.0.1', '[::1]', ...named]);
  if (!isEverywhere(host)) fixed.add(spelled(host.toLowerCase()));
  else for (const name of [own, `${own.replace(/\.local$/, '')}.local`]) fixed.add(name);
  let known: ReadonlySet<string> = new Set();
  let until = 0;
  const here = (): ReadonlySet<string> => {
    if (!isEverywhere(host)) return new Set();
    if (performance.now() >= until) {
      known = new Set(addresses().map((address) => address.toLowerCase()));
      until = performance.now() + BELIEVED;
    }
    return known;
  };
  return { has: (name) => fixed.has(name) || here().has(name), all: () => [...new Set([...fixed, ...here()])] };
}
