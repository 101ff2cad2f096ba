import type { AssignmentId, DocumentId, StepId } from '../ids';
import type { Place } from '../places';

/**
 * What a document is for: the copy of what a teacher gave, which goes along with a hand-in; notes beside an assignment,
 * which never do; or one's own, on the shelf. Of what kind it is made has nothing to do with that.
 */
export const DOCUMENT_ROLES = ['copy', 'notes', 'own'] as const;
export type DocumentRole = (typeof DOCUMENT_ROLES)[number];

/** What follows from what a document is for. */
interface RoleRules {
  /** Nothing closes it but the bin: where it belongs to an assignment, that may be over. */
  readonly alwaysOpen: boolean;
  /** Its owner may rename it, bin it and put it to an assignment. */
  readonly ownersAlone: boolean;
  /** How the shelf names it. */
  readonly onShelf: 'document' | 'notes';
}

export const ROLE_RULES: Readonly<Record<DocumentRole, RoleRules>> = {
  copy: { alwaysOpen: false, ownersAlone: false, onShelf: 'document' },
  notes: { alwaysOpen: true, ownersAlone: false, onShelf: 'notes' },
  own: { alwaysOpen: true, ownersAlone: true, onShelf: 'document' },
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
