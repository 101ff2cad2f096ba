import type { AssignmentId, DocumentId, StepId } from '../ids';
import type { Place } from '../places';

/**
 * What a document is for: the copy of what a teacher gave, which goes along with a hand-in; notes beside an assignment,
 * which never do; or one's own, on the shelf. Of what kind it is made has nothing to do with that.
 */
export const DOCUMENT_ROLES = ['copy', 'notes', 'own'] as const;
export type DocumentRole = (typeof DOCUMENT_ROLES)[number];

/**
 * What is kept as it is typed: documents; the answers of one attempt, which its time closes; and the draft of what teachers
 * will set, which is one of the class.
 */
export const KEPT_ROLES = [...DOCUMENT_ROLES, 'attempt', 'draft'] as const;
type KeptRole = (typeof KEPT_ROLES)[number];

/** Who may type into it, and whether it takes that at any time: where it belongs to an assignment, that may be over. */
export const TYPED_INTO: Readonly<
  Record<KeptRole, { readonly by: 'owner' | 'teachers'; readonly alwaysOpen: boolean }>
> = {
  copy: { by: 'owner', alwaysOpen: false },
  notes: { by: 'owner', alwaysOpen: true },
  own: { by: 'owner', alwaysOpen: true },
  attempt: { by: 'owner', alwaysOpen: false },
  draft: { by: 'teachers', alwaysOpen: true },
};

/** What follows from what a document is for. */
interface RoleRules {
  /** Its owner may rename it, bin it and put it to an assignment. */
  readonly ownersAlone: boolean;
  /** How the shelf names it. */
  readonly onShelf: 'document' | 'notes';
}

export const ROLE_RULES: Readonly<Record<DocumentRole, RoleRules>> = {
  copy: { ownersAlone: false, onShelf: 'document' },
  notes: { ownersAlone: false, onShelf: 'notes' },
  own: { ownersAlone: true, onShelf: 'document' },
};

/** Where a document opens: one's own by itself, notes and copies at the Desk of their assignment. */
export function placeOfDocument(document: {
  readonly id: DocumentId;
  readonly assignment_id: AssignmentId | null;
  readonly step_id: StepId | null;
}): Place {
  const { id, assignment_id: assignment, step_id: step } = document;
  if (assignment === null) return { at: 'own-document', document: id };
  return step === null ? { at: 'desk', assignment, sheet: 'notes' } : { at: 'desk', assignment, step };
}
