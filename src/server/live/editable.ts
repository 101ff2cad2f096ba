import { TYPED_INTO } from '@/core/documents/roles';
import { allowedMoves } from '@/core/work/moves';
import { takesAnswers } from '@/store/attempts';
import { type Queryable, read } from '@/store/database';
import type { KeptDocument } from '@/store/documents';
import { factsOf } from '@/store/events';
import { findAssignment } from '@/store/work';

/** May a document be typed into now, by whoever may at all? */
export async function isEditable(db: Queryable, document: KeptDocument): Promise<boolean> {
  // Whatever goes nowhere by itself (notes, documents of one's own, drafts) nothing closes but the bin.
  if (TYPED_INTO[document.role].alwaysOpen) return document.removed_at === null;
  if (document.assignment_id === null) return false;
  if (!(await takesAnswers(db, document.id, Date.now()))) return false;
  const assignment = await read(db, findAssignment(document.assignment_id, document.owner_id));
  if (!assignment) return false;
  const facts = await read(db, factsOf(document.assignment_id, document.owner_id));
  return allowedMoves(facts, Date.now(), assignment.rules).includes('edit');
}
