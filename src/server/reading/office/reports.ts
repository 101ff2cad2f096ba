import { type Queryable, read } from '@/store/database';
import { reports } from '@/store/reports';

const MOST = 100;

/** What was reported, for the office: the post alone, and nothing that stands around it. */
export const reportsScreen = (db: Queryable) => read(db, reports(MOST));

export type ReportView = Awaited<ReturnType<typeof reportsScreen>>[number];
