import { TYPED_INTO } from '@/core/documents/roles';
import type { Instant, PersonId } from '@/core/ids';
import { teachersAmong } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import type { TypedInto } from '@/store/documents';

/** Has the time of an attempt ended, or the attempt itself? Everything else has no such end. */
export const isOver = ({ takes, answers_until: until }: TypedInto, at: Instant): boolean =>
  takes === false || (takes === true && until !== null && at >= until);

/** Who may type into what: its owner, or where it is one of a class, whoever teaches that now. */
export async function writersOf(
  tx: Queryable,
  documents: readonly TypedInto[],
  batch: readonly { readonly ownerId: PersonId }[],
): Promise<(document: TypedInto, person: PersonId) => boolean> {
  const classes = documents.flatMap(({ role, class_id: of }) =>
    of !== null && TYPED_INTO[role].by === 'teachers' ? [of] : [],
  );
  const people = [...new Set(batch.map(({ ownerId }) => ownerId))];
  const teachers = classes.length === 0 ? null : await read(tx, teachersAmong(classes, people));
  return (document, person) =>
    TYPED_INTO[document.role].by === 'owner'
      ? document.owner_id === person
      : (teachers?.has(`${document.class_id} ${person}`) ?? false);
}
