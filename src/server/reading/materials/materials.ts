import type { Instant, PersonId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import type { Reading } from '@/core/text/reading';
import { standing } from '@/core/work/standing';
import { contentOf, type MaterialContent } from '@/server/kinds/material/index';
import { filesFolder } from '@/server/kite';
import { isStepOpen } from '@/server/reading/desk/open-steps';
import { workshop } from '@/server/workshop';
import { findClass, placeOnAssignment, roleIn } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { factsOf } from '@/store/events';
import { filePath } from '@/store/files';
import { findMaterial, isAttached, keepPlace, type Material, placesOf, stepsWith } from '@/store/materials';
import type { Person } from '@/store/people';
import { findAssignment } from '@/store/work';

export interface MaterialView {
  readonly id: string;
  readonly title: string;
  readonly lang: string;
  readonly minutes: number;
  readonly content: MaterialContent;
  /** Where this person left off: a share, a page, a second or a chapter, as the kind has it; 0 at the start. */
  readonly spot: number;
}

/** A material as one person sees it. The caller has decided that they may. */
export async function viewMaterial(db: Queryable, material: Material, person: Person): Promise<MaterialView> {
  const found = await read(db, findClass(material.class_id));
  const spots = await placesOf(db, person.id, [material.id]);
  return viewAs(person, material, found?.locale ?? 'en', spots.get(material.id) ?? 0);
}

/** The same, where the language of its class and where the person left off are known. */
export async function viewAs(person: Person, material: Material, lang: string, spot: number): Promise<MaterialView> {
  return {
    id: material.id,
    title: material.title,
    lang,
    minutes: material.minutes,
    content: await contentOf(material, person, lang),
    spot,
  };
}

/** Is the material's own window open? Its closing moment still shows it. */
export const isMaterialOpen = (
  { opens_at, closes_at }: Pick<Material, 'opens_at' | 'closes_at'>,
  now: Instant,
): boolean => (opens_at === null || now >= opens_at) && (closes_at === null || now <= closes_at);

/** May this student read a material that belongs to steps: is one of them open to them now? */
async function opensByStep(db: Queryable, student: PersonId, materialId: string, now: Instant): Promise<boolean> {
  for (const { assignment_id: assignmentId, step_id: stepId } of await stepsWith(db, materialId)) {
    const { assignment, place } = await readTogether(db, {
      assignment: findAssignment(assignmentId, student),
      place: placeOnAssignment(assignmentId, student),
    });
    if (!assignment || assignment.postedAt > now || !place?.is_for) continue;
    const facts = await read(db, factsOf(assignmentId, student));
    if (standing(facts, assignment.rules, now).state === 'opens-later') continue;
    if (await isStepOpen(db, assignment, student, facts, stepId)) return true;
  }
  return false;
}

/**
 * May this person see what is in a material now? Of one that was removed nobody anything; teachers of the class always; its students while the
 * material's window is open, if it stands in the class by itself, hangs on an announcement, or belongs to
 * a step that is open to them.
 */
export async function mayRead(db: Queryable, person: Person, materialId: string, now: Instant): Promise<boolean> {
  const material = await findMaterial(db, materialId);
  const role = material && (await roleIn(db, person.id, material.class_id));
  if (!material || !role || material.removed_at !== null) return false;
  if (role === 'teacher') return true;
  if (material.posted_at > now || !isMaterialOpen(material, now)) return false;
  if (material.listed || (await isAttached(db, materialId, now))) return true;
  return opensByStep(db, person.id, materialId, now);
}

/** One chapter of a book, to be read; `null` when there is none. */
export async function chapterOf(
  db: Queryable,
  person: Person,
  materialId: string,
  number: number,
): Promise<{ readonly ok: true; readonly title: string; readonly body: DocNode; readonly reading: Reading } | null> {
  const material = await findMaterial(db, materialId);
  if (!material?.file_sha256) return null;
  const locale = (await read(db, findClass(material.class_id)))?.locale ?? 'en';
  const path = filePath(filesFolder(), material.file_sha256);
  const pictures = `/api/materials/${materialId}/parts/`;
  const done = await workshop().do(person.id, 'chapter', { path, chapter: number, pictures, locale });
  return done.ok && done.made ? { ok: true, ...done.made } : null;
}

/** A picture of a book; `null` when it has none of that name. */
export async function bookPicture(
  db: Queryable,
  person: Person,
  materialId: string,
  name: string,
): Promise<{ readonly type: string; readonly bytes: Uint8Array } | null> {
  const material = await findMaterial(db, materialId);
  if (!material?.file_sha256) return null;
  const path = filePath(filesFolder(), material.file_sha256);
  const at = Buffer.from(name, 'base64url').toString('utf8');
  const done = await workshop().do(person.id, 'bookPicture', { path, name: at });
  return done.ok ? done.made : null;
}

/** Notes where a person is in a material. */
export async function leaveOff(db: Queryable, personId: PersonId, materialId: string, spot: number, at: Instant) {
  await keepPlace(db, { personId, materialId, spot, at });
  return { ok: true as const };
}
