import { OUT_FORMS, type OutForm, rosterOut } from '@/core/roster/write';
import { takenAway } from '@/server/http/file-response';
import { type Queryable, read } from '@/store/database';
import { knownToRoster } from '@/store/rosters';

const isForm = (form: string): form is OutForm => (OUT_FORMS as readonly string[]).includes(form);

/** Everybody and every class that runs, as a file to take away. */
export async function rosterFile(db: Queryable, form: string, now: number): Promise<Response> {
  if (!isForm(form)) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  const { bytes, type, ending } = rosterOut(await read(db, knownToRoster), form, now);
  return takenAway(bytes, type, `roster-${new Date(now).toISOString().slice(0, 10)}.${ending}`);
}
