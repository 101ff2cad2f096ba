import type { AssignmentId, Instant } from '@/core/ids';
import type { Facts } from '@/core/work/facts';
import type { classOfAssignment } from '@/store/classes';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import type { ListedAssignment } from '@/store/work';

/** For whom a Desk is asked. */
export interface Asker {
  readonly student: Person;
  readonly assignmentId: AssignmentId;
  readonly now: Instant;
}

/** What every part of a Desk is made from, beside what it has asked for itself. */
export interface OnDesk {
  readonly db: Queryable;
  readonly student: Person;
  readonly assignment: ListedAssignment;
  /** The class. */
  readonly at: NonNullable<ReturnType<ReturnType<typeof classOfAssignment>['of']>>;
  readonly facts: Facts;
  /** Has the work opened to this student? Before that nothing of its contents leaves. */
  readonly open: boolean;
  readonly now: Instant;
}
