import { type Answer, tellLimit } from './client-request';

/**
 * Has something made and hands it to the browser to keep, under a name. Never throws: what was refused is an answer.
 *
 * @param body of a request that writes; none for one that reads
 */
export async function takeMade(
  path: string,
  name: string,
  body?: unknown,
): Promise<Answer<{ readonly headers: Headers }>> {
  try {
    const response = await fetch(
      path,
      body === undefined
        ? {}
        : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    );
    if (!response.ok || response.headers.get('content-type')?.startsWith('application/json')) {
      const answer = (await response.json()) as { ok: false; code: string };
      tellLimit(answer);
      return answer;
    }
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await response.blob());
    link.download = name;
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
    return { ok: true, headers: response.headers };
  } catch {
    return { ok: false, code: 'unreachable' };
  }
}
