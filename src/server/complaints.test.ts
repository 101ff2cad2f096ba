import { jest } from '@jest/globals';
import type { AssignmentId, PersonId } from '@/core/ids';
import { signInToDemo } from '@/server/doing/accounts/signing-in';
import { writeAside } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';
import { QueryFailed } from '@/store/database';
import { type TestSchool, testSchool } from '@/store/test-school';
import { codeOf, complain } from './complaints';

let school: TestSchool;
const held = globalThis as typeof globalThis & { kiteDatabase?: Promise<TestSchool['db']> };
const PRIVATE = 'I am ill, and my mother is Annika at 12 Pier Road';

beforeAll(async () => {
  school = await testSchool();
  held.kiteDatabase = Promise.resolve(school.db);
});
afterAll(() => school.end());

test('when a query with private words fails, the log has the route, the kind and the request, and none of the words', async () => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => {});
  await school.db.query('ALTER TABLE aside_message ADD CONSTRAINT short CHECK (length(body) < 10)').catch(() => {});
  await school.db.query('ALTER TABLE aside_message ADD CONSTRAINT shorter CHECK (length(body) < 10) NOT VALID');
  const entered = await signInToDemo(school.db, 's-imke' as PersonId, Date.now());
  const handler = route('POST /api/assignments/[assignment]/asides/[student]', ({ db, person, now }) =>
    writeAside(
      db,
      person as NonNullable<typeof person>,
      { assignmentId: 'cloud-ladder' as AssignmentId, studentId: 's-imke' as PersonId, act: 'act-log', body: PRIVATE },
      now,
    ),
  );
  const request = new Request('http://localhost:3000/api', {
    method: 'POST',
    body: '{}',
    headers: {
      origin: 'http://localhost:3000',
      'content-type': 'application/json',
      cookie: `kite_session=${entered.ok ? entered.token : ''}`,
    },
  });
  const answer = await handler(request, { assignment: 'cloud-ladder', student: 's-imke' });
  expect(answer.status).toBe(500);
  const said = log.mock.calls.map((call) => call.map(String).join(' ')).join('\n');
  log.mockRestore();
  const { request: id } = (await answer.json()) as { request: string };
  expect(said).toContain(`POST /api/assignments/[assignment]/asides/[student]: QueryFailed 23514 (request ${id})`);
  expect(said).toContain('asides.ts');
  for (const word of ['ill', 'Annika', 'Pier', 's-imke', 'act-log'])
    expect([word, said.includes(word)]).toEqual([word, false]);
});

test('an error is named by its kind and code, whatever its words', () => {
  expect(codeOf(new TypeError(PRIVATE))).toBe('TypeError');
  expect(codeOf(Object.assign(new Error(PRIVATE), { code: 'ENOSPC' }))).toBe('Error ENOSPC');
  expect(codeOf(Object.assign(new Error('x'), { code: PRIVATE }))).toBe('Error');
  expect(codeOf(QueryFailed.of({ code: '22P02', detail: PRIVATE, constraint: 'c' }))).toBe('QueryFailed 22P02');
  expect(codeOf({ message: PRIVATE })).toBe('unknown');
});

test('lines of an error’s own text never pass for places in the code', () => {
  const log = jest.spyOn(console, 'error').mockImplementation(() => {});
  complain('a part', new Error(`first\n    at ${PRIVATE} (x.ts:1:1)`));
  expect(String(log.mock.calls[0]?.[0])).not.toContain('Annika');
  log.mockRestore();
});
