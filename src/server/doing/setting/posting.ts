import type { AssignmentId, ClassId, Instant } from '@/core/ids';
import { assignmentUnmet } from '@/core/setting/assignment';
import type { AssignmentDraft } from '@/core/setting/draft';
import type { Unmet } from '@/core/setting/unmet';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { type Database, type Queryable, read, readTogether } from '@/store/database';
import { record } from '@/store/events';
import { addJob } from '@/store/jobs';
import type { Person } from '@/store/people';
import { copiesOf, keepAssignment, partsElsewhere, stepsInUse, versionOf } from '@/store/postings';
import { entriesOf, knownInClass, orderEntries } from '@/store/setting';
import { keepSetPictures } from '@/store/text-pictures';
import { type NotSet, refusedFor } from './class-things';
import { keepTimes } from './times';
import { keepAgain } from './weekly';

/** Says to the class that an assignment is there, at a time that is yet to come. */
export const POST_JOB = 'posts';

/** Lets a further version reach a copy that somebody has begun. */
export const REACH_JOB = 'reach';

export interface Posting {
  readonly id: AssignmentId;
  readonly classId: ClassId;
  readonly draft: AssignmentDraft;
  /** From when on it is there for students; does not count for what has been posted before. */
  readonly postedAt: Instant;
}

export type Posted = { readonly ok: true; readonly version: number } | NotSet;

/** What is still missing, by the draft itself and by what there is already. */
async function unmetOf(tx: Queryable, { id, classId, draft }: Posting): Promise<Unmet[]> {
  const steps = draft.steps.map((step) => step.id);
  const criteria = draft.rubric.map((criterion) => criterion.id);
  const { known, used, elsewhere } = await readTogether(tx, {
    known: knownInClass(classId),
    used: stepsInUse(id),
    elsewhere: partsElsewhere(id, steps, criteria),
  });
  const gone = [...used].filter((step) => !steps.includes(step));
  return [
    ...assignmentUnmet(draft, id, known),
    ...gone.map((step) => ({ part: 'steps' as const, id: step, code: 'in-use' })),
    ...elsewhere.map((one) => ({ part: 'steps' as const, id: one, code: 'same-id' })),
  ];
}

const PICTURE = /\/api\/text-pictures\/([0-9a-f]{64})/g;

/** The pictures in the texts of a draft that its teacher may see themselves: nobody shows others what they have not seen. */
async function picturesOf(tx: Queryable, teacher: Person, draft: AssignmentDraft): Promise<readonly string[]> {
  const named = new Set([...JSON.stringify(draft).matchAll(PICTURE)].map(([, sha256 = '']) => sha256));
  const seen: string[] = [];
  for (const sha256 of named) if (await maySeePicture(tx, teacher.id, sha256)) seen.push(sha256);
  return seen;
}

/** Puts an assignment behind what stands in its unit; what is gone by then is no place. */
async function placeBehind(tx: Queryable, { id, classId, draft: { unit, behind } }: Posting): Promise<void> {
  if (behind === null) return;
  const others = (await read(tx, entriesOf(classId, unit))).filter((one) => one !== id);
  const at = others.indexOf(behind);
  if (at >= 0) await orderEntries(tx, classId, unit, others.toSpliced(at + 1, 0, id));
}

/** Posts an assignment, or a further version of it, within a transaction. */
export async function post(tx: Queryable, teacher: Person, posting: Posting, now: Instant): Promise<Posted> {
  const { id, classId, draft, postedAt } = posting;
  const refused = refusedFor(await unmetOf(tx, posting));
  if (refused) return refused;
  const before = await read(tx, versionOf(id));
  const version = await keepAssignment(tx, { ...posting, by: teacher.id }, now);
  if (version === null) return { ok: false, code: 'class-over' };
  if (version === 1) await placeBehind(tx, posting);
  await keepTimes(tx, id, draft, now);
  await keepAgain(tx, teacher.id, posting, before?.brief ?? null);
  await keepSetPictures(tx, classId, await picturesOf(tx, teacher, draft));
  const said = { classId, assignmentId: id, studentId: null, actorId: teacher.id };
  if (version > 1) {
    await record(tx, { kind: 'changed', at: now, ...said });
    for (const { id: document, owner_id: owner } of await read(tx, copiesOf(id)))
      await addJob(tx, { kind: REACH_JOB, key: document, dueAt: now, given: { document, owner } }, { move: true });
  } else if (postedAt <= now) await record(tx, { kind: 'posted', at: postedAt, ...said });
  else await addJob(tx, { kind: POST_JOB, key: id, dueAt: postedAt, given: { assignment: id, teacher: teacher.id } });
  return { ok: true, version };
}

/** Posts an assignment, or a further version of it. */
export const postAssignment = (
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  posting: Posting,
  now: Instant,
): Promise<Posted> => db.transaction((tx) => post(tx, teacher, posting, now));
