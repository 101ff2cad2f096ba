import type { Instant } from '@/core/ids';
import { codeOf, complain } from '@/server/complaints';
import type { Database } from '@/store/database';
import { endJob, failJob, freeJobs, holdJob, JOB_CHANNEL, nextJobAt, type TakenJob, takeJobs } from '@/store/jobs';
import type { AnyJobKind } from './kind';

/** So long somebody has a job, in milliseconds; what takes longer may be done by another process, too, and has one effect. */
const LEASE = 60_000;
/** How long a job waits after each try that failed, in milliseconds. After the last it is set aside. */
export const WAITS = [1000, 5000, 30_000, 120_000, 600_000] as const;
/** So many are taken at a time: the others are left to processes that are free. */
const AT_ONCE = 20;
/** So many are read ahead of the one that has its effect. */
const AHEAD = 3;
/** The clock is looked at this often, in memory: it may be put forward or back. */
const LOOK = 500;
/** The database is asked this often when the next job is due, in case that nobody told. */
const ASK = 60_000;

type Prepared =
  | { readonly ok: true; readonly kind: AnyJobKind; readonly given: unknown; readonly made: unknown }
  | { readonly ok: false; readonly error: unknown };

/**
 * Runs what has to happen at a time, in whichever process is free. A job has its effect once: it is held and ended in the
 * same transaction, and one that another process has taken meanwhile is left to that.
 */
export class Jobs {
  #timer: ReturnType<typeof setInterval> | null = null;
  /** A hint, and no truth: the earliest time that is known of; the database is asked before anything is done. */
  #next: Instant | null = 0;
  #asked = 0;
  #running: Promise<void> | null = null;
  #stopListening: (() => Promise<void>) | null = null;

  constructor(
    private readonly db: Database,
    private readonly kinds: Readonly<Record<string, AnyJobKind>>,
    private readonly now: () => Instant = Date.now,
  ) {}

  /** Begins to look at the clock. With `alone` nobody else can be there: what a process that died had taken is free. */
  async start({ alone = false } = {}): Promise<void> {
    if (alone) await freeJobs(this.db);
    this.#stopListening = await this.db.listen(
      JOB_CHANNEL,
      (payload) => this.#hearOf(Number(payload)),
      () => this.#hearOf(0),
    );
    this.#timer = setInterval(() => this.#look(), LOOK);
    this.#timer.unref();
    this.#look();
  }

  async stop(): Promise<void> {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
    await this.#stopListening?.();
    await this.#running;
  }

  #hearOf(at: Instant): void {
    if (this.#next === null || at < this.#next) this.#next = at;
    this.#look();
  }

  #look(): void {
    if (!this.#timer || this.#running) return;
    const now = this.now();
    // A clock that was put back is no reason not to ask.
    const due = this.#next !== null && this.#next <= now;
    if (!due && Math.abs(now - this.#asked) < ASK) return;
    this.#asked = now;
    this.#running = this.tick()
      .then(() => undefined)
      .catch((error: unknown) => complain('jobs', error))
      .finally(() => {
        this.#running = null;
      });
  }

  /** Does everything that is due now. @returns how many had their effect */
  async tick(): Promise<number> {
    let done = 0;
    for (;;) {
      const now = this.now();
      const jobs = await takeJobs(this.db, now, now + LEASE, AT_ONCE);
      const prepared: Promise<Prepared>[] = [];
      for (const [i, job] of jobs.entries()) {
        // What the next ones need read is read in the processes beside this one while this one has its effect.
        for (const next of jobs.slice(prepared.length, i + 1 + AHEAD)) prepared.push(this.#prepare(next));
        if (await this.#do(job, await (prepared[i] as Promise<Prepared>))) done += 1;
        // A database within this process answers before any socket is read: pages and keys come first.
        await new Promise((resolve) => setImmediate(resolve));
      }
      if (jobs.length < AT_ONCE) break;
    }
    // Told of meanwhile, one may be earlier than what is read here; then it is asked again.
    this.#next = Number.POSITIVE_INFINITY;
    const next = await nextJobAt(this.db);
    this.#next = next === null ? this.#next : Math.min(next, this.#next);
    return done;
  }

  /** What a job has to have read before its effect; an error waits until it is its turn. */
  async #prepare(job: TakenJob): Promise<Prepared> {
    try {
      const kind = this.kinds[job.kind];
      if (!kind) throw new Error(`no kind of job is called ${job.kind}`);
      const given = kind.given.parse(job.given);
      return { ok: true, kind, given, made: await kind.prepare?.(this.db, given, this.now()) };
    } catch (error) {
      return { ok: false, error };
    }
  }

  async #do(job: TakenJob, prepared: Prepared): Promise<boolean> {
    try {
      if (!prepared.ok) throw prepared.error;
      const { kind, given, made } = prepared;
      return await this.db.transaction(async (tx) => {
        if (!(await holdJob(tx, job))) return false;
        const again = await kind.effect(tx, given, made, this.now());
        await endJob(tx, job, again);
        return true;
      });
    } catch (error) {
      const wait = WAITS[job.tries - 1];
      const next = wait === undefined ? null : this.now() + wait;
      complain(`the job ${job.kind}${next === null ? ' (set aside)' : ''}`, error);
      await failJob(this.db, job, { problem: codeOf(error), next, now: this.now() });
      return false;
    }
  }
}
