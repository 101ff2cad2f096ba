import { type ChildProcess, fork } from 'node:child_process';
import { availableParallelism, setPriority } from 'node:os';
import { join } from 'node:path';
import { type Answered, type Asked, JOBS, type JobGiven, type JobMade, type JobName } from '@/workshop/jobs';
import { complain } from './complaints';

const PROGRAM = join(process.cwd(), '.cache', 'workshop', 'main.mjs');
/** One more than can be kept busy by two people at once, so that a third finds one free. */
const MOST_PROCESSES = Math.max(3, availableParallelism() + 1);
const WARM = 2;
/** Slow jobs at a time: each may take some hundred megabytes for a moment. */
const MOST_SLOW = Math.max(1, availableParallelism() - 1);
/** So many jobs of one person may wait for each other. */
const MOST_WAITING = 30;
/** Whoever is answered comes first; what is read gets a tenth of a processor even while all are wanted elsewhere. */
const NICENESS = 10;
/** The clock may run this many times as long as the processor: other work may be going on here. */
const PATIENCE = 12;
/**
 * A process that has grown past this is let go of once it has nothing to do. Whatever reads and writes documents is loaded in
 * 120 MB, and is to be loaded once.
 */
const RETIRES_AT = 190 * 1024 * 1024;
/** By these a process ends that holds too much: by its watch, or by its heap. */
const TOO_LARGE: readonly (string | null)[] = ['SIGTERM', 'SIGABRT'];
const HEAP_MB = 220;
/** A process that ends before this, in milliseconds, has not begun. */
const YOUNG = 300;

/** What became of a job: what it made, or that it was given up, or that this person has too many waiting. */
export type Done<Made> =
  | { readonly ok: true; readonly made: Made }
  | { readonly ok: false; readonly code: 'too-intricate' | 'too-busy' };

interface Waiting {
  readonly asked: Asked;
  readonly person: string;
  readonly done: (done: Done<unknown>) => void;
}

interface Bench {
  readonly process: ChildProcess;
  readonly since: number;
  /** Jobs that it has done. */
  done: number;
  job: { readonly waiting: Waiting; readonly late: ReturnType<typeof setTimeout> } | null;
}

/** A process that has nothing to do keeps nobody from ending. */
function rest(child: ChildProcess): void {
  child.unref();
  child.channel?.unref();
}

const GIVEN_UP = { ok: false, code: 'too-intricate' } as const;

/**
 * The processes in which everything is read that people send, so that whatever it is made of holds up nobody and
 * harms nothing: each has a heap of its own, a share of the processor and a limit of memory, past which it ends and
 * another takes its place. One job of a person runs at a time; slow jobs always leave one process free for those that
 * somebody who types is waiting for.
 */
export class Workshop {
  readonly #benches: Bench[] = [];
  readonly #waiting: Waiting[] = [];
  #n = 0;
  #closed = false;

  /** @param patience how many times as long as the processor the clock may run */
  constructor(private readonly patience = PATIENCE) {}

  /** Starts the processes that are kept warm. */
  warm(): void {
    while (this.#benches.length < WARM) this.#open();
  }

  /**
   * Has something read.
   *
   * @param person whose job it is: an id, or another name for what is nobody's
   */
  do<Name extends JobName>(person: string, name: Name, given: JobGiven<Name>): Promise<Done<JobMade<Name>>> {
    const own = this.#waiting.filter((one) => one.person === person).length;
    if (this.#closed || own >= MOST_WAITING) return Promise.resolve({ ok: false, code: 'too-busy' });
    return new Promise((resolve) => {
      this.#n += 1;
      const done = resolve as (done: Done<unknown>) => void;
      this.#waiting.push({ asked: { n: this.#n, name, given }, person, done });
      this.#next();
    });
  }

  /** Process ids, for looking at them from outside. */
  get processes(): readonly number[] {
    return this.#benches.flatMap(({ process: { pid } }) => (pid === undefined ? [] : [pid]));
  }

  close(): void {
    this.#closed = true;
    for (const { process: child } of this.#benches) child.kill('SIGKILL');
    for (const { done } of this.#waiting.splice(0)) done(GIVEN_UP);
  }

  #open(): Bench {
    const child = fork(/*turbopackIgnore: true*/ PROGRAM, {
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      execArgv: [`--max-old-space-size=${HEAP_MB}`, '--no-warnings'],
      // Nothing of our own settings: where the data lies and where the database is, a reader need not know.
      env: { PATH: process.env.PATH, NODE_ENV: process.env.NODE_ENV },
    });
    const bench: Bench = { process: child, since: performance.now(), done: 0, job: null };
    this.#benches.push(bench);
    try {
      if (child.pid !== undefined) setPriority(child.pid, NICENESS);
    } catch {
      // It has ended already, which is heard of by itself; or this system knows no priorities.
    }
    rest(child);
    child.on('message', (answered: Answered) => this.#answered(bench, answered));
    child.on('error', () => child.kill('SIGKILL'));
    child.on('exit', (_, signal) => this.#gone(bench, signal));
    return bench;
  }

  #answered(bench: Bench, answered: Answered): void {
    const { job } = bench;
    if (job?.waiting.asked.n !== answered.n) return;
    clearTimeout(job.late);
    bench.job = null;
    bench.done += 1;
    rest(bench.process);
    if (answered.rss > RETIRES_AT) bench.process.kill('SIGKILL');
    if (answered.ok) job.waiting.done({ ok: true, made: answered.made });
    else {
      complain(`workshop ${job.waiting.asked.name}`, answered.error);
      job.waiting.done(GIVEN_UP);
    }
    this.#next();
  }

  #gone(bench: Bench, signal: string | null): void {
    this.#benches.splice(this.#benches.indexOf(bench), 1);
    if (bench.job && bench.done > 0 && TOO_LARGE.includes(signal) && !this.#closed) {
      // What earlier jobs left behind counts against none of them: it gets a process of its own.
      const { late, waiting } = bench.job;
      clearTimeout(late);
      bench.job = null;
      this.#begin(this.#open(), waiting);
    } else if (bench.job) {
      clearTimeout(bench.job.late);
      complain(`workshop ${bench.job.waiting.asked.name}`, 'given-up');
      bench.job.waiting.done(GIVEN_UP);
      bench.job = null;
    }
    if (this.#closed) return;
    const again = () => {
      if (this.#closed) return;
      this.warm();
      this.#next();
    };
    // One that cannot even begin is not begun again and again without a pause.
    if (performance.now() - bench.since < YOUNG) setTimeout(again, YOUNG);
    else again();
  }

  /** A process that has nothing to do, or a new one where there may be one more. */
  #free(): Bench | null {
    const idle = this.#benches.find(({ job, process: child }) => job === null && child.connected && !child.killed);
    return idle ?? (this.#benches.length < MOST_PROCESSES ? this.#open() : null);
  }

  #next(): void {
    for (let i = 0; i < this.#waiting.length; ) {
      const waiting = this.#waiting[i] as Waiting;
      const busy = this.#benches.flatMap(({ job }) => (job ? [job.waiting] : []));
      const isSlow = JOBS[waiting.asked.name].pace === 'slow';
      const slow = busy.filter(({ asked }) => JOBS[asked.name].pace === 'slow').length;
      if (busy.some(({ person }) => person === waiting.person) || (isSlow && slow >= MOST_SLOW)) {
        i += 1;
        continue;
      }
      const bench = this.#free();
      if (!bench) return;
      this.#waiting.splice(i, 1);
      this.#begin(bench, waiting);
    }
  }

  #begin(bench: Bench, waiting: Waiting): void {
    const late = setTimeout(() => bench.process.kill('SIGKILL'), JOBS[waiting.asked.name].cpu * this.patience);
    bench.job = { waiting, late };
    // While somebody waits for it, its end is waited for, too: nothing else may keep this process going.
    bench.process.ref();
    bench.process.channel?.ref();
    bench.process.send(waiting.asked, (error) => {
      // A process that could not be told is one that is going: its end is heard of by itself.
      if (error) bench.process.kill('SIGKILL');
    });
  }
}

const held = globalThis as typeof globalThis & { kiteWorkshop?: Workshop };

/** The workshop of this process. */
export function workshop(): Workshop {
  held.kiteWorkshop ??= new Workshop();
  return held.kiteWorkshop;
}
