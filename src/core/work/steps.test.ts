import type { StepId } from '../ids';
import { type Ordered, openSteps } from './steps';

const steps: Ordered[] = (['agree', 'read', 'write', 'do'] as const).map((kind) => ({ id: kind as StepId, kind }));
const ids = (...names: string[]) => new Set(names as StepId[]);
const open = (inOrder: boolean, done: Set<StepId>, written = ids()) =>
  openSteps(steps, inOrder, done, written).map(({ id }) => id);

describe('steps that come in order', () => {
  test('the first is open, the next when it is done', () => {
    expect(open(true, ids())).toEqual(['agree']);
    expect(open(true, ids('agree'))).toEqual(['agree', 'read']);
  });

  test('a step that was done before its turn opens nothing beyond the gap', () => {
    expect(open(true, ids('agree', 'write'))).toEqual(['agree', 'read']);
  });

  test('what is written counts as done', () => {
    expect(open(true, ids('agree', 'read'), ids('write'))).toEqual(['agree', 'read', 'write', 'do']);
  });

  test('all done, or no order asked for: all are open', () => {
    expect(open(true, ids('agree', 'read', 'do'), ids('write'))).toHaveLength(4);
    expect(open(false, ids())).toHaveLength(4);
  });
});
