import type { z } from 'zod';

/** What a query needs: the database itself, or the handle of a transaction. */
export interface Queryable {
  query(sql: string, params?: readonly unknown[]): Promise<{ rows: unknown[]; affected: number }>;
}

/**
 * The database as the rest of the application sees it. Inside `transaction` only the handle that is
 * passed may be used. What `transaction` or `query` has answered is on disk.
 */
export interface Database extends Queryable {
  /** No other process can be on it. */
  readonly alone: boolean;
  transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
  /**
   * Hears what is told on a channel, after the commit of the transaction that told it. `lost` is called when something may
   * have been told that was not heard: whoever listens reads again. Gives back how to stop.
   */
  listen(channel: string, hear: (payload: string) => void, lost?: () => void): Promise<() => Promise<void>>;
  /**
   * Puts a copy of itself, as it is at one moment, into a folder, where it is opened like any other; whoever asks something
   * meanwhile waits for it. Only where it lies in a folder of this process.
   */
  copyTo?(folder: string): Promise<void>;
  /** Runs several statements without parameters: for migrations only. */
  run(sql: string): Promise<void>;
  close(): Promise<void>;
}

/**
 * A query that failed: by the code of the SQL standard and the constraint it broke. What the database itself says of it
 * holds the query and its values, which are people's words, and goes no further.
 */
export class QueryFailed extends Error {
  override readonly name = 'QueryFailed';

  private constructor(
    readonly code: string,
    readonly constraint: string,
  ) {
    super(`a query failed: ${code} ${constraint}`.trim());
  }

  static of(error: unknown): QueryFailed {
    const { code, constraint } = error as { code?: unknown; constraint?: unknown };
    return new QueryFailed(
      typeof code === 'string' ? code : 'unknown',
      typeof constraint === 'string' ? constraint : '',
    );
  }
}

/** A question to the database that has not been asked yet: alone (`read`), or with others in one statement (`readTogether`). */
export interface Query<Result> {
  readonly sql: string;
  readonly params: readonly unknown[];
  /** Makes of the rows what the question was for, each checked against its shape. */
  readonly of: (rows: readonly unknown[]) => Result;
}

/** A question for all rows. */
export const rows = <Row extends z.ZodType>(
  shape: Row,
  sql: string,
  params: readonly unknown[] = [],
): Query<z.output<Row>[]> => ({ sql, params, of: (found) => found.map((one) => shape.parse(one)) });

/** A question for the first row; `null` where there is none. */
export const row = <Row extends z.ZodType>(
  shape: Row,
  sql: string,
  params: readonly unknown[] = [],
): Query<z.output<Row> | null> => ({
  sql,
  params,
  of: (found) => (found.length === 0 ? null : shape.parse(found[0])),
});

/** The same question, with something made of its answer. */
export const made = <From, To>(query: Query<From>, make: (from: From) => To): Query<To> => ({
  ...query,
  of: (found) => make(query.of(found)),
});

/** Asks one question. */
export const read = async <Result>(db: Queryable, query: Query<Result>): Promise<Result> =>
  query.of((await db.query(query.sql, query.params)).rows);

/** Several questions, each under its name, or under that of a group. */
export interface Questions {
  readonly [name: string]: Query<unknown> | Questions;
}

/** What comes of them, under the same names. */
export type Answers<Asked extends Questions> = {
  readonly [Name in keyof Asked]: Asked[Name] extends Query<infer Result>
    ? Result
    : Asked[Name] extends Questions
      ? Answers<Asked[Name]>
      : never;
};

const isQuery = (asked: Query<unknown> | Questions): asked is Query<unknown> => typeof asked.of === 'function';

/**
 * Asks several questions in one statement: one way to the database and back, however many there are, and all of them see the
 * same moment. Rows come as JSON, so an instant comes as text and bytes cannot be asked for.
 */
export async function readTogether<const Asked extends Questions>(
  db: Queryable,
  asked: Asked,
): Promise<Answers<Asked>> {
  const params: unknown[] = [];
  const parts: string[] = [];
  const shape = (questions: Questions): ((found: readonly unknown[]) => unknown) => {
    const readers = Object.entries(questions).map(([name, question]) => {
      if (!isQuery(question)) return [name, shape(question)] as const;
      const before = params.length;
      const at = parts.length;
      params.push(...question.params);
      const sql = question.sql.replace(/\$(\d+)/g, (_, n: string) => `$${Number(n) + before}`);
      parts.push(`(SELECT coalesce(json_agg(x), '[]') FROM (${sql}) x) AS "${at}"`);
      return [name, (found: readonly unknown[]) => question.of(found[at] as readonly unknown[])] as const;
    });
    return (found) => Object.fromEntries(readers.map(([name, of]) => [name, of(found)]));
  };
  const answers = shape(asked);
  const [row] = (await db.query(`SELECT ${parts.join(',\n')}`, params)).rows as [Record<number, unknown>];
  return answers(parts.map((_, at) => row[at])) as Answers<Asked>;
}

/** All rows, each checked against its shape. */
export async function many<Row extends z.ZodType>(
  db: Queryable,
  shape: Row,
  sql: string,
  params: readonly unknown[] = [],
): Promise<z.output<Row>[]> {
  return read(db, rows(shape, sql, params));
}

/** The first row, checked, or `null`. */
export async function first<Row extends z.ZodType>(
  db: Queryable,
  shape: Row,
  sql: string,
  params: readonly unknown[] = [],
): Promise<z.output<Row> | null> {
  return read(db, row(shape, sql, params));
}

/** An instant as a parameter. */
export const time = (at: number | null): Date | null => (at === null ? null : new Date(at));

/** A JSON value as a parameter; the SQL says `$n::text::jsonb`. */
export const json = (value: unknown): string => JSON.stringify(value);
