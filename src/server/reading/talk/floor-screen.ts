import type { AssignmentId, ClassId, Instant, PersonId } from '@/core/ids';
import { plainText } from '@/core/text/document-json';
import { findClass, peopleOf } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { type FloorTopic, floorTopics } from '@/store/floors';
import type { Person } from '@/store/people';

export interface FloorScreenView {
  readonly class: { readonly id: ClassId; readonly name: string; readonly weave: string; readonly locale: string };
  /** What is shown: one assignment, the class itself (`class`), or everything. */
  readonly about: AssignmentId | 'class' | null;
  /** The assignments about which something was asked, and the one that is shown. */
  readonly topics: readonly FloorTopic[];
  /** What the assignment is about, in its own words. */
  readonly words: string;
  readonly reader: PersonId;
  /** Who teaches the class. */
  readonly teachers: readonly { readonly id: PersonId; readonly name: string }[];
}

/** The screen of what a class says openly; `null` where there is no such class, or no such assignment in it. */
export async function floorScreen(
  db: Queryable,
  reader: Person,
  classId: ClassId,
  about: string | null,
  now: Instant,
): Promise<FloorScreenView | null> {
  const chosen = about as AssignmentId | 'class' | null;
  const { of, topics, teachers } = await readTogether(db, {
    of: findClass(classId),
    topics: floorTopics(classId, reader.id, chosen, now),
    teachers: peopleOf(classId, 'teacher'),
  });
  if (!of || (chosen !== null && chosen !== 'class' && !topics.some(({ id }) => id === chosen))) return null;
  const words = topics
    .map(({ title, instructions }) => `${title}\n${instructions ? plainText(instructions) : ''}`)
    .join('\n');
  const { id, name, weave, locale } = of;
  return {
    class: { id, name, weave, locale },
    about: chosen,
    topics: topics.map((topic) => ({ ...topic, instructions: null })),
    words: words.slice(0, 8000),
    reader: reader.id,
    teachers: teachers.map(({ id: teacher, name: called }) => ({ id: teacher, name: called })),
  };
}
