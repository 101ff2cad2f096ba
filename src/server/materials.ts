import { type Book, readBook } from '@/core/formats/epub';
import { readSheets, type SheetTable } from '@/core/formats/sheet';
import type { Instant, PersonId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { measureReading, type Reading } from '@/core/text/reading';
import { standing } from '@/core/work/standing';
import { findClass, roleIn } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { readWhole } from '@/store/files';
import { findMaterial, isAttached, keepPlace, type Material, placesOf, stepsWith } from '@/store/materials';
import type { Person } from '@/store/people';
import { factsOf, findAssignment } from '@/store/work';
import { filesFolder } from './kite';
import { isStepOpen } from './open-steps';

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
      readonly why: 'gone' | 'not-a-book' | 'broken' | 'encrypted' | 'too-large' | 'empty' | 'not-a-sheet';
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

/** A few books and workbooks that were read lately, since reading one takes a moment. */
class Lately<Value> {
  readonly #kept = new Map<string, Value>();

  async get(key: string, make: () => Promise<Value>): Promise<Value> {
    const known = this.#kept.get(key);
    if (known !== undefined) return known;
    const made = await make();
    if (this.#kept.size >= 8) this.#kept.delete(this.#kept.keys().next().value ?? '');
    this.#kept.set(key, made);
    return made;
  }
}

const books = new Lately<ReturnType<typeof readBook> | null>();
const sheets = new Lately<readonly SheetTable[] | null>();

const bookOf = (sha256: string) =>
  books.get(sha256, async () => {
    const bytes = await readWhole(filesFolder(), sha256);
    return bytes && readBook(bytes);
  });

const fileView = (material: Material): FileView | null =>
  material.file_sha256 === null
    ? null
    : {
        address: `/api/materials/${material.id}/file`,
        name: material.file_name ?? material.title,
        type: material.file_type ?? 'application/octet-stream',
        size: material.file_size ?? 0,
      };

async function contentOf(material: Material, lang: string): Promise<MaterialContent> {
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
    case 'sheet': {
      const read = await sheets.get(sha256, async () => {
        const bytes = await readWhole(filesFolder(), sha256);
        return bytes && readSheets(bytes);
      });
      return read ? { kind, file, sheets: read } : { kind: 'broken', why: 'not-a-sheet', file };
    }
    case 'book': {
      const book = await bookOf(sha256);
      if (!book) return { kind: 'broken', why: 'gone', file };
      if (!book.ok) return { kind: 'broken', why: book.problem, file };
      const { title, author, chapters } = book;
      return { kind, file, title, author, chapters: chapters.map((chapter) => chapter.title) };
    }
    default:
      return { kind: 'unshown', file };
  }
}

/** A material as one person sees it. The caller has decided that they may. */
export async function viewMaterial(db: Queryable, material: Material, person: PersonId): Promise<MaterialView> {
  const found = await findClass(db, material.class_id);
  const lang = found?.locale ?? 'en';
  const spots = await placesOf(db, person, [material.id]);
  return {
    id: material.id,
    title: material.title,
    lang,
    minutes: material.minutes,
    content: await contentOf(material, lang),
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
 * May this person see what is in a material now? Teachers of the class always; its students while the
 * material's window is open, if it stands in the class by itself, hangs on an announcement, or belongs to
 * a step that is open to them.
 */
export async function mayRead(db: Queryable, person: Person, materialId: string, now: Instant): Promise<boolean> {
  const material = await findMaterial(db, materialId);
  const role = material && (await roleIn(db, person.id, material.class_id));
  if (!material || !role) return false;
  if (role === 'teacher') return true;
  if (material.posted_at > now || !isMaterialOpen(material, now)) return false;
  if (material.listed || (await isAttached(db, materialId))) return true;
  return opensByStep(db, person.id, materialId, now);
}

const pictureName = (path: string): string => Buffer.from(path).toString('base64url');

/** One chapter of a book, to be read; `null` when there is none. */
export async function chapterOf(
  db: Queryable,
  materialId: string,
  chapter: number,
): Promise<{ readonly ok: true; readonly title: string; readonly body: DocNode; readonly reading: Reading } | null> {
  const material = await findMaterial(db, materialId);
  const book = material?.file_sha256 ? await bookOf(material.file_sha256) : null;
  if (!material || !book?.ok) return null;
  const body = book.read(chapter, (path) => `/api/materials/${materialId}/parts/${pictureName(path)}`);
  const found = book.chapters[chapter];
  const lang = book.language || (await findClass(db, material.class_id))?.locale || 'en';
  return body && found ? { ok: true, title: found.title, body, reading: measureReading(body, lang) } : null;
}

/** A picture of a book; `null` when it has none of that name. */
export async function bookPicture(
  db: Queryable,
  materialId: string,
  name: string,
): Promise<ReturnType<Book['picture']>> {
  const material = await findMaterial(db, materialId);
  const book = material?.file_sha256 ? await bookOf(material.file_sha256) : null;
  return book?.ok ? book.picture(Buffer.from(name, 'base64url').toString('utf8')) : null;
}

/** Notes where a person is in a material. */
export async function leaveOff(db: Queryable, personId: PersonId, materialId: string, spot: number, at: Instant) {
  await keepPlace(db, { personId, materialId, spot, at });
  return { ok: true as const };
}
