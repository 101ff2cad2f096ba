import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { PEOPLE_SORTS, SIGNED_IN, WHO } from '@/core/office/people-shown';
import { type Queryable, read } from '@/store/database';
import { shownIds } from '@/store/office-people';

/** People who are chosen in a list: one by one, or whoever it shows. */
export const sentChoice = z.union([
  z.object({ people: z.array(z.string().max(64)).max(5000) }),
  z.object({
    shown: z.object({
      find: z.string().max(80),
      who: z.enum(WHO),
      inClass: z.string().max(64).nullable(),
      signedIn: z.enum(SIGNED_IN),
      sort: z.enum(PEOPLE_SORTS),
    }),
  }),
]);

/** Who that is, in the order of the list where it is all that it shows. */
export const chosenPeople = async (
  db: Queryable,
  chosen: z.output<typeof sentChoice>,
  now: Instant,
): Promise<readonly PersonId[]> =>
  'people' in chosen ? (chosen.people as PersonId[]) : read(db, shownIds(chosen.shown, now));
