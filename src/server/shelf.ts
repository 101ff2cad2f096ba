import type { Instant } from '@/core/ids';
import { type State, standing } from '@/core/work/standing';
import { classesOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { documentsOfOwner } from '@/store/documents';
import type { Person } from '@/store/people';
import { factsOfStudent, rulesOf } from '@/store/work';

/** One document on the shelf. */
export interface ShelfItem {
  readonly id: string;
  readonly title: string;
  readonly assignmentId: string;
  readonly assignment: string;
  readonly stepId: string;
  readonly changedAt: Instant;
  readonly state: State;
}

export interface ShelfClass {
  readonly id: string;
  readonly name: string;
  readonly weave: string;
  readonly past: boolean;
  readonly items: readonly ShelfItem[];
}

/** Everything that a person has made, by class, the running classes before those of the past; the newest first. */
export async function shelf(db: Queryable, person: Person, now: Instant): Promise<readonly ShelfClass[]> {
  const documents = await documentsOfOwner(db, person.id);
  const ids = [...new Set(documents.map((document) => document.assignment_id))];
  const facts = await factsOfStudent(db, person.id, ids);
  const rules = await rulesOf(db, ids);
  return (await classesOf(db, person.id)).map((found) => ({
    id: found.id,
    name: found.name,
    weave: found.weave,
    past: found.ended_at !== null,
    items: documents.flatMap((document): ShelfItem[] => {
      const rule = rules.get(document.assignment_id);
      if (document.class_id !== found.id || !rule) return [];
      return [
        {
          id: document.id,
          title: document.title,
          assignmentId: document.assignment_id,
          assignment: document.assignment,
          stepId: document.step_id,
          changedAt: document.changed_at,
          state: standing(facts.get(document.assignment_id) ?? [], rule, now).state,
        },
      ];
    }),
  }));
}
