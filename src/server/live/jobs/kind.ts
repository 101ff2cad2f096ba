import type { z } from 'zod';
import type { Instant } from '@/core/ids';
import type { Database, Queryable } from '@/store/database';

/** A kind of thing that happens at a time. */
export interface JobKind<Given extends z.ZodType, Prepared> {
  /** What a job of it is given; what does not fit is set aside. */
  readonly given: Given;
  /** What takes long, outside of any transaction. It may be done more than once. */
  readonly prepare?: (db: Database, given: z.output<Given>, now: Instant) => Promise<Prepared>;
  /**
   * What happens, in one transaction together with the end of the job: once, however often the process dies. A time that is
   * given back is when it happens again.
   */
  readonly effect: (tx: Queryable, given: z.output<Given>, prepared: Prepared, now: Instant) => Promise<Instant | null>;
}

/** A kind with its own types forgotten: they fit each other by how it was made. */
export type AnyJobKind = JobKind<z.ZodType, unknown>;

/** Makes a kind, with what it is given and what it prepares fitting each other. */
export const jobKind = <Given extends z.ZodType, Prepared = undefined>(kind: JobKind<Given, Prepared>): AnyJobKind =>
  kind as unknown as AnyJobKind;
