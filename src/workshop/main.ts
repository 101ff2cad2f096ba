import { Worker } from 'node:worker_threads';
import { type Answered, type Asked, JOBS } from './jobs';

// A process that reads what people sent, and nothing else: it has no database, no keys and no way back but an answer.
// A thread of its own looks after it, since a reader that goes round in circles lets nothing else run: past its memory
// or its share of the processor the whole process ends, and the one that answers people hears of that.

/** Resident memory of this process, in bytes, with buffers and native code. */
const LARGEST = 300 * 1024 * 1024;

/** How often it is looked at while something is read, and while nothing is, in milliseconds: nobody is woken for nothing. */
const LOOKS = { atWork: 20, idle: 1000 };

const WATCHDOG = `
  const { workerData: { limits, atWork, largest, looks } } = require('node:worker_threads');
  const die = (signal) => process.kill(process.pid, signal);
  for (;;) {
    const now = Atomics.load(atWork, 0);
    Atomics.wait(atWork, 0, now, now === 1 ? looks.atWork : looks.idle);
    if (process.memoryUsage.rss() > largest) die('SIGTERM');
    const [most, began] = limits;
    if (most > 0) {
      const { user, system } = process.cpuUsage();
      if ((user + system) / 1000 - began > most) die('SIGKILL');
    }
  }
`;

/** How much of the processor the present job may take, and how much had been taken when it began, in milliseconds. */
const limits = new Float64Array(new SharedArrayBuffer(16));
/** Whether something is being read: 1 or 0. */
const atWork = new Int32Array(new SharedArrayBuffer(4));
new Worker(WATCHDOG, { eval: true, workerData: { limits, atWork, largest: LARGEST, looks: LOOKS } }).unref();

const taken = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

const answer = (answered: Answered): void => {
  process.send?.(answered);
};

function done(): void {
  limits[0] = 0;
  Atomics.store(atWork, 0, 0);
}

process.on('message', async ({ n, name, given }: Asked) => {
  const { load, cpu } = JOBS[name];
  Atomics.store(atWork, 0, 1);
  Atomics.notify(atWork, 0);
  try {
    const work = (await load()) as (given: unknown) => Promise<unknown>;
    limits[1] = taken();
    limits[0] = cpu;
    const made = await work(given);
    done();
    answer({ n, ok: true, made, rss: process.memoryUsage.rss() });
  } catch (error) {
    done();
    // What went wrong is named and not told: the words of an error may be those of the person.
    answer({ n, ok: false, error: error instanceof Error ? error.name : 'unknown', rss: process.memoryUsage.rss() });
  }
});
process.on('disconnect', () => process.exit(0));
