/** Calls to the server. A refusal becomes an error that carries the server's sentence. */

import type { Role } from '#core/access/roles';
import { cleanText } from '#core/model/text';
import { at } from './base';

export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message);
  }
}

const refusal = (status: number, body: Record<string, unknown>): Refused =>
  new Refused(status, typeof body.detail === 'string' ? body.detail : `The server answered ${status}.`, body);

/** Whether the server, or what stands before it, does not answer for now: it is tried again, and nothing is lost. */
export const isAway = (error: unknown): boolean => !(error instanceof Refused) || [502, 503, 504].includes(error.status);

const signedOut = new Set<() => void>();
/** Calls back when an answer says that nobody is signed in here, or not any more. */
export const whenSignedOut = (call: () => void): (() => void) => {
  signedOut.add(call);
  return () => signedOut.delete(call);
};
/** What came shows that somebody has to sign in. */
export const saySignedOut = (): void => {
  for (const call of signedOut) call();
};
/** Ways that are gone before anybody has signed in: a wrong password is told where it was typed. */
const isSigningIn = (path: string): boolean => path.startsWith('/api/me');

/** @throws Refused when the server says no, TypeError or DOMException when it does not answer */
export async function call<T>(path: string, init: RequestInit = {}): Promise<T> {
  const response = await fetch(at(path), init);
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  let body: Record<string, unknown> = {};
  try {
    body = JSON.parse(text) as Record<string, unknown>;
  } catch {}
  if (response.status === 401 && !isSigningIn(path)) saySignedOut();
  if (!response.ok) throw refusal(response.status, body);
  return body as T;
}

const json = (body: unknown): RequestInit => ({ headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

export const send = <T>(path: string, method: string, body?: unknown, signal?: AbortSignal): Promise<T> =>
  call<T>(path, { method, ...(signal ? { signal } : {}), ...(body === undefined ? {} : json(body)) });

/** A file as it is, with its name; a form would be refused. */
export const sendFile = <T>(path: string, file: Blob & { readonly name?: string }): Promise<T> =>
  call<T>(`${path}${path.includes('?') ? '&' : '?'}name=${encodeURIComponent(cleanText(file.name ?? ''))}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });

export interface ShowRow {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly edited: string;
  readonly deleted: string | null;
  /** A newer program wrote it. */
  readonly newer: boolean;
  /** What one is in it. */
  readonly role: Role;
}

/** A file that the server makes of what is posted. @throws Refused with the server's sentence */
export async function fetchFile(path: string, body: unknown): Promise<Blob> {
  const response = await fetch(at(path), { method: 'POST', ...json(body) });
  if (response.ok) return response.blob();
  throw refusal(response.status, (await response.json().catch(() => ({}))) as Record<string, unknown>);
}
