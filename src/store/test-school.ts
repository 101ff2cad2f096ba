import { randomUUID } from 'node:crypto';
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
import { openPostgres } from './postgres-driver';
import { updateBytesOf } from './updates';

/** A copy of the demo school in a folder of its own, on a real database, for one test file. */
export interface TestSchool {
  readonly db: Database;
  readonly folder: string;
  /** Where the database is, for more connections to it; empty where there can be only one. */
  readonly url: string;
  readonly person: (id: string) => Promise<Person>;
  readonly end: () => Promise<void>;
}

/** The server on which the tests of a database with many connections run; none where they run on the other driver. */
const SERVER = process.env.KITE_TEST_DATABASE ?? '';
/** The demo school on that server, to be copied: nobody is ever connected to it. */
export const TEMPLATE = 'kite_template';

/** The address of one database on a server. */
const at = (name: string): string => Object.assign(new URL(SERVER), { pathname: `/${name}` }).href;

async function copyOfSchool(
  folder: string,
): Promise<{ readonly db: Database; readonly url: string; readonly drop: () => Promise<void> }> {
  if (SERVER === '') {
    cpSync(join(process.cwd(), '.cache', 'template'), folder, { recursive: true });
    return { db: await openPglite(folder), url: '', drop: async () => {} };
  }
  cpSync(join(process.cwd(), '.cache', 'template-on-server', 'files'), join(folder, 'files'), { recursive: true });
  const name = `school_${randomUUID().replaceAll('-', '')}`;
  const server = await openPostgres(SERVER);
  await server.run(`CREATE DATABASE ${name} TEMPLATE ${TEMPLATE} STRATEGY FILE_COPY`);
  const url = at(name);
  return {
    db: await openPostgres(url),
    url,
    async drop() {
      await server.run(`DROP DATABASE ${name} WITH (FORCE)`);
      await server.close();
    },
  };
}

export async function testSchool(): Promise<TestSchool> {
  const folder = scratch('kite-');
  const { db, url, drop } = await copyOfSchool(folder);
  await prepareFind(db);
  return {
    db,
    folder,
    url,
    async person(id) {
      const found = await findPerson(db, id as PersonId);
      if (!found) throw new Error(`there is no ${id} in the demo school`);
      return found;
    },
    async end() {
      await db.close();
      await drop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A document as it is stored, put together. */
export async function loadDocument(db: Queryable, documentId: DocumentId): Promise<Y.Doc> {
  return assemble(await updateBytesOf(db, documentId));
}
