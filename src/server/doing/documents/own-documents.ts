import { ROLE_RULES } from '@/core/documents/roles';
import type { AssignmentId, DocumentId, Instant } from '@/core/ids';
import { documentKind, type Written, writtenAs } from '@/core/kinds/document';
import { unwritten } from '@/core/kinds/document/pages';
import { firstOf } from '@/core/kinds/document/stored';
import { paper, type Ruling } from '@/core/pages/given';
import { standing } from '@/core/work/standing';
import { type TooMuch, use } from '@/server/limits';
import { type Unread, writtenIn } from '@/server/reading/documents/stored-documents';
import { newId } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { addDocument, binDocument, findDocument, renameDocument } from '@/store/documents';
import { factsOf } from '@/store/events';
import type { Person } from '@/store/people';
import { findAssignment } from '@/store/work';

/** Notes, and what is begun without a starter, are texts. */
const BLANK = 'text';

export type Refused =
  | { readonly ok: false; readonly code: 'not-open-yet' | 'not-found' | 'no-name' | 'was-handed-in' }
  | Unread
  | TooMuch;
type Opened = { readonly ok: true; readonly document: DocumentId };

/** Opens a student's notes on an assignment, made at the first time. They never go along with a hand-in. */
export async function openNotes(
  db: Database,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<Opened | Refused> {
  const assignment = await read(db, findAssignment(assignmentId));
  if (!assignment) return { ok: false, code: 'not-found' };
  const facts = await read(db, factsOf(assignmentId, student.id));
  if (standing(facts, assignment.rules, now).state === 'opens-later') return { ok: false, code: 'not-open-yet' };
  const document = await db.transaction((tx) =>
    addDocument(tx, {
      id: newId() as DocumentId,
      ownerId: student.id,
      assignmentId,
      title: assignment.title,
      at: now,
      firstUpdate: firstOf(BLANK, documentKind(BLANK).empty),
      kind: BLANK,
    }),
  );
  return { ok: true, document };
}

const titled = (title: string): string => title.replace(/\s+/g, ' ').trim();

/** How many sheets of paper a document of one's own begins with. */
const SHEETS = 2;

/** What a document of one's own begins with: a text in which there is nothing, or sheets of paper. */
const begun = (ruling: Ruling | undefined): Written =>
  ruling === undefined
    ? writtenAs(BLANK, documentKind(BLANK).empty)
    : writtenAs(
        'pages',
        unwritten({ file: null, sheets: Array.from({ length: SHEETS }, () => paper(newId(), ruling)), boxes: [] }),
      );

/** Makes a document of one's own, without an assignment: a text, or sheets of paper. */
export async function newDocument(
  db: Database,
  person: Person,
  title: string,
  now: Instant,
  ruling?: Ruling,
): Promise<Opened | Refused> {
  const name = titled(title);
  if (name === '') return { ok: false, code: 'no-name' };
  const much = await use(db, person.id, 'documents', 1, now);
  if (much) return much;
  const { kind, content } = begun(ruling);
  const document = await db.transaction((tx) =>
    addDocument(tx, {
      id: newId() as DocumentId,
      ownerId: person.id,
      assignmentId: null,
      title: name,
      at: now,
      firstUpdate: firstOf(kind, content),
      kind,
    }),
  );
  return { ok: true, document };
}

/** What can be done to a document on the shelf. */
export type DocumentChange =
  | { readonly act: 'rename'; readonly title: string }
  | { readonly act: 'copy'; readonly title: string }
  | { readonly act: 'bin' }
  | { readonly act: 'take-out' };

/**
 * Renames, copies, bins a document or takes it out of the bin. Only documents of one's own are renamed and
 * binned: what belongs to an assignment stays as it is. Of anything a copy of one's own can be made.
 */
export async function changeDocument(
  db: Database,
  person: Person,
  documentId: DocumentId,
  what: DocumentChange,
  now: Instant,
): Promise<Opened | Refused> {
  if (what.act === 'copy') return copyDocument(db, person, documentId, what.title, now);
  return db.transaction(async (tx): Promise<Opened | Refused> => {
    const found = await findDocument(tx, documentId);
    if (!found) return { ok: false, code: 'not-found' };
    if (!ROLE_RULES[found.role].ownersAlone) return { ok: false, code: 'was-handed-in' };
    if (what.act === 'rename') {
      const name = titled(what.title);
      if (name === '') return { ok: false, code: 'no-name' };
      await renameDocument(tx, documentId, name);
    } else await binDocument(tx, documentId, what.act === 'bin' ? now : null);
    return { ok: true, document: documentId };
  });
}

async function copyDocument(
  db: Database,
  person: Person,
  documentId: DocumentId,
  title: string,
  now: Instant,
): Promise<Opened | Refused> {
  const found = await findDocument(db, documentId);
  if (!found) return { ok: false, code: 'not-found' };
  const much = await use(db, person.id, 'documents', 1, now);
  if (much) return much;
  const read = await writtenIn(db, person.id, documentId);
  if (!read.ok) return read;
  const { kind, content } = read.written;
  const document = await db.transaction((tx) =>
    addDocument(tx, {
      id: newId() as DocumentId,
      ownerId: person.id,
      assignmentId: null,
      title: titled(title) || found.title,
      at: now,
      kind,
      firstUpdate: firstOf(kind, documentKind(kind).asOwn(content)),
    }),
  );
  return { ok: true, document };
}
