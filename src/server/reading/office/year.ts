import type { Instant } from '@/core/ids';
import { type Queryable, readTogether } from '@/store/database';
import { holidays } from '@/store/holidays';
import { noticesFor } from '@/store/notices';
import { actsBefore } from '@/store/office-acts';
import { classNames } from '@/store/office-classes';
import { peopleCounts } from '@/store/office-people';
import { openReports } from '@/store/reports';
import { listedRosters } from '@/store/rosters';
import { lessonTimes, terms } from '@/store/year';

/** The year of the school, and what it says to everybody now. */
export const yearScreen = (db: Queryable, now: Instant) =>
  readTogether(db, {
    terms,
    holidays,
    times: lessonTimes,
    notices: noticesFor(null, now),
    classes: classNames,
  });

export type YearView = Awaited<ReturnType<typeof yearScreen>>;

/** Lines of the log that are shown at once. */
const ACTS = 60;
const NEWEST = 2 ** 31 - 1;

/** Who did what in the office, the newest first. */
export async function logScreen(db: Queryable, before: number | null) {
  const acts = await readTogether(db, { acts: actsBefore(before ?? NEWEST, ACTS + 1) });
  return { acts: acts.acts.slice(0, ACTS), more: acts.acts.length > ACTS };
}

/** The first screen of the office: what a school that begins still lacks, and what was done last. */
export const officeToday = (db: Queryable, now: Instant) =>
  readTogether(db, {
    counts: peopleCounts,
    classes: classNames,
    terms,
    times: lessonTimes,
    rosters: listedRosters,
    notices: noticesFor(null, now),
    acts: actsBefore(NEWEST, 8),
    reports: openReports,
  });

export type OfficeTodayView = Awaited<ReturnType<typeof officeToday>>;
