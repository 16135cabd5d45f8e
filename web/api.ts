/** Calls to the server. A refusal becomes an error that carries the server's sentence. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message);
  }
}

export async function call<T>(path: string, init: RequestInit = {}): Promise<T> {
  const response = await fetch(path, init);
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  let body: Record<string, unknown> = {};
  try {
    body = JSON.parse(text) as Record<string, unknown>;
  } catch {}
  if (!response.ok)
    throw new Refused(
      response.status,
      typeof body.detail === 'string' ? body.detail : `The server answered ${response.status}.`,
      body,
    );
  return body as T;
}

export const send = <T>(path: string, method: string, body?: unknown): Promise<T> =>
  call<T>(path, {
    method,
    ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });

export interface ShowRow {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly edited: string;
}

/** A file that the server makes of what is posted. @throws Refused with the server's sentence */
export async function fetchFile(path: string, body: unknown): Promise<Blob> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (response.ok) return response.blob();
  const said = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  throw new Refused(
    response.status,
    typeof said.detail === 'string' ? said.detail : `The server answered ${response.status}.`,
    said,
  );
}
