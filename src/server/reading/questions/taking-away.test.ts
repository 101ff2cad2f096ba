import { strFromU8, unzipSync } from 'fflate';
import { readTest } from '@/core/formats/qti/read-test';
import type { StepId } from '@/core/ids';
import { mostPoints, partsIn, questionsIn } from '@/core/questions/question-set';
import { changeKey } from '@/server/doing/questions/keys';
import { read } from '@/store/database';
import { questionSetOf } from '@/store/question-sets';
import { type TestSchool, testSchool } from '@/store/test-school';
import { takeQuestionsAway, unsaidIn } from './taking-away';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const away = async (step: string, form: string) =>
  takeQuestionsAway(school.db, await school.person('t-kerr'), step as StepId, form);

async function files(answer: Response): Promise<Record<string, string>> {
  const parts = unzipSync(new Uint8Array(await answer.arrayBuffer()));
  return Object.fromEntries(Object.entries(parts).map(([name, bytes]) => [name, strFromU8(bytes)]));
}

test.each(['qti-2.1', 'qti-3.0'])(
  'what is asked is taken away as %s, and is worth the same when it is read',
  async (form) => {
    const answer = await away('cloud-names-1', form);
    expect(answer.headers.get('content-type')).toBe('application/zip');
    const taken = await files(answer);
    let n = 0;
    const { set, notKept } = readTest({ names: Object.keys(taken), text: (name) => taken[name] ?? null }, () => {
      n += 1;
      return `n${n}`;
    });
    const asked = await read(school.db, questionSetOf('cloud-names-1' as StepId));
    if (!asked) throw new Error('nothing is asked');
    expect(notKept).toEqual([]);
    expect(questionsIn(set).length).toBe(questionsIn(asked.content).length);
    expect(mostPoints(set)).toBe(mostPoints(asked.content));
  },
);

test('pictures of the class leave with it', async () => {
  const asked = JSON.stringify((await read(school.db, questionSetOf('over-the-sill-3' as StepId)))?.content);
  expect(asked).toContain('/api/pictures/');
  const all = Object.values(await files(await away('over-the-sill-3', 'qti-2.1'))).join('');
  expect(all).toContain('src="data:image/');
  expect(all).not.toContain('/api/pictures/');
});

test('what has no word there is told by question', async () => {
  const asked = await read(school.db, questionSetOf('over-the-sill-3' as StepId));
  if (!asked) throw new Error('nothing is asked');
  expect(unsaidIn(asked.content)).toContainEqual({ number: 1, code: 'scoring' });
});

test.each([
  ['cloud-names-1', 'qti-9'],
  ['cloud-names-1', 'constructor'],
  ['cloud-ladder-1', 'qti-2.1'],
  ['nothing', 'qti-2.1'],
])('nothing leaves of %s as %s', async (step, form) => {
  expect((await away(step, form)).status).toBe(404);
});

test('what counts as right by now leaves, not what did when it was set', async () => {
  const asked = await read(school.db, questionSetOf('cloud-names-1' as StepId));
  const part = asked && partsIn(asked.content).find(({ kind }) => kind === 'short');
  const key = { stepId: 'cloud-names-1' as StepId, part: part?.id ?? '', key: { accept: 'mare’s tails' }, reason: '' };
  expect(await changeKey(school.db, await school.person('t-bello'), key, Date.now())).toMatchObject({ ok: true });
  const leaves = Object.values(await files(await away('cloud-names-1', 'qti-2.1'))).join('');
  expect(leaves).toContain('mapKey="mare’s tails"');
});
