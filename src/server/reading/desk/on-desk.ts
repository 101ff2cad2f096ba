import type { Instant } from '@/core/ids';
import type { Facts } from '@/core/work/facts';
import type { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import type { ListedAssignment } from '@/store/work';

/** What every part of a Desk is made from. */
export interface OnDesk {
  readonly db: Queryable;
  readonly student: Person;
  readonly assignment: ListedAssignment;
  /** The class. */
  readonly at: NonNullable<Awaited<ReturnType<typeof findClass>>>;
  readonly facts: Facts;
  /** Has the work opened to this student? Before that nothing of its contents leaves. */
  readonly open: boolean;
  readonly now: Instant;
}
