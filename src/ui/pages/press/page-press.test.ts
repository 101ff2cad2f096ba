import type { Answered, ToPress } from '@/workers/page-press-messages';
import { PagePress, type PressWorker } from './page-press';

const ASKED = { photograph: new Blob(['a']), corners: null, turn: 0, look: 'ink' } as const;

/** Workers that are begun one after the other, each of which does with what it is asked what its place in the list says. */
function workers(...does: readonly ((worker: PressWorker, asked: ToPress) => void)[]) {
  const begun: { readonly asked: ToPress[]; ended: boolean }[] = [];
  const begin = (): PressWorker => {
    const own = { asked: [] as ToPress[], ended: false };
    const act = does[begun.length];
    begun.push(own);
    const worker: PressWorker = {
      onmessage: null,
      onerror: null,
      postMessage: (asked: ToPress) => {
        own.asked.push(asked);
        queueMicrotask(() => act?.(worker, asked));
      },
      terminate: () => {
        own.ended = true;
      },
    };
    return worker;
  };
  return { begin, begun };
}

const answers = (worker: PressWorker, { id }: ToPress) =>
  worker.onmessage?.({ data: { id, problem: 'heic' } satisfies Answered } as MessageEvent<Answered>);
const dies = (worker: PressWorker) => worker.onerror?.({} as ErrorEvent);
const sleeps = () => {};

test('photographs are pressed one after the other by one worker', async () => {
  const { begin, begun } = workers((worker, asked) => setTimeout(() => answers(worker, asked), 5));
  const press = new PagePress(begin);
  const both = [press.press(ASKED), press.press(ASKED)];
  await Promise.resolve();
  await new Promise((done) => setTimeout(done, 1));
  expect(begun[0]?.asked).toHaveLength(1);
  expect(await Promise.all(both)).toEqual([
    { ok: false, problem: 'heic' },
    { ok: false, problem: 'heic' },
  ]);
  expect([begun.length, begun[0]?.asked.length]).toEqual([1, 2]);
});

test('what there is, or nobody wants any more, when its turn comes is not pressed', async () => {
  const { begin, begun } = workers((worker, asked) => setTimeout(() => answers(worker, asked), 5));
  const press = new PagePress(begin);
  let isThere = false;
  const first = press.press(ASKED).then(() => {
    isThere = true;
  });
  const second = press.press(ASKED, () => (isThere ? 'there' : null));
  expect(await Promise.all([first, second, press.press(ASKED, () => null)])).toEqual([
    undefined,
    'there',
    { ok: false, problem: 'heic' },
  ]);
  expect(begun[0]?.asked).toHaveLength(2);
});

test('a worker that dies is said to have stopped, and the next photograph has another', async () => {
  const { begin, begun } = workers(dies, answers);
  const press = new PagePress(begin);
  expect(await press.press(ASKED)).toEqual({ ok: false, problem: 'stopped' });
  expect(await press.press(ASKED)).toEqual({ ok: false, problem: 'heic' });
  expect(begun.map(({ ended }) => ended)).toEqual([true, false]);
});

test('a worker that does not answer is ended', async () => {
  const { begin, begun } = workers(sleeps, answers);
  const press = new PagePress(begin, 20);
  expect(await press.press(ASKED)).toEqual({ ok: false, problem: 'stopped' });
  expect(begun[0]?.ended).toBe(true);
});

test('once it is closed nothing is begun any more, and what waits is told', async () => {
  const { begin, begun } = workers(sleeps);
  const press = new PagePress(begin);
  const waits = [press.press(ASKED), press.press(ASKED)];
  await Promise.resolve();
  await new Promise((done) => setTimeout(done, 1));
  press.close();
  expect(await Promise.all(waits)).toEqual([
    { ok: false, problem: 'stopped' },
    { ok: false, problem: 'stopped' },
  ]);
  expect(begun.length).toBe(1);
});
