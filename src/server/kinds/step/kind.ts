import type { AssignmentId, Instant, StepId } from '@/core/ids';
import type { SettingsOf, StepName } from '@/core/kinds/step';
import type { Queryable } from '@/store/database';
import type { StoredDocument } from '@/store/documents';
import type { Material } from '@/store/materials';
import type { Person } from '@/store/people';
import type { StoredStep } from '@/store/work';

/** For whom a step is made ready, and what is known of their work by then. */
export interface Asking {
  readonly student: Person;
  /** Asked by kinds that have more to them than what every step has. */
  readonly db: Queryable;
  readonly assignmentId: AssignmentId;
  readonly dueAt: Instant | null;
  /** It has come back for good. */
  readonly handedBack: boolean;
  /** The language of the class, as a tag. */
  readonly lang: string;
  readonly now: Instant;
  /** When each step was done. */
  readonly done: ReadonlyMap<StepId, Instant>;
  /** The student's own copies, by the step that each was made in. */
  readonly copies: ReadonlyMap<StepId, Pick<StoredDocument, 'id' | 'title' | 'kind'>>;
  /** What the steps open, by its id, with where the student left off in it. */
  readonly materials: ReadonlyMap<string, Material & { readonly spot: number }>;
}

/** What the server makes of a kind of step. */
export interface ServedStep<Name extends StepName, Given> {
  /** What the Desk is given of it, to a student who may open it. */
  readonly given: (asking: Asking, step: StoredStep, settings: SettingsOf<Name>) => Promise<Given>;
  /** What the Desk is given while it may not be opened: nothing of its contents. */
  readonly closed: Given;
}
