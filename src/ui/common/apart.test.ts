import { apart } from './apart';

it('goes on when what was begun before it is done, and so are its own consequences', async () => {
  const order: string[] = [];
  const done = apart().then(() => order.push('apart'));
  void Promise.resolve().then(() => {
    order.push('first');
    void Promise.resolve().then(() => order.push('what follows from it'));
  });
  await done;
  expect(order).toEqual(['first', 'what follows from it', 'apart']);
});

it('leaves a task between two that are asked for together', async () => {
  const order: string[] = [];
  const one = apart().then(() => {
    order.push('one');
    return Promise.resolve().then(() => order.push('of one'));
  });
  const other = apart().then(() => order.push('other'));
  await Promise.all([one, other]);
  expect(order).toEqual(['one', 'of one', 'other']);
});
