import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { made, type Queryable, rows } from './database';
import type { Person } from './people';

/** The words that a person has told the spelling to take. */
export const ownWordsOf = (personId: PersonId) =>
  made(
    rows(z.object({ word: z.string() }), 'SELECT word FROM own_word WHERE person_id = $1 ORDER BY word LIMIT 5000', [
      personId,
    ]),
    (found): readonly string[] => found.map(({ word }) => word),
  );

/** How somebody's English is checked. */
export const spellingOf = (person: Person) => made(ownWordsOf(person.id), (own) => ({ variety: person.spelling, own }));

/** Takes a word into a person's own, or out of them. */
export async function keepOwnWord(tx: Queryable, personId: PersonId, word: string, taken: boolean): Promise<void> {
  if (taken)
    await tx.query('INSERT INTO own_word (person_id, word) VALUES ($1, $2) ON CONFLICT DO NOTHING', [personId, word]);
  else await tx.query('DELETE FROM own_word WHERE person_id = $1 AND word = $2', [personId, word]);
}

/** Chooses the kind of English to be checked, or none. */
export async function keepSpelling(tx: Queryable, personId: PersonId, spelling: string): Promise<void> {
  await tx.query('UPDATE person SET spelling = $2 WHERE id = $1', [personId, spelling]);
}
