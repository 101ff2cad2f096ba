import type { PicturesAtHand } from '@/core/formats/html-out';
import type { QtiVersion } from '@/core/formats/qti/names';
import type { NotSaid } from '@/core/formats/qti/not-kept';
import { packedTest, writeTest } from '@/core/formats/qti/write-test';
import type { StepId } from '@/core/ids';
import { type QuestionSet, questionsIn } from '@/core/questions/question-set';
import { use } from '@/server/limits';
import { classOfAssignment, findPicture } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import type { Person } from '@/store/people';
import { questionSetOf } from '@/store/question-sets';
import { assignmentOfStep, findAssignment } from '@/store/work';

/** The forms in which questions leave. */
const FORMS: Readonly<Record<string, QtiVersion>> = { 'qti-2.1': '2.1', 'qti-3.0': '3.0' };

/** What of a set has no word in those forms: once for each question and reason. */
export function unsaidIn(set: QuestionSet, numbers: ReadonlyMap<string, number>) {
  const found = new Map<string, { readonly number: number; readonly code: NotSaid['code'] }>();
  for (const question of questionsIn(set)) {
    const alone = { sections: [{ id: 'alone', title: '', draw: null, shuffle: false, questions: [question] }] };
    const number = numbers.get(question.parts[0]?.id ?? '') ?? 0;
    // Pictures leave with it.
    for (const { code } of writeTest(alone, '', '2.1').notSaid)
      if (code !== 'picture') found.set(`${number} ${code}`, { number, code });
  }
  return [...found.values()];
}

const PICTURE = /\/api\/pictures\/([\w.-]{1,200})/g;

/** The pictures of a set that belong to its class. */
async function picturesOf(db: Queryable, set: QuestionSet, classId: string): Promise<PicturesAtHand> {
  const pictures = new Map<string, { readonly bytes: Uint8Array; readonly type: string }>();
  for (const [address, id = ''] of JSON.stringify(set).matchAll(PICTURE)) {
    if (pictures.has(address)) continue;
    const picture = await findPicture(db, id);
    if (picture?.class_id === classId) pictures.set(address, picture);
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
  const asked = await read(db, questionSetOf(stepId));
  const assignmentId = await assignmentOfStep(db, stepId);
  const assignment = assignmentId && (await read(db, findAssignment(assignmentId)));
  const at = assignmentId && (await read(db, classOfAssignment(assignmentId)));
  if (!version || !asked || !assignment || !at) return GONE();
  const much = await use(db, person.id, 'exports', 1, Date.now());
  if (much) return Response.json(much, { status: 429 });
  const pictures = await picturesOf(db, asked.content, at.id);
  const bytes = packedTest(writeTest(asked.content, assignment.title, version, pictures));
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${assignment.title}.zip`)}`,
      'cache-control': 'no-store',
    },
  });
}
