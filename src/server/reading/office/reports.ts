import { type Queryable, readTogether } from '@/store/database';
import { reports, withdrawnByTeachers } from '@/store/reports';

const MOST = 100;

/** What was reported and what teachers withdrew, for the office: the post alone, and nothing that stands around it. */
export const reportsScreen = (db: Queryable) =>
  readTogether(db, { reports: reports(MOST), withdrawn: withdrawnByTeachers(MOST) });

export type ReportsView = Awaited<ReturnType<typeof reportsScreen>>;
