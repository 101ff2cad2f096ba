import type { SheetTable } from '@/core/formats/sheet';
import type { Instant, PersonId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { measureReading, type Reading } from '@/core/text/reading';
import { standing } from '@/core/work/standing';
import { filesFolder } from '@/server/kite';
import { isStepOpen } from '@/server/reading/desk/open-steps';
import { type Done, workshop } from '@/server/workshop';
import { findClass, roleIn } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { filePath } from '@/store/files';
import { findMaterial, isAttached, keepPlace, type Material, placesOf, stepsWith } from '@/store/materials';
import type { Person } from '@/store/people';
import { factsOf, findAssignment } from '@/store/work';
import type { JobMade } from '@/workshop/jobs';

/** A file as the browser needs to know it. */
export interface FileView {
  readonly address: string;
  readonly name: string;
  readonly type: string;
  readonly size: number;
}

/** What there is to see of a material. `unshown`: it can only be downloaded. `broken`: it says why. */
export type MaterialContent =
  | { readonly kind: 'text'; readonly body: DocNode; readonly reading: Reading }
  | { readonly kind: 'pdf' | 'slides'; readonly file: FileView }
  | { readonly kind: 'image'; readonly file: FileView; readonly alt: string }
  | {
      readonly kind: 'video' | 'audio';
      readonly file: FileView;
      readonly captions: string | null;
      readonly body: DocNode;
    }
  | { readonly kind: 'sheet'; readonly file: FileView; readonly sheets: readonly SheetTable[] }
  | { readonly kind: 'link'; readonly address: string; readonly host: string; readonly body: DocNode }
  | {
      readonly kind: 'book';
      readonly file: FileView;
      readonly title: string;
      readonly author: string;
      readonly chapters: readonly string[];
    }
  | { readonly kind: 'unshown'; readonly file: FileView }
  | {
      readonly kind: 'broken';
      readonly why:
        | 'gone'
        | 'not-a-book'
        | 'broken'
        | 'encrypted'
        | 'too-large'
        | 'empty'
        | 'not-a-sheet'
        | 'too-intricate';
      readonly file: FileView | null;
    };

export interface MaterialView {
  readonly id: string;
  readonly title: string;
  readonly lang: string;
  readonly minutes: number;
  readonly content: MaterialContent;
  /** Where this person left off: a share, a page, a second or a chapter, as the kind has it; 0 at the start. */
  readonly spot: number;
}

/** A few of what was read lately, by the fingerprint of the file it was read from: so it is never stale. */
class Lately<Value> {
  readonly #kept = new Map<string, Value>();

  async get(sha256: string, read: () => Promise<Done<Value>>): Promise<Done<Value>> {
    const known = this.#kept.get(sha256);
    if (known !== undefined) return { ok: true, made: known };
    const done = await read();
    if (!done.ok) return done;
    if (this.#kept.size >= 8) this.#kept.delete(this.#kept.keys().next().value ?? '');
    this.#kept.set(sha256, done.made);
    return done;
  }
}

const books = new Lately<JobMade<'book'>>();
const sheets = new Lately<JobMade<'sheet'>>();

/** A workbook or a list with commas as tables, read in the workshop. */
export async function sheetContent(person: Person, file: FileView, sha256: string): Promise<MaterialContent> {
  const path = filePath(filesFolder(), sha256);
  const done = await sheets.get(sha256, () => workshop().do(person.id, 'sheet', { path }));
  if (!done.ok || done.made === 'too-intricate') return { kind: 'broken', why: 'too-intricate', file };
  return done.made ? { kind: 'sheet', file, sheets: done.made } : { kind: 'broken', why: 'not-a-sheet', file };
}

const fileView = (material: Material): FileView | null =>
  material.file_sha256 === null
    ? null
    : {
        address: `/api/materials/${material.id}/file`,
        name: material.file_name ?? material.title,
        type: material.file_type ?? 'application/octet-stream',
        size: material.file_size ?? 0,
      };

async function contentOf(material: Material, person: Person, lang: string): Promise<MaterialContent> {
  const { kind, body } = material;
  const file = fileView(material);
  if (material.removed_at !== null) return { kind: 'broken', why: 'gone', file: null };
  if (kind === 'text') return { kind, body, reading: measureReading(body, lang) };
  if (kind === 'link') {
    const address = material.address ?? '';
    return { kind, address, host: URL.canParse(address) ? new URL(address).host : address, body };
  }
  const sha256 = material.file_sha256;
  if (!file || sha256 === null) return { kind: 'broken', why: 'gone', file: null };
  switch (kind) {
    case 'pdf':
    case 'slides':
      return file.type === 'application/pdf' ? { kind, file } : { kind: 'unshown', file };
    case 'image':
      return file.type.startsWith('image/') ? { kind, file, alt: material.alt ?? '' } : { kind: 'unshown', file };
    case 'video':
    case 'audio': {
      if (!/^(video|audio)\//.test(file.type)) return { kind: 'unshown', file };
      const captions = material.captions_sha256 === null ? null : `/api/materials/${material.id}/captions`;
      return { kind, file, captions, body };
    }
    case 'sheet':
      return sheetContent(person, file, sha256);
    case 'book': {
      const path = filePath(filesFolder(), sha256);
      const done = await books.get(sha256, () => workshop().do(person.id, 'book', { path }));
      if (!done.ok) return { kind: 'broken', why: 'too-intricate', file };
      const book = done.made;
      if (!book.ok) return { kind: 'broken', why: book.problem, file };
      const { title, author, chapters } = book;
      return { kind, file, title, author, chapters };
    }
    default:
      return { kind: 'unshown', file };
  }
}

/** A material as one person sees it. The caller has decided that they may. */
export async function viewMaterial(db: Queryable, material: Material, person: Person): Promise<MaterialView> {
  const found = await findClass(db, material.class_id);
  const lang = found?.locale ?? 'en';
  const spots = await placesOf(db, person.id, [material.id]);
  return {
    id: material.id,
    title: material.title,
    lang,
    minutes: material.minutes,
    content: await contentOf(material, person, lang),
    spot: spots.get(material.id) ?? 0,
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
    const assignment = await findAssignment(db, assignmentId);
    if (!assignment || assignment.postedAt > now) continue;
    const facts = await factsOf(db, assignmentId, student);
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
  const locale = (await findClass(db, material.class_id))?.locale ?? 'en';
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
