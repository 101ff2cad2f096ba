'use client';

/** What the server answered, or that it could not be reached. */
export type Answer<Value> =
  | ({ readonly ok: true } & Value)
  | { readonly ok: false; readonly code: string; readonly [more: string]: unknown };

/** Sends a request that writes. Never throws: a network that is away is an answer like any other. */
export async function post<Value = object>(path: string, body: unknown = {}): Promise<Answer<Value>> {
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await response.json()) as Answer<Value>;
  } catch {
    return { ok: false, code: 'unreachable' };
  }
}
