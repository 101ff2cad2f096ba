'use client';

/** What the server answered, or that it could not be reached. */
export type Answer<Value> =
  | ({ readonly ok: true } & Value)
  | { readonly ok: false; readonly code: string; readonly [more: string]: unknown };

/** Told to the window when something is refused now and taken later: said once, in the frame, with when it goes on. */
export const LIMIT_EVENT = 'kite-limit';

export interface LimitTold {
  readonly what: string;
  readonly seconds: number;
}

/** Lets the frame say when it goes on, where an answer is a refusal of that kind. */
export function tellLimit(answer: {
  readonly code?: unknown;
  readonly what?: unknown;
  readonly seconds?: unknown;
}): void {
  if (typeof answer.seconds !== 'number') return;
  const what = typeof answer.what === 'string' ? answer.what : String(answer.code);
  window.dispatchEvent(new CustomEvent<LimitTold>(LIMIT_EVENT, { detail: { what, seconds: answer.seconds } }));
}

/** So much, in bytes, is sent at once that goes on after its page was left: beyond 64 kB it is refused (Fetch, "keepalive"). */
const MOST_KEPT = 60 * 1024;
let keptAlive = 0;

async function send<Value>(path: string, body: string | Blob, type: string): Promise<Answer<Value>> {
  const { size } = new Blob([body]);
  // Whoever presses “Keep” and goes on at once has kept it.
  const keepalive = keptAlive + size <= MOST_KEPT;
  if (keepalive) keptAlive += size;
  try {
    const response = await fetch(path, { method: 'POST', headers: { 'content-type': type }, body, keepalive });
    const answer = (await response.json()) as Answer<Value>;
    if (!answer.ok) tellLimit(answer);
    return answer;
  } catch {
    return { ok: false, code: 'unreachable' };
  } finally {
    if (keepalive) keptAlive -= size;
  }
}

/** Sends a request that writes. Never throws: a network that is away is an answer like any other. */
export const post = <Value = object>(path: string, body: unknown = {}): Promise<Answer<Value>> =>
  send<Value>(path, JSON.stringify(body), 'application/json');

/** Sends a file as it is. */
export const sendBytes = <Value = object>(path: string, bytes: Blob): Promise<Answer<Value>> =>
  send<Value>(path, bytes, 'application/octet-stream');
