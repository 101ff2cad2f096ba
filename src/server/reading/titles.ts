import type { DocumentId, HandInId } from '@/core/ids';
import type { Queryable } from '@/store/database';
import { findDocument } from '@/store/documents';
import { findReceipt } from '@/store/hand-ins';
import { findMaterial } from '@/store/materials';

// What a page is called in the browser is the name of what it shows; the page has let its reader in before it asks.

export const titleOfDocument = async (db: Queryable, document: DocumentId): Promise<string | undefined> =>
  (await findDocument(db, document))?.title;

export const titleOfMaterial = async (db: Queryable, material: string): Promise<string | undefined> =>
  (await findMaterial(db, material))?.title;

export const numberOfReceipt = async (db: Queryable, handIn: HandInId): Promise<number> =>
  (await findReceipt(db, handIn))?.number ?? 0;
