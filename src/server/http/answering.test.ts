import { answering } from './answering';
import type { Handler } from './route';

const made = (said: string) =>
  Object.assign(async (_: Request, given: object) => Response.json({ said, ...given }), {
    entry: 'GET /api/health',
  } satisfies Pick<Handler<'GET /api/health'>, 'entry'>);

let loaded = 0;
const answer = answering({
  '/api/people/[person]': async () => {
    loaded += 1;
    return { GET: made('who'), POST: made('changed') };
  },
  '/api/uploads/[upload]': async () => ({ HEAD: made('how far') }),
});
const ask = (method: string, path: string) => answer(new Request(`http://localhost:3000${path}`, { method }));

test('a request is answered by the handler of its method, with what stands in its address', async () => {
  expect(loaded).toBe(0);
  expect(await (await ask('POST', '/api/people/s-imke?of=now')).json()).toEqual({ said: 'changed', person: 's-imke' });
  expect(await (await ask('HEAD', '/api/people/s-imke')).json()).toEqual({ said: 'who', person: 's-imke' });
  expect(await (await ask('HEAD', '/api/uploads/u')).json()).toEqual({ said: 'how far', upload: 'u' });
});

test('what is nowhere and what nobody may do anywhere is refused', async () => {
  const nowhere = await ask('GET', '/api/nowhere');
  expect([nowhere.status, await nowhere.json()]).toEqual([404, { ok: false, code: 'not-found' }]);
  const wrong = await ask('DELETE', '/api/people/s-imke');
  expect([wrong.status, wrong.headers.get('allow')]).toEqual([405, 'GET, POST']);
});
