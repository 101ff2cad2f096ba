import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import type { Doc } from '@/core/text/nodes';
import { instant, textDocument } from './columns';
import { json, type Queryable, row, time } from './database';

/** What somebody has begun to write at a place, and when. */
export const halfWritten = (personId: PersonId, place: string) =>
  row(
    z.object({ body: textDocument, at: instant }),
    'SELECT body, at FROM half_written WHERE person_id = $1 AND place = $2',
    [personId, place],
  );

/** Keeps it, unless something later is there already. */
export async function keepHalfWritten(
  tx: Queryable,
  written: { personId: PersonId; place: string; body: Doc; at: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO half_written (person_id, place, body, at) VALUES ($1, $2, $3::text::jsonb, $4)
     ON CONFLICT (person_id, place) DO UPDATE SET body = excluded.body, at = excluded.at WHERE half_written.at <= excluded.at`,
    [written.personId, written.place, json(written.body), time(written.at)],
  );
}

/** Nothing is half written there any more. */
export async function dropHalfWritten(tx: Queryable, personId: PersonId, place: string): Promise<void> {
  await tx.query('DELETE FROM half_written WHERE person_id = $1 AND place = $2', [personId, place]);
}
