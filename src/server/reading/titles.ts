import type { AssignmentId, ClassId, DocumentId, HandInId } from '@/core/ids';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { findDocument } from '@/store/documents';
import { findReceipt } from '@/store/hand-ins';
import { findMaterial } from '@/store/materials';
import { findAssignment } from '@/store/work';

// What a page is called in the browser is the name of what it shows; the page has let its reader in before it asks.

export const titleOfAssignment = async (db: Queryable, assignment: AssignmentId): Promise<string | undefined> =>
  (await findAssignment(db, assignment))?.title;

export const titleOfDocument = async (db: Queryable, document: DocumentId): Promise<string | undefined> =>
  (await findDocument(db, document))?.title;

export const titleOfMaterial = async (db: Queryable, material: string): Promise<string | undefined> =>
  (await findMaterial(db, material))?.title;

export const nameOfClass = async (db: Queryable, classId: ClassId): Promise<string | undefined> =>
  (await findClass(db, classId))?.name;

export const numberOfReceipt = async (db: Queryable, handIn: HandInId): Promise<number> =>
  (await findReceipt(db, handIn))?.number ?? 0;
