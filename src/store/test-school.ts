import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type * as Y from 'yjs';
import { assemble } from '@/core/documents/text-document';
import type { DocumentId, PersonId } from '@/core/ids';
import { scratch } from '@/testing/scratch';
import type { Database, Queryable } from './database';
import { prepareFind } from './find';
import { findPerson, type Person } from './people';
import { openPglite } from './pglite-driver';
import { updateBytesOf } from './updates';

/** A copy of the demo school in a folder of its own, on a real database, for one test file. */
export interface TestSchool {
  readonly db: Database;
  readonly folder: string;
  readonly person: (id: string) => Promise<Person>;
  readonly end: () => Promise<void>;
}

export async function testSchool(): Promise<TestSchool> {
  const folder = scratch('kite-');
  cpSync(join(process.cwd(), '.cache', 'template'), folder, { recursive: true });
  const db = await openPglite(folder);
  await prepareFind(db);
  return {
    db,
    folder,
    async person(id) {
      const found = await findPerson(db, id as PersonId);
      if (!found) throw new Error(`there is no ${id} in the demo school`);
      return found;
    },
    async end() {
      await db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A document as it is stored, put together. */
export async function loadDocument(db: Queryable, documentId: DocumentId): Promise<Y.Doc> {
  return assemble(await updateBytesOf(db, documentId));
}
