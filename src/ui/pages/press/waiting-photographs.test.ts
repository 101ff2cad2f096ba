import 'fake-indexeddb/auto';
import { jest } from '@jest/globals';
import { WaitingPhotographs } from './waiting-photographs';

Object.assign(globalThis, { document: { querySelector: () => null } });

const photograph = (id: string, words: string, instead: string | null = null) => ({
  id,
  instead,
  file: new File([words], `${id}.jpg`, { type: 'image/jpeg' }),
});

test('photographs wait in the order in which they were taken, also for whoever opens them anew', async () => {
  const here = new WaitingPhotographs('one');
  for (const id of ['b', 'a'])
    expect(await here.keep(photograph(id, `picture ${id}`, id === 'a' ? 'old' : null))).toBe(true);
  await here.close();
  const again = new WaitingPhotographs('one');
  const found = await again.all();
  expect(found.map(({ id, instead, file }) => [id, instead, file.name, file.type])).toEqual([
    ['b', null, 'b.jpg', 'image/jpeg'],
    ['a', 'old', 'a.jpg', 'image/jpeg'],
  ]);
  expect(await Promise.all(found.map(({ file }) => file.text()))).toEqual(['picture b', 'picture a']);
  await again.close();
});

test('what has come to the school waits no more, and what is of another document is another', async () => {
  const [one, two] = [new WaitingPhotographs('two'), new WaitingPhotographs('three')];
  await one.keep(photograph('a', 'x'));
  await two.keep(photograph('b', 'y'));
  await one.drop('a');
  await one.drop('a');
  expect(await one.all()).toEqual([]);
  expect((await two.all()).map(({ id }) => id)).toEqual(['b']);
});

test('where this device keeps nothing, that is said and nothing breaks', async () => {
  const put = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  const full = new WaitingPhotographs('four');
  expect(await full.keep(photograph('a', 'x'))).toBe(false);
  put.mockRestore();
  const open = jest.spyOn(indexedDB, 'open').mockImplementation(() => {
    throw new DOMException('not here', 'SecurityError');
  });
  const none = new WaitingPhotographs('five');
  expect(await none.keep(photograph('a', 'x'))).toBe(false);
  expect(await none.all()).toEqual([]);
  await none.drop('a');
  await none.close();
  open.mockRestore();
});
