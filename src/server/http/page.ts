import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { type Entry, type Params, type ParamsOf, paramsOf } from '@/server/entries';
import { database } from '@/server/kite';
import { may, type Verdict } from '@/server/permissions';
import type { Database } from '@/store/database';
import type { Person, School } from '@/store/people';
import { gate } from './gate';
import { SESSION_COOKIE } from './origin';
import { schoolAndVisitor } from './who-is';

export interface Visitor {
  readonly db: Database;
  readonly person: Person | null;
  readonly school: School;
  readonly now: number;
}

/** Who looks at a page: asked once a request, however many parts want to know. */
export const visitor = cache(async (): Promise<Visitor> => {
  const db = await database();
  const now = Date.now();
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  const { school, person } = await schoolAndVisitor(db, token, now);
  if (!school) throw new Error('the data folder has no school yet');
  if (person && token) gate().know(token);
  return { db, person, school, now };
});

/** What the permission table says: asked once a request, for a page and its title alike. */
const decided = cache(async (entry: Entry, given: string): Promise<Verdict> => {
  const { db, person, now } = await visitor();
  return may(db, entry, person, JSON.parse(given) as Params, now);
});

/** Lets somebody onto a page by the permission table: nobody is sent to sign in, others find nothing. */
export async function enter<Of extends Entry>(
  entry: Of,
  given: Params = {},
): Promise<Visitor & { readonly person: Person; readonly params: ParamsOf<Of> }> {
  const { db, person, school, now } = await visitor();
  const params = paramsOf(entry, given);
  if (!params) notFound();
  const verdict = await decided(entry, JSON.stringify(given));
  if (verdict === 'sign-in-first' || !person) redirect('/sign-in');
  if (verdict === 'no') notFound();
  return { db, person, school, now, params };
}
