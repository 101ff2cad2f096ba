import pg from 'pg';
import type { Database, Queryable } from '@/store/database';
import { QueryFailed } from '@/store/database';

/** What becomes of an act: what it gave back, or the error in which it ended. */
export type Came<Result> = { readonly gave: Result } | { readonly failed: string };

/** So often it is looked whether a statement waits for a lock, in milliseconds. */
const LOOK = 3;

/**
 * One of two acts that go on at once, each on a connection of its own, whose statements go one at a time: when another one may
 * go is decided from outside.
 */
class Actor<Result> {
  readonly #client: pg.Client;
  #pid = 0;
  /** Lets the statement that waits at the gate go; `null` while none waits. */
  #go: (() => void) | null = null;
  #arrived: (() => void) | null = null;
  came: Came<Result> | null = null;

  constructor(url: string) {
    this.#client = new pg.Client({ connectionString: url });
  }

  async open(): Promise<void> {
    await this.#client.connect();
    const { rows } = await this.#client.query('SELECT pg_backend_pid() AS pid');
    this.#pid = rows[0].pid;
  }

  close = () => this.#client.end();

  async #statement(sql: string, params: readonly unknown[] = []): Promise<{ rows: unknown[]; affected: number }> {
    await new Promise<void>((resolve) => {
      this.#go = resolve;
      this.#arrived?.();
    });
    try {
      const { rows, rowCount } = await this.#client.query({ text: sql, values: [...params], types: TYPES });
      return { rows, affected: rowCount ?? 0 };
    } catch (error) {
      throw QueryFailed.of(error);
    }
  }

  /** The database as the act sees it. */
  #database(): Database {
    const query: Queryable['query'] = (sql, params) => this.#statement(sql, params);
    const none = () => Promise.reject(new Error('an act neither listens nor closes'));
    return {
      alone: false,
      query,
      listen: none,
      run: none,
      close: none,
      transaction: async (work) => {
        await this.#statement('BEGIN');
        try {
          const made = await work({ query });
          await this.#statement('COMMIT');
          return made;
        } catch (error) {
          await this.#statement('ROLLBACK');
          throw error;
        }
      },
    };
  }

  begin(act: (db: Database) => Promise<Result>): void {
    this.came = null;
    act(this.#database())
      .then(
        (gave) => {
          this.came = { gave };
        },
        (error: unknown) => {
          this.came = { failed: error instanceof Error ? error.message : String(error) };
        },
      )
      .finally(() => this.#arrived?.());
  }

  /** Is nothing of it under way: does it stand at the gate, or has it ended? */
  get rests(): boolean {
    return this.#go !== null || this.came !== null;
  }

  /** Waits until it rests, or waits for a lock that the other one has. @returns whether it rests */
  async settle(observer: pg.Client): Promise<boolean> {
    for (;;) {
      if (this.rests) return true;
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, LOOK);
        this.#arrived = () => {
          clearTimeout(timer);
          resolve();
        };
      });
      this.#arrived = null;
      if (this.rests) return true;
      const { rows } = await observer.query(
        "SELECT wait_event_type = 'Lock' AS locked FROM pg_stat_activity WHERE pid = $1",
        [this.#pid],
      );
      if (rows[0]?.locked === true && !this.rests) return false;
    }
  }

  /** Lets its next statement go. */
  step(): void {
    const go = this.#go;
    this.#go = null;
    go?.();
  }
}

const TYPES = new pg.TypeOverrides();
TYPES.setTypeParser(pg.types.builtins.INT8, Number);

/** How far each goes before the other: so many statements of the first, so many of the second, then each to its end. */
interface Order {
  readonly first: 0 | 1;
  readonly steps: readonly [number, number];
}

/**
 * Lets two acts go on at once, in one order of their statements after another: all in which each of them is interrupted
 * once at most (M. Musuvathi and S. Qadeer, "Iterative context bounding for systematic testing of multithreaded programs",
 * PLDI 2007: most faults need two switches or fewer). Each order begins with something of its own.
 *
 * @param prepare makes what both act on, for one order
 * @param check says what has to hold once both have ended
 * @returns how many orders there were
 */
export async function inEveryOrder<Context, A, B>(
  url: string,
  {
    prepare,
    acts: [actA, actB],
    check,
    most = 400,
  }: {
    readonly prepare: (n: number) => Promise<Context>;
    readonly acts: readonly [(db: Database, of: Context) => Promise<A>, (db: Database, of: Context) => Promise<B>];
    readonly check: (of: Context, came: readonly [Came<A>, Came<B>], order: Order) => Promise<void> | void;
    readonly most?: number;
  },
): Promise<number> {
  const observer = new pg.Client({ connectionString: url });
  const [a, b] = [new Actor<A>(url), new Actor<B>(url)] as const;
  await Promise.all([observer.connect(), a.open(), b.open()]);
  const settle = (actor: Actor<A> | Actor<B>) => actor.settle(observer);

  /** Runs one order. @returns how many statements each had before its end or its turn */
  const run = async (order: Order, n: number): Promise<readonly [number, number]> => {
    const of = await prepare(n);
    a.begin((db) => actA(db, of));
    b.begin((db) => actB(db, of));
    const actors = order.first === 0 ? ([a, b] as const) : ([b, a] as const);
    await Promise.all(actors.map(settle));
    const counts: [number, number] = [0, 0];
    /** Lets one go on, for so many statements; where it waits for the other, that one goes first. */
    const goOn = async (which: 0 | 1, steps: number): Promise<void> => {
      const [own, other] = which === 0 ? actors : ([actors[1], actors[0]] as const);
      for (let i = 0; i < steps && !own.came; i += 1) {
        if (await settle(own)) {
          if (own.came) return;
          own.step();
          counts[which] += 1;
        } else if (await settle(other)) {
          if (other.came) await own.settle(observer);
          else {
            other.step();
            counts[which === 0 ? 1 : 0] += 1;
          }
          i -= 1;
        } else await new Promise((resolve) => setTimeout(resolve, LOOK));
        await settle(own);
      }
    };
    await goOn(0, order.steps[0]);
    await goOn(1, order.steps[1]);
    await goOn(0, Number.POSITIVE_INFINITY);
    await goOn(1, Number.POSITIVE_INFINITY);
    await check(of, [a.came as Came<A>, b.came as Came<B>], order);
    return counts;
  };

  try {
    let orders = 0;
    for (const first of [0, 1] as const) {
      // How long each is by itself says where it can be interrupted.
      const whole = Number.POSITIVE_INFINITY;
      const [own, other] = await run({ first, steps: [whole, whole] }, orders);
      orders += 1;
      const all: Order[] = [];
      for (let k = 1; k < own; k += 1) for (let m = 1; m <= other + 1; m += 1) all.push({ first, steps: [k, m] });
      // Where there are more than may be, every so-manieth of them.
      const each = Math.max(1, Math.ceil(all.length / (most / 2)));
      for (let i = 0; i < all.length; i += each) {
        await run(all[i] as Order, orders);
        orders += 1;
      }
    }
    return orders;
  } finally {
    await Promise.all([observer.end(), a.close(), b.close()]);
  }
}
