import type { ClassId, DocumentId, Instant } from '@/core/ids';
import { copied } from '@/core/setting/copied';
import { layer } from '@/core/setting/laying';
import { type TooMuch, use } from '@/server/limits';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { readDraftDocument } from '@/server/reading/setting/drafts';
import { newId } from '@/server/secrets';
import { lessonsOfClass, roleIn } from '@/store/classes';
import { type Database, read, readTogether } from '@/store/database';
import { beganAt, findDraftDocument } from '@/store/drafts';
import { holidays } from '@/store/holidays';
import { copyMaterials } from '@/store/materials';
import { findSchool, type Person } from '@/store/people';
import { knownInClass } from '@/store/setting';
import { newDraft } from './new-draft';

type Copied =
  | { readonly ok: true; readonly document: DocumentId }
  | TooMuch
  | Unread
  | { readonly ok: false; readonly code: 'not-found' };

/** How a material is put into a class where only a step opens it. */
const UNLISTED = { unit: null, listed: false, opensAt: null, closesAt: null } as const;

/**
 * Copies what a draft says into a class, as a draft of that: times by its own lessons, materials with it. Who asks may write on
 * the first; whether they teach the other class is decided here.
 */
export async function copyDraft(
  db: Database,
  teacher: Person,
  documentId: DocumentId,
  classId: ClassId,
  now: Instant,
): Promise<Copied> {
  const found = await read(db, findDraftDocument(documentId));
  if (!found || (await roleIn(db, teacher.id, classId)) !== 'teacher') return { ok: false, code: 'not-found' };
  const much = await use(db, teacher.id, 'documents', 1, now);
  if (much) return much;
  const stored = await readDraftDocument(db, teacher, documentId);
  if (!stored.ok) return stored;
  const school = await findSchool(db);
  const { own, there, known, began, off } = await readTogether(db, {
    off: holidays,
    own: lessonsOfClass(found.class_id),
    there: lessonsOfClass(classId),
    known: knownInClass(found.class_id),
    began: beganAt(documentId),
  });
  const named = stored.draft.steps.flatMap(({ material }) =>
    material && known.materials.has(material) ? [material] : [],
  );
  const same = classId === found.class_id;
  const materials = new Map(named.map((id) => [id, same ? id : newId()]));
  const draft = copied(stored.draft, {
    lay: layer(
      { lessons: own, from: began ?? now, holidays: off },
      { lessons: there, from: now, holidays: off },
      school?.zone ?? 'UTC',
    ),
    materials,
    newId,
  });
  const document = await db.transaction(async (tx) => {
    if (!same)
      await copyMaterials(
        tx,
        classId,
        [...materials].map(([from, to]) => ({ ...UNLISTED, from, to, postedAt: now })),
      );
    return newDraft(tx, teacher, classId, draft, now);
  });
  return { ok: true, document };
}
