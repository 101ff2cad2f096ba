import type { Instant } from '@/core/ids';
import { hashToken } from '@/server/secrets';
import type { Queryable } from '@/store/database';
import { findSession, findVisitor, type Person } from '@/store/people';

export const whoIs = (db: Queryable, token: string | undefined, now: Instant): Promise<Person | null> =>
  token ? findSession(db, hashToken(token), now) : Promise.resolve(null);

/** The school, and who visits it. */
export const schoolAndVisitor = (db: Queryable, token: string | undefined, now: Instant) =>
  findVisitor(db, token ? hashToken(token) : '', now);

/** How long a session lasts, in milliseconds: two weeks. */
export const SESSION_LASTS = 14 * 24 * 3_600_000;
