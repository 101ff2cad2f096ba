import { randomUUID } from 'node:crypto';
import type { Instant } from '@/core/ids';
import { complain } from '@/server/complaints';
import { giveBack } from '@/server/doing/questions/watching';
import type { Database } from '@/store/database';
import { addAway, beat } from '@/store/heartbeats';

/** A sign of life is given this often, in milliseconds. */
const EVERY = 10_000;
/** After so long without one of any process the school was away. */
const AWAY = 30_000;

/** Says that this process is alive. Where none was for a while, the time that was lost is given back, by whoever comes first. */
export class Heartbeat {
  readonly #process = randomUUID();
  #timer: ReturnType<typeof setInterval> | null = null;

  constructor(
    private readonly db: Database,
    private readonly now: () => Instant = Date.now,
  ) {}

  /** The first sign is given before anything that happens at a time may happen. */
  async start(): Promise<void> {
    await this.beat();
    this.#timer = setInterval(() => {
      this.beat().catch((error: unknown) => complain('the heartbeat', error));
    }, EVERY);
    this.#timer.unref();
  }

  stop(): void {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
  }

  /** @returns to how many attempts time was given back */
  async beat(): Promise<number> {
    const now = this.now();
    const since = await beat(this.db, this.#process, now, AWAY);
    if (since === null) return 0;
    return this.db.transaction(async (tx) => ((await addAway(tx, since, now)) ? giveBack(tx, since, now, now) : 0));
  }
}
