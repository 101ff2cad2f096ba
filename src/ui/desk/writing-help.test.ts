import type { Checked } from '@/core/asks/ready-check';
import { WritingHelp } from './writing-help';

/** A worker as the platform has it, to be answered for or to be broken by the test. */
class MadeUpWorker {
  static last: MadeUpWorker;
  readonly heard: { readonly kind: string; readonly n?: number }[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { preventDefault: () => void }) => void) | null = null;
  constructor() {
    MadeUpWorker.last = this;
  }
  postMessage(message: { readonly kind: string; readonly n?: number }): void {
    this.heard.push(message);
  }
  terminate(): void {}
}

beforeAll(() => Object.assign(globalThis, { Worker: MadeUpWorker }));

const checked: Checked = { asks: [], doc: { type: 'doc' }, starter: null, locale: 'en' };

test('an answer goes to whoever asked, whatever was answered before it', async () => {
  const help = new WritingHelp();
  const [first, second] = [help.check(checked), help.check(checked)];
  const [one, two] = MadeUpWorker.last.heard;
  MadeUpWorker.last.onmessage?.({ data: { kind: 'checked', n: two?.n, check: { met: 2 } } });
  MadeUpWorker.last.onmessage?.({ data: { kind: 'checked', n: one?.n, check: { met: 1 } } });
  expect([await first, await second]).toMatchObject([{ met: 1 }, { met: 2 }]);
});

test('help that cannot be loaded says so, at once to whoever waits and to everybody later', async () => {
  const help = new WritingHelp();
  const heard: string[] = [];
  help.onBroken(() => heard.push('broken'));
  const waiting = help.check(checked);
  MadeUpWorker.last.onerror?.({ preventDefault: () => {} });
  expect(await waiting).toBeNull();
  expect(await help.check(checked)).toBeNull();
  expect([await help.spell(['wrd']), await help.suggest('wrd')]).toEqual([[[]], []]);
  expect(heard).toEqual(['broken']);
});
