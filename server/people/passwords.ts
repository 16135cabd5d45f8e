/**
 * Passwords are kept as scrypt hashes, in the PHC string format ("$scrypt$ln=15,r=8,p=3$salt$hash").
 * Source: RFC 7914 (scrypt); the cost is what OWASP's cheat sheet on password storage asks for at 32 MB, from memory. A hash says its own cost, so that it can be raised.
 */
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify(scrypt) as (
  password: string,
  salt: Uint8Array,
  length: number,
  options: { readonly N: number; readonly r: number; readonly p: number; readonly maxmem: number },
) => Promise<Buffer>;

export interface Cost {
  /** Logarithm of N to the base 2. */
  readonly ln: number;
  readonly r: number;
  readonly p: number;
}
export const COST: Cost = { ln: 15, r: 8, p: 3 };
const LENGTH = 32;

/** Letters of a password. What is longer than the most is no password, and would only cost time. */
export const [SHORTEST, LONGEST] = [10, 200];
/** Why a password will not do, as a sentence, or null. @param name  of the account */
export function faultOfPassword(value: unknown, name: string): string | null {
  if (typeof value !== 'string') return 'Give a password.';
  const letters = [...value].length;
  if (letters < SHORTEST)
    return `The password has ${letters} characters. It needs at least ${SHORTEST}; a few words are easy to keep in mind.`;
  if (letters > LONGEST) return `The password has ${letters} characters; ${LONGEST} are the most.`;
  if (new Set(value.toLowerCase()).size < 4) return 'The password repeats the same few characters. Take a few words.';
  const plain = (text: string) => text.normalize('NFKC').toLowerCase().replace(/\s+/g, '');
  if (plain(name) && plain(value).replaceAll(plain(name), '').length < 4)
    return 'The password is hardly more than the name. Take a few words that have nothing to do with it.';
  return null;
}

// The same letters are the same password, however a keyboard puts them together (NIST SP 800-63B, 5.1.1.2, from memory).
const octets = (password: string): string => password.normalize('NFKC');
const text64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64').replace(/=+$/, '');

/** Who waits for a hash. Each takes 32 MB and a core for a moment, so that only two are made at once, and who comes when many wait is told to come again. */
const MOST_WAITING = 30;
let free = 2;
const waiting: (() => void)[] = [];
/** Too many passwords are being looked at. */
export class Busy extends Error {}
async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (free > 0) free--;
  else {
    if (waiting.length >= MOST_WAITING) throw new Busy('Too many passwords are being looked at just now.');
    await new Promise<void>((go) => waiting.push(go));
  }
  try {
    return await work();
  } finally {
    const next = waiting.shift();
    if (next) next();
    else free++;
  }
}

const made = ({ ln, r, p }: Cost, password: string, salt: Uint8Array, length: number): Promise<Buffer> =>
  inTurn(() => derive(octets(password), salt, length, { N: 2 ** ln, r, p, maxmem: 256 * r * (2 ** ln + p) + 4096 }));

/** @throws Busy */
export async function hashOf(password: string, cost: Cost = COST): Promise<string> {
  const salt = randomBytes(16);
  const hash = await made(cost, password, salt, LENGTH);
  return `$scrypt$ln=${cost.ln},r=${cost.r},p=${cost.p}$${text64(salt)}$${text64(hash)}`;
}
/** Whether a password is the one that was hashed; a hash that cannot be read is nobody's. @throws Busy */
export async function isPassword(password: string, kept: string): Promise<boolean> {
  const parts = /^\$scrypt\$ln=(\d{1,2}),r=(\d{1,2}),p=(\d{1,2})\$([A-Za-z0-9+/]+)\$([A-Za-z0-9+/]+)$/.exec(kept);
  if (!parts || [...password].length > LONGEST) return false;
  const [, ln, r, p, salt = '', hash = ''] = parts;
  const cost = { ln: Number(ln), r: Number(r), p: Number(p) };
  if (cost.ln < 1 || cost.ln > 20 || cost.r < 1 || cost.p < 1) return false;
  const known = Buffer.from(hash, 'base64');
  return timingSafeEqual(await made(cost, password, Buffer.from(salt, 'base64'), known.length), known);
}
/** Whether a hash was made at less than today's cost. */
export const isCheap = (kept: string, { ln, r, p }: Cost = COST): boolean => !kept.startsWith(`$scrypt$ln=${ln},r=${r},p=${p}$`);
