import { readFile } from 'node:fs/promises';
import type { PicturesAtHand } from '@/core/formats/html-out';
import type { QtiVersion } from '@/core/formats/qti/names';
import type { NotSaid } from '@/core/formats/qti/not-kept';
import { packedTest, writeTest } from '@/core/formats/qti/write-test';
import type { DocumentId, StepId } from '@/core/ids';
import { type QuestionSet, questionsIn } from '@/core/questions/question-set';
import { nameOfFile, takenAway } from '@/server/http/file-response';
import { filesFolder } from '@/server/kite';
import { use } from '@/server/limits';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { readDraftDocument } from '@/server/reading/setting/drafts';
import { keyChangesAt } from '@/store/answered';
import { classOfAssignment, findPicture } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { findDraftDocument } from '@/store/drafts';
import { filePath, findFile } from '@/store/files';
import type { Person } from '@/store/people';
import { questionSetOf } from '@/store/question-sets';
import { assignmentOfStep, findAssignment } from '@/store/work';
import { keyed } from './asked';

/** The forms in which questions leave. */
const FORMS: Readonly<Record<string, QtiVersion>> = { 'qti-2.1': '2.1', 'qti-3.0': '3.0' };

/** Something of a set that has no word in those forms, by the number of its question. */
interface Unsaid {
  readonly number: number;
  readonly code: NotSaid['code'];
}

const told = new WeakMap<QuestionSet, readonly Unsaid[]>();

/** What of a set has no word in those forms: once for each question and reason. A set never changes, and is looked at often. */
export function unsaidIn(set: QuestionSet): readonly Unsaid[] {
  const before = told.get(set);
  if (before) return before;
  const numbers = new Map(questionsIn(set).map(({ id }, i) => [id, i + 1]));
  const found = new Map<string, Unsaid>();
  // Pictures leave with it.
  for (const { item, code } of writeTest(set, '', '2.1').notSaid)
    if (code !== 'picture') found.set(`${item} ${code}`, { number: numbers.get(item) ?? 0, code });
  const unsaid = [...found.values()];
  told.set(set, unsaid);
  return unsaid;
}

const PICTURE = /\/api\/pictures\/([\w.-]{1,200})/g;
const TEXT_PICTURE = /\/api\/text-pictures\/([0-9a-f]{64})/g;

/** The pictures of a set: those of its class, and those in texts that whoever takes it away may see. */
async function picturesOf(db: Queryable, person: Person, set: QuestionSet, classId: string): Promise<PicturesAtHand> {
  const pictures = new Map<string, { readonly bytes: Uint8Array; readonly type: string }>();
  const all = JSON.stringify(set);
  for (const [address, id = ''] of all.matchAll(PICTURE)) {
    if (pictures.has(address)) continue;
    const picture = await findPicture(db, id);
    if (picture?.class_id === classId) pictures.set(address, picture);
  }
  for (const [address, sha256 = ''] of all.matchAll(TEXT_PICTURE)) {
    const file = pictures.has(address) ? null : await findFile(db, sha256);
    if (!file || !(await maySeePicture(db, person.id, sha256))) continue;
    pictures.set(address, { type: file.type, bytes: await readFile(filePath(filesFolder(), sha256)) });
  }
  return pictures;
}

const GONE = () => Response.json({ ok: false, code: 'gone' }, { status: 404 });

/** What is asked at a step as it is asked now, with what is right, as one file. The caller has decided that they may. */
export async function takeQuestionsAway(
  db: Queryable,
  person: Person,
  stepId: StepId,
  form: string,
): Promise<Response> {
  const version = Object.hasOwn(FORMS, form) ? FORMS[form] : undefined;
  const { asked, changes } = await readTogether(db, { asked: questionSetOf(stepId), changes: keyChangesAt(stepId) });
  const assignmentId = await assignmentOfStep(db, stepId);
  const assignment = assignmentId && (await read(db, findAssignment(assignmentId)));
  const at = assignmentId && (await read(db, classOfAssignment(assignmentId)));
  if (!version || !asked || !assignment || !at) return GONE();
  return packed(db, person, keyed(asked.content, changes), assignment.title, at.id, version);
}

/** A set as one file, unless somebody has taken away too much. */
async function packed(
  db: Queryable,
  person: Person,
  set: QuestionSet,
  title: string,
  classId: string,
  version: QtiVersion,
): Promise<Response> {
  const much = await use(db, person.id, 'exports', 1, Date.now());
  if (much) return Response.json(much, { status: 429 });
  const bytes = packedTest(writeTest(set, title, version, await picturesOf(db, person, set, classId)));
  return takenAway(bytes, 'application/zip', `${nameOfFile(title)}.zip`);
}

/** What is asked at a step of a draft, as it is written now, as one file. The caller has decided that they may. */
export async function takeDraftedAway(
  db: Queryable,
  person: Person,
  documentId: DocumentId,
  stepId: string,
  form: string,
): Promise<Response> {
  const version = Object.hasOwn(FORMS, form) ? FORMS[form] : undefined;
  const found = await read(db, findDraftDocument(documentId));
  const stored = found && (await readDraftDocument(db, person, documentId));
  const step = stored?.ok ? stored.draft.steps.find(({ id }) => id === stepId) : undefined;
  if (!version || !found || !step?.questions) return GONE();
  return packed(db, person, step.questions, step.title, found.class_id, version);
}
