import 'fake-indexeddb/auto';
import { KeptParts } from './kept-parts';

Object.assign(globalThis, { document: { querySelector: () => null } });

const bytes = (text: string): ArrayBuffer => new TextEncoder().encode(text).buffer as ArrayBuffer;
const part = (stretch: number, n: number, text: string, until: number) => ({
  stretch,
  n,
  bytes: bytes(text),
  type: 'audio/webm',
  until,
  levels: [0.1 * n],
});

test('parts are kept in their order, stretch by stretch, and are there again for whoever opens them anew', async () => {
  const kept = new KeptParts('one');
  await kept.add(part(1, 1, 'b', 2));
  await kept.add(part(1, 0, 'a', 1));
  await kept.add(part(2, 0, 'c', 0.5));
  await kept.close();
  const again = new KeptParts('one');
  const stretches = await again.stretches();
  expect(stretches.map(({ stretch, seconds, levels }) => [stretch, seconds, levels])).toEqual([
    [1, 2, [0, 0.1]],
    [2, 0.5, [0]],
  ]);
  expect(await Promise.all(stretches.map(({ recorded }) => recorded.text()))).toEqual(['ab', 'c']);
  await again.close();
});

test('a stretch is dropped by itself, and what is of another step is another', async () => {
  const [one, two] = [new KeptParts('two'), new KeptParts('three')];
  await one.add(part(1, 0, 'a', 1));
  await one.add(part(2, 0, 'b', 1));
  await two.add(part(1, 0, 'x', 1));
  await one.drop(2);
  expect((await one.stretches()).map(({ stretch }) => stretch)).toEqual([1]);
  await one.clear();
  expect(await one.stretches()).toEqual([]);
  expect((await two.stretches()).length).toBe(1);
});
