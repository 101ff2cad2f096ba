import { rulesFor } from '@/core/questions/rules';
import { askedPointsIn } from './asked-points';

const step = (id: string, more: object = {}) => ({
  id,
  title: `Step ${id}`,
  kind: 'questions',
  settings: rulesFor('quiz'),
  ...more,
});
const attempt = (id: string, stepId: string, acts: readonly object[] = [{ kind: 'begun', at: 1 }]) => ({
  id,
  stepId,
  acts,
});
const frozen = (...all: readonly (readonly [id: string, points: number, of: number, unread?: number])[]) =>
  new Map(all.map(([id, points, of, unread = 0]) => [id, { points, of, unread }]));
const points = (steps: object[], attempts: object[], ended: ReturnType<typeof frozen>) =>
  askedPointsIn({ steps, attempts, frozen: ended } as never);

test('each step that asks has what its attempts come to, by the rule that was set', () => {
  const steps = [
    step('best'),
    step('last', { settings: rulesFor('quiz', { counts: 'last' }) }),
    step('mean', { settings: rulesFor('quiz', { counts: 'mean' }) }),
    step('read', { kind: 'read', settings: {} }),
  ];
  const attempts = steps.flatMap(({ id }) => [attempt(`${id}1`, id), attempt(`${id}2`, id)]);
  const ended = frozen(
    ...['best', 'last', 'mean', 'read'].flatMap((id) => [[`${id}1`, 8, 10] as const, [`${id}2`, 5, 10] as const]),
  );
  expect(points(steps, attempts, ended).map((one) => [one.step, one.points, one.of])).toEqual([
    ['best', 8, 10],
    ['last', 5, 10],
    ['mean', 6.5, 10],
  ]);
});

test('an attempt that has not ended counts nothing, and without one that has there is nothing to tell', () => {
  expect(points([step('a')], [attempt('1', 'a'), attempt('2', 'a')], frozen(['1', 3, 4]))).toMatchObject([
    { points: 3 },
  ]);
  expect(points([step('a')], [attempt('1', 'a')], frozen())).toEqual([]);
});

test('one that was voided is as if it had not been', () => {
  const voided = attempt('1', 'a', [
    { kind: 'begun', at: 1 },
    { kind: 'voided', at: 2 },
  ]);
  expect(points([step('a')], [voided, attempt('2', 'a')], frozen(['1', 9, 9], ['2', 4, 9]))).toMatchObject([
    { points: 4 },
  ]);
});

test('what somebody has yet to read is told; a form that is worth nothing has no points', () => {
  expect(points([step('a')], [attempt('1', 'a')], frozen(['1', 3, 8, 2]))).toMatchObject([
    { unread: 2, title: 'Step a' },
  ]);
  expect(points([step('a')], [attempt('1', 'a')], frozen(['1', 0, 0]))).toEqual([]);
});
