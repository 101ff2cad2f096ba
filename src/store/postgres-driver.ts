import pg from 'pg';
import { type Database, type Queryable, QueryFailed } from './database';

/** So many statements go on at once in one process. */
const CONNECTIONS = 20;
/** So long, in milliseconds, until a lost line is opened anew: longer each time, up to the last. */
const WAITS = [100, 250, 500, 1000, 2500, 5000];

const { builtins } = pg.types;

/** Numbers of eight bytes as numbers, as the other driver gives them; bytes without what Node adds to them. */
const types = new pg.TypeOverrides();
types.setTypeParser(builtins.INT8, (text) => {
  const number = Number(text);
  return Number.isSafeInteger(number) ? number : BigInt(text);
});
const bytesOf = pg.types.getTypeParser(builtins.BYTEA) as (text: string) => Buffer;
types.setTypeParser(builtins.BYTEA, (text) => {
  const { buffer, byteOffset, byteLength } = bytesOf(text);
  return new Uint8Array(buffer, byteOffset, byteLength);
});

/** So many statements a process knows by name; what is asked beyond that is read anew by the server each time. */
const MOST_NAMED = 400;
const named = new Map<string, string>();

/**
 * The name under which a connection keeps a statement once it has read and planned it: those with parameters are few and
 * come again and again.
 */
function nameOf(sql: string): string | undefined {
  const known = named.get(sql);
  if (known !== undefined || named.size >= MOST_NAMED) return known;
  const name = `kite ${named.size}`;
  named.set(sql, name);
  return name;
}

const asQueryable = (on: Pick<pg.ClientBase, 'query'>): Queryable => ({
  async query(sql, params = []) {
    try {
      const name = params.length > 0 ? nameOf(sql) : undefined;
      const { rows, rowCount } = await on.query({ text: sql, values: [...params], ...(name && { name }) });
      return { rows, affected: rowCount ?? 0 };
    } catch (error) {
      throw QueryFailed.of(error);
    }
  },
});

async function inTransaction<T>(pool: pg.Pool, work: (tx: Queryable) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken = false;
  try {
    // Sent together with the first statement: nobody waits for this answer alone.
    const begun = client.query('BEGIN');
    begun.catch(() => undefined);
    const made = await work(asQueryable(client));
    await begun;
    await client.query('COMMIT');
    return made;
  } catch (error) {
    // A connection that cannot even go back is not used again.
    await client.query('ROLLBACK').catch(() => {
      broken = true;
    });
    throw error;
  } finally {
    client.release(broken);
  }
}

interface Hearer {
  readonly channel: string;
  readonly hear: (payload: string) => void;
  readonly lost: () => void;
}

/** One line on which is heard what is told. When it is lost it is opened anew, and everybody hears that there is a gap. */
class Line {
  #client: pg.Client | null = null;
  #opening: Promise<void> | null = null;
  readonly #hearers = new Set<Hearer>();
  #closed = false;
  #tries = 0;

  constructor(private readonly url: string) {}

  async add(hearer: Hearer): Promise<void> {
    await this.#open();
    this.#hearers.add(hearer);
    await this.#client?.query(`LISTEN ${pg.escapeIdentifier(hearer.channel)}`);
  }

  async remove(hearer: Hearer): Promise<void> {
    this.#hearers.delete(hearer);
    if ([...this.#hearers].some(({ channel }) => channel === hearer.channel)) return;
    await this.#client?.query(`UNLISTEN ${pg.escapeIdentifier(hearer.channel)}`).catch(() => undefined);
  }

  async close(): Promise<void> {
    this.#closed = true;
    await this.#opening?.catch(() => undefined);
    await this.#client?.end().catch(() => undefined);
  }

  #open(): Promise<void> {
    this.#opening ??= this.#begin().catch((error) => {
      this.#opening = null;
      throw error;
    });
    return this.#opening;
  }

  async #begin(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'kite-string line', keepAlive: true });
    let gone = false;
    const lose = () => {
      if (gone) return;
      gone = true;
      if (this.#client === client) this.#lose();
    };
    client.on('error', lose);
    client.on('end', lose);
    client.on('notification', ({ channel, payload = '' }) => {
      for (const one of this.#hearers) if (one.channel === channel) one.hear(payload);
    });
    await client.connect();
    for (const channel of new Set([...this.#hearers].map((one) => one.channel)))
      await client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
    this.#client = client;
    this.#tries = 0;
  }

  #lose(): void {
    this.#client = null;
    this.#opening = null;
    if (this.#closed) return;
    const wait = WAITS[Math.min(this.#tries, WAITS.length - 1)];
    this.#tries += 1;
    setTimeout(() => {
      if (this.#closed) return;
      this.#open().then(
        () => {
          for (const { lost } of this.#hearers) lost();
        },
        () => this.#lose(),
      );
    }, wait).unref();
  }
}

/** A PostgreSQL server, by the address in a URL (libpq, 34.1.1.2): many processes may be on one database. */
export async function openPostgres(url: string): Promise<Database> {
  const pool = new pg.Pool({
    connectionString: url,
    max: CONNECTIONS,
    types,
    application_name: 'kite-string',
    pipeline: true,
  });
  // A connection that breaks while nobody uses it is replaced by the next that is asked for.
  pool.on('error', () => undefined);
  const line = new Line(url);
  const database: Database = {
    ...asQueryable(pool as unknown as pg.ClientBase),
    alone: false,
    transaction: (work) => inTransaction(pool, work),
    async listen(channel, hear, lost = () => undefined) {
      const hearer = { channel, hear, lost };
      await line.add(hearer);
      return () => line.remove(hearer);
    },
    async run(sql) {
      try {
        await pool.query(sql);
      } catch (error) {
        throw QueryFailed.of(error);
      }
    },
    async close() {
      await line.close();
      await pool.end();
    },
  };
  try {
    await database.query('SELECT 1');
  } catch (error) {
    await pool.end();
    throw error;
  }
  return database;
}
