import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import type { CourseItem, CourseNote } from '@/core/formats/cartridge/cartridge';
import { cleanName } from '@/core/formats/file-name';
import type { ClassId, Instant, StepId } from '@/core/ids';
import { materialKindOf } from '@/core/kinds/material';
import { initialSettings, type StepName } from '@/core/kinds/step';
import { mostPoints } from '@/core/questions/question-set';
import { type MaterialDraft, TEXT_ALONE } from '@/core/setting/class-things';
import { type AssignmentDraft, type DraftStep, EMPTY_DRAFT } from '@/core/setting/draft';
import { nameOfFile, takenAway } from '@/server/http/file-response';
import type { Spooled } from '@/server/http/spool';
import { filesFolder } from '@/server/kite';
import { type TooMuch, use } from '@/server/limits';
import { courseOut } from '@/server/reading/setting/cartridge';
import { newId } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import type { Database, Queryable } from '@/store/database';
import { adoptFile } from '@/store/files';
import type { Person } from '@/store/people';
import { addUnit } from '@/store/setting';
import type { CartridgeUnpacked, UnpackedFile } from '@/workshop/cartridges';
import { postMaterial } from './class-things';
import { newDraft } from './new-draft';

/** Bytes of a cartridge that is sent. */
export const LARGEST_CARTRIDGE = 100 * 1024 * 1024;

class ClassOver extends Error {}

/** What came of reading a course in: how many of each there are in the class now, and what is other or not there. */
export type CourseIn =
  | {
      readonly ok: true;
      readonly units: number;
      readonly materials: number;
      readonly drafts: number;
      readonly notes: readonly CourseNote[];
    }
  | { readonly ok: false; readonly code: 'class-over' | 'too-busy' }
  | Extract<CartridgeUnpacked, { ok: false }>
  | TooMuch;

const step = (kind: StepName, title: string, more: Partial<DraftStep> = {}): DraftStep => ({
  id: newId() as StepId,
  kind,
  title,
  minutes: 0,
  settings: initialSettings(kind),
  material: null,
  starter: null,
  ...more,
});

const EMPTY = { type: 'doc' as const, content: [{ type: 'paragraph' as const }] };

/** Puts the parts of a course into a class, in the transaction of whoever calls. */
class Putting {
  materials = 0;
  drafts = 0;
  readonly notes: CourseNote[] = [];

  constructor(
    private readonly tx: Queryable,
    private readonly teacher: Person,
    private readonly classId: ClassId,
    private readonly files: ReadonlyMap<string, UnpackedFile>,
    private readonly words: { readonly answer: string; readonly questions: string },
    private readonly now: Instant,
  ) {}

  private async material(draft: MaterialDraft): Promise<string | null> {
    // A transaction within this one is this one.
    const within = { transaction: <Made>(work: (tx: Queryable) => Promise<Made>) => work(this.tx) };
    const added = await postMaterial(within, this.teacher, { classId: this.classId, draft }, this.now);
    if (added.ok) {
      this.materials += 1;
      return added.material;
    }
    if (added.code === 'class-over') throw new ClassOver();
    this.notes.push({ title: draft.title, what: 'left', code: 'cannot-be-read' });
    return null;
  }

  private async fileMaterial(
    path: string,
    title: string,
    unit: string | null,
    listed: boolean,
  ): Promise<string | null> {
    const file = this.files.get(path);
    if (!file) {
      this.notes.push({ title, what: 'left', code: 'file-missing' });
      return null;
    }
    await adoptFile(this.tx, filesFolder(), { ...file, at: this.now });
    const name = cleanName(path) || title;
    return this.material({
      ...TEXT_ALONE,
      title: title || name,
      unit,
      kind: materialKindOf(file.type),
      body: EMPTY,
      minutes: 0,
      file: { sha256: file.sha256, name },
      alt: title || name,
      listed,
    });
  }

  private async draft(draft: AssignmentDraft): Promise<void> {
    await newDraft(this.tx, this.teacher, this.classId, draft, this.now);
    this.drafts += 1;
  }

  async item(item: CourseItem, unit: string | null): Promise<void> {
    const title = item.title.trim().slice(0, 200) || this.words.questions;
    switch (item.kind) {
      case 'topic':
        await this.draft({
          ...EMPTY_DRAFT,
          title,
          unit,
          instructions: item.body,
          steps: [step('discussion', title, {})],
        });
        return;
      case 'page':
        await this.material({ ...TEXT_ALONE, title, unit, body: item.body, minutes: 0, listed: true });
        return;
      case 'link':
        await this.material({
          ...TEXT_ALONE,
          title,
          unit,
          kind: 'link',
          address: item.address,
          body: EMPTY,
          minutes: 0,
          listed: true,
        });
        return;
      case 'file':
        await this.fileMaterial(item.path, title, unit, true);
        return;
      case 'work': {
        const steps: DraftStep[] = [];
        for (const path of item.files) {
          const name = cleanName(path);
          const material = await this.fileMaterial(path, name, unit, false);
          if (material !== null) steps.push(step('read', name, { material }));
        }
        steps.push(step('write', this.words.answer, { starter: EMPTY }));
        await this.draft({ ...EMPTY_DRAFT, title, unit, instructions: item.body, points: item.points, steps });
        return;
      }
      case 'questions':
        await this.draft({
          ...EMPTY_DRAFT,
          title,
          unit,
          points: mostPoints(item.set),
          steps: [step('questions', title, { questions: item.set })],
        });
    }
  }
}

/**
 * Reads a cartridge into a class, all of it or nothing: folders become units, what is to be read stands in the class at once, work
 * and questions become drafts.
 *
 * @param words what a step is called that has no name of its own
 */
export async function readCourseIn(
  db: Database,
  teacher: Person,
  classId: ClassId,
  {
    file,
    words,
  }: { readonly file: Spooled | null; readonly words: { readonly answer: string; readonly questions: string } },
  now: Instant,
): Promise<CourseIn> {
  if (!file) return { ok: false, code: 'too-large' };
  const much = await use(db, teacher.id, 'courses', 1, now);
  if (much) return much;
  const done = await workshop().do(teacher.id, 'readCartridge', { path: file.path });
  if (!done.ok) return done;
  const read = done.made;
  if (!read.ok) return read;
  try {
    return await db.transaction(async (tx): Promise<CourseIn> => {
      const files = new Map(read.files.map((one) => [one.name, one]));
      const putting = new Putting(tx, teacher, classId, files, words, now);
      let units = 0;
      for (const { title, items } of read.course.folders) {
        const id = title === '' ? null : `u-${randomUUID()}`;
        if (id !== null) {
          const draft = { title: title.slice(0, 200), startsAt: null, endsAt: null };
          if (!(await addUnit(tx, { id, classId, draft }, now))) throw new ClassOver();
          units += 1;
        }
        for (const item of items) await putting.item(item, id);
      }
      const { materials, drafts, notes } = putting;
      return { ok: true, units, materials, drafts, notes: [...read.notes, ...notes] };
    });
  } catch (error) {
    if (error instanceof ClassOver) return { ok: false, code: 'class-over' };
    throw error;
  } finally {
    for (const one of read.files) await rm(one.path, { force: true });
  }
}

/** The course of a class as a cartridge, to take away. What is other in it, or not there, is said beside it. */
export async function takeCourseOut(
  db: Database,
  teacher: Person,
  classId: ClassId,
  now: Instant,
): Promise<
  | { readonly ok: true; readonly file: Response; readonly notes: readonly CourseNote[] }
  | { readonly ok: false; readonly code: 'not-found' | 'too-intricate' | 'too-busy' }
  | TooMuch
> {
  const much = await use(db, teacher.id, 'exports', 5, now);
  if (much) return much;
  const out = await courseOut(db, classId);
  if (!out) return { ok: false, code: 'not-found' };
  const { course, files, lang } = out;
  const done = await workshop().do(teacher.id, 'writeCartridge', { course, files, lang });
  if (!done.ok) return done;
  const { bytes, notes } = done.made;
  const file = takenAway(bytes, 'application/vnd.ims.imsccv1p3', `${nameOfFile(course.title)}.imscc`);
  return { ok: true, file, notes: [...out.notes, ...notes] };
}
