import { z } from 'zod';
import type { Holiday } from '@/core/calendar/holidays';
import type { LessonTime, Term } from '@/core/office/year';
import { json, made, type Queryable, rows } from './database';

/** The terms of the school, in their order. */
export const terms = made(
  rows(
    z.object({ title: z.string(), from_day: z.string(), to_day: z.string() }),
    'SELECT title, from_day::text, to_day::text FROM term ORDER BY from_day',
  ),
  (found) => found.map(({ title, from_day: from, to_day: to }): Term => ({ title, from, to })),
);

/** When lessons are held, in their order through the day. */
export const lessonTimes = rows(
  z.object({ number: z.number(), starts: z.string(), ends: z.string() }),
  'SELECT number, starts, ends FROM lesson_time ORDER BY number',
);

/** Says the whole year anew: terms, holidays and the times of lessons. */
export async function setYear(
  tx: Queryable,
  schoolId: string,
  year: {
    readonly terms: readonly Term[];
    readonly holidays: readonly Holiday[];
    readonly times: readonly LessonTime[];
  },
): Promise<void> {
  await tx.query('DELETE FROM term WHERE school_id = $1', [schoolId]);
  await tx.query('DELETE FROM holiday WHERE school_id = $1', [schoolId]);
  await tx.query('DELETE FROM lesson_time WHERE school_id = $1', [schoolId]);
  for (const [table, days] of [
    ['term', year.terms],
    ['holiday', year.holidays],
  ] as const) {
    await tx.query(
      `INSERT INTO ${table} (school_id, title, from_day, to_day)
       SELECT $1, g.title, g."from", g."to" FROM jsonb_to_recordset($2::text::jsonb) AS g (title text, "from" date, "to" date)`,
      [schoolId, json(days)],
    );
  }
  await tx.query(
    `INSERT INTO lesson_time (school_id, number, starts, ends)
     SELECT $1, g.number, g.starts, g.ends FROM jsonb_to_recordset($2::text::jsonb) AS g (number integer, starts text, ends text)`,
    [schoolId, json(year.times)],
  );
}
