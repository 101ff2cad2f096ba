import { z } from 'zod';
import type { Holiday } from '@/core/calendar/holidays';
import { made, type Queryable, rows } from './database';

/** The holidays of the school, in their order. */
export const holidays = made(
  rows(
    z.object({ title: z.string(), from_day: z.string(), to_day: z.string() }),
    'SELECT title, from_day::text, to_day::text FROM holiday ORDER BY from_day',
    [],
  ),
  (found) => found.map(({ title, from_day: from, to_day: to }): Holiday => ({ title, from, to })),
);

/** Says on which days no lesson is held. */
export async function addHoliday(tx: Queryable, schoolId: string, { title, from, to }: Holiday): Promise<void> {
  await tx.query('INSERT INTO holiday (school_id, title, from_day, to_day) VALUES ($1, $2, $3::date, $4::date)', [
    schoolId,
    title,
    from,
    to,
  ]);
}
