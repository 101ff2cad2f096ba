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
  transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
  /** Hears what is told on a channel, after the commit of the transaction that told it. Gives back how to stop. */
  listen(channel: string, hear: (payload: string) => void): Promise<() => Promise<void>>;
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

/** All rows, each checked against its shape. */
export async function many<Row extends z.ZodType>(
  db: Queryable,
  row: Row,
  sql: string,
  params: readonly unknown[] = [],
): Promise<z.output<Row>[]> {
  const { rows } = await db.query(sql, params);
  return rows.map((found) => row.parse(found));
}

/** The first row, checked, or `null`. */
export async function first<Row extends z.ZodType>(
  db: Queryable,
  row: Row,
  sql: string,
  params: readonly unknown[] = [],
): Promise<z.output<Row> | null> {
  const { rows } = await db.query(sql, params);
  return rows.length === 0 ? null : row.parse(rows[0]);
}

/** An instant as a parameter. */
export const time = (at: number | null): Date | null => (at === null ? null : new Date(at));

/** A JSON value as a parameter; the SQL says `$n::text::jsonb`. */
export const json = (value: unknown): string => JSON.stringify(value);
