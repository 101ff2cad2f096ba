import { HashTurns, TooManyWaiting } from './hash-turns';

/** Work that ends when it is told to, and what is known of it meanwhile. */
function workbench() {
  const ends: (() => void)[] = [];
  const begun: string[] = [];
  const work = (name: string) => () =>
    new Promise<string>((resolve) => {
      begun.push(name);
      ends.push(() => resolve(name));
    });
  const settled = () => new Promise((resolve) => setImmediate(resolve));
  const endOne = async () => {
    ends.shift()?.();
    await settled();
  };
  return { work, begun, endOne, settled };
}

test('two are computed at a time, and addresses take turns whoever has sent how many', async () => {
  const turns = new HashTurns();
  const { work, begun, endOne, settled } = workbench();
  const all = ['a1', 'a2', 'a3', 'a4', 'a5', 'b1', 'c1'].map((name) => turns.inTurn(name[0] ?? '', name, work(name)));
  await settled();
  expect(begun).toEqual(['a1', 'a2']);
  for (let i = 0; i < 7; i += 1) await endOne();
  expect(begun).toEqual(['a1', 'a2', 'a3', 'b1', 'c1', 'a4', 'a5']);
  expect(await Promise.all(all)).toHaveLength(7);
});

test('whoever waits is told how long: less, the nearer the turn, and nothing once it is there', async () => {
  const turns = new HashTurns();
  const { work, endOne, settled } = workbench();
  const all = Array.from({ length: 42 }, (_, i) => turns.inTurn('school', `t${i}`, work(`t${i}`)));
  await settled();
  const [first, last] = [turns.secondsFor('t2'), turns.secondsFor('t41')];
  expect(first).toBeGreaterThan(0);
  expect(last).toBeGreaterThan(first + 3);
  expect(turns.secondsFor('t0')).toBe(0);
  expect(turns.secondsFor('nobody')).toBe(0);
  for (let i = 0; i < 42; i += 1) await endOne();
  await Promise.all(all);
});

test('work that breaks gives its turn on', async () => {
  const turns = new HashTurns();
  const broken = () => Promise.reject(new Error('no'));
  await expect(turns.inTurn('a', '', broken)).rejects.toThrow('no');
  await expect(turns.inTurn('a', '', broken)).rejects.toThrow('no');
  expect(await turns.inTurn('a', '', async () => 'done')).toBe('done');
});

test('a line without an end is not joined', async () => {
  const turns = new HashTurns();
  const { work } = workbench();
  for (let i = 0; i < 1502; i += 1) void turns.inTurn('flood', `${i}`, work('x'));
  await expect(turns.inTurn('flood', 'late', work('x'))).rejects.toThrow(TooManyWaiting);
});
