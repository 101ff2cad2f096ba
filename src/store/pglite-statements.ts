import { type messages, type PGlite, parse, protocol } from '@electric-sql/pglite';

const { serialize } = protocol;
const SYNC = serialize.sync();
/** So many statements are kept ready. There are a few hundred in all; the rest is for those that are put together. */
const MOST = 400;

/** A statement that the database has parsed, under its name there. */
interface Ready {
  readonly name: string;
  /** The types of its parameters, by their OIDs. */
  readonly types: readonly number[];
  /** What its rows are made of. */
  readonly rows: readonly messages.BackendMessage[];
}

/**
 * Statements that a database parses once and from then on only binds: parsing and planning take longer than most answers, and
 * what one part of the application asks is asked again. Those that were not asked for longest are let go of.
 */
export class Statements {
  readonly #ready = new Map<string, Ready>();
  #n = 0;

  constructor(
    private readonly pg: PGlite,
    private readonly most = MOST,
  ) {}

  /** Runs one statement. Whoever calls holds the database, within a transaction or outside of any. */
  run(sql: string, params: readonly unknown[]): Promise<{ readonly rows: unknown[]; readonly affectedRows?: number }> {
    return this.pg.runExclusive(async () => {
      try {
        const { name, types, rows } = this.#ready.get(sql) ?? (await this.#prepare(sql));
        // Asked for last.
        this.#touch(sql);
        const values = params.map((param, i) => this.#written(param, types[i] as number));
        const answered = await this.#send(serialize.bind({ statement: name, values }), serialize.execute(), SYNC);
        const [made] = parse.parseResults([...rows, ...answered], this.pg.parsers);
        return made ?? { rows: [] };
      } catch (error) {
        // Its plan fits no longer what its tables are: it is parsed anew when it is asked for again.
        if ((error as { code?: unknown }).code === '0A000') await this.#letGo(sql);
        throw error;
      }
    });
  }

  async #send(...parts: readonly Uint8Array[]): Promise<messages.BackendMessage[]> {
    return this.pg.execProtocolStream(Buffer.concat(parts), { syncToFs: false });
  }

  #written(param: unknown, type: number): string | null {
    if (param === null || param === undefined) return null;
    const write = this.pg.serializers[type];
    return write ? write(param) : String(param);
  }

  #touch(sql: string): void {
    const ready = this.#ready.get(sql);
    if (!ready) return;
    this.#ready.delete(sql);
    this.#ready.set(sql, ready);
  }

  async #prepare(sql: string): Promise<Ready> {
    const oldest = this.#ready.size < this.most ? undefined : this.#ready.keys().next().value;
    if (oldest !== undefined) await this.#letGo(oldest);
    this.#n += 1;
    const name = `kite${this.#n}`;
    const told = await this.#send(serialize.parse({ name, text: sql }), serialize.describe({ type: 'S', name }), SYNC);
    const ready: Ready = {
      name,
      types: parse.parseDescribeStatementResults(told),
      rows: told.filter((one) => one.name === 'rowDescription'),
    };
    this.#ready.set(sql, ready);
    return ready;
  }

  async #letGo(sql: string): Promise<void> {
    const ready = this.#ready.get(sql);
    if (!ready) return;
    this.#ready.delete(sql);
    await this.#send(serialize.close({ type: 'S', name: ready.name }), SYNC);
  }
}
