import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { getLocale } from 'next-intl/server';
import { cache } from 'react';
import { schoolIn } from '@/core/office/school';
import { addressOf } from '@/core/places';
import { localeOf } from '@/i18n/locales';
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

/** Who looks at a page, and whether there is a school yet: asked once a request, however many parts want to know. */
export const whoLooks = cache(async (): Promise<Omit<Visitor, 'school'> & { readonly school: School | null }> => {
  const db = await database();
  const now = Date.now();
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  const { school, person } = await schoolAndVisitor(db, token, now);
  if (person && token) gate().know(token);
  // What the school says of itself it says in the language of the page, where it has said so.
  return { db, person, school: school && { ...school, ...schoolIn(school, localeOf(await getLocale())) }, now };
});

/** Who looks at a page of a school that has begun. */
export async function visitor(): Promise<Visitor> {
  const { school, ...who } = await whoLooks();
  if (!school) redirect(addressOf({ at: 'begin' }));
  return { ...who, school };
}

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
