import type { ReadingSettings } from '@/core/people/settings';
import type { Queryable } from '@/store/database';
import { keepOwnWord, keepSpelling } from '@/store/own-words';
import { type Person, setLocale, setReading } from '@/store/people';

const KEPT = { ok: true } as const;

/** Chooses the language of the interface. */
export async function chooseLanguage(db: Queryable, person: Person, locale: string) {
  await setLocale(db, person.id, locale);
  return KEPT;
}

/** Keeps how somebody likes to read. */
export async function chooseReading(db: Queryable, person: Person, reading: ReadingSettings) {
  await setReading(db, person.id, reading);
  return KEPT;
}

/** Chooses the kind of English that is checked, or none. */
export async function chooseSpelling(db: Queryable, person: Person, spelling: Person['spelling']) {
  await keepSpelling(db, person.id, spelling);
  return KEPT;
}

/** Tells the spelling to take a word, or to take it no longer. */
export async function changeOwnWord(
  db: Queryable,
  person: Person,
  { word, taken }: { readonly word: string; readonly taken: boolean },
) {
  await keepOwnWord(db, person.id, word, taken);
  return KEPT;
}
