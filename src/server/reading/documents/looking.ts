import type { CheckedFile } from '@/core/asks/checked';
import type { ReadyCheck } from '@/core/asks/ready-check';
import { canonicalJson } from '@/core/documents/fingerprint';
import type { AssignmentId, DocumentId, PersonId, StepId } from '@/core/ids';
import type { DocumentName } from '@/core/kinds/document';
import type { AnswersContent } from '@/core/kinds/document/answers';
import { checkedAs, documentIn } from '@/core/kinds/piece';
import { asksQuestions } from '@/core/kinds/step';
import { isVoided } from '@/core/questions/attempt';
import { workshop } from '@/server/workshop';
import { frozenOfWork } from '@/store/answered';
import { attemptsOfWork } from '@/store/attempts';
import { findClass } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { documentsOfWork, kindOfDocument } from '@/store/documents';
import { ownWordsOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import { piecesOfWork, type StoredPiece } from '@/store/pieces';
import { lastUpdates, updateBytesOf } from '@/store/updates';
import { findAssignment, findBrief, type ListedAssignment, type StoredStep, stepsOf } from '@/store/work';
import type { ReadDocument, StoredUpdates } from '@/workshop/documents';
import { goingAlong } from './going-along';
import { givenIn } from './starters';
import type { Unread } from './stored-documents';

export async function assignmentOr404(
  db: Queryable,
  assignmentId: AssignmentId,
  student: Person,
): Promise<ListedAssignment> {
  const assignment = await read(db, findAssignment(assignmentId, student.id));
  if (!assignment) throw new Error(`assignment ${assignmentId} is gone`);
  return assignment;
}

/** A document that would go along. */
interface OpenDocument {
  readonly id: DocumentId;
  readonly kind: DocumentName;
  readonly title: string;
}

/** An attempt that has ended, as it would go along. */
export interface AnsweredAttempt {
  readonly stepId: StepId;
  readonly title: string;
  readonly answeredId: number;
  readonly sha256: string;
  readonly documentId: DocumentId;
  readonly content: AnswersContent;
  /** As they were frozen, where that was just done. */
  readonly bytes?: Uint8Array;
}

/** What would go along as things stand. */
export interface Open {
  readonly documents: readonly OpenDocument[];
  /** What was answered to its end. */
  readonly answered: readonly AnsweredAttempt[];
  /** What goes along and is no document: files, links. */
  readonly attached: readonly StoredPiece[];
}

export async function openPieces(db: Queryable, assignmentId: AssignmentId, student: Person): Promise<Open> {
  const documents: OpenDocument[] = (await read(db, documentsOfWork(assignmentId, student.id))).map(
    ({ id, kind, title }) => ({
      id,
      kind,
      title,
    }),
  );
  const attached: StoredPiece[] = [];
  for (const piece of goingAlong(await read(db, piecesOfWork(assignmentId, student.id)))) {
    const id = documentIn(piece.is);
    const kind = id && (await kindOfDocument(db, id));
    if (id && kind) documents.push({ id, kind, title: piece.name });
    else attached.push(piece);
  }
  const steps = await read(db, stepsOf(assignmentId));
  return { documents, attached, answered: await answeredOf(db, assignmentId, student.id, steps) };
}

/** So many attempts at one step go along, the last ones. */
const MOST_ATTEMPTS = 20;

/** What an attempt is called among what goes along. */
export const attemptTitle = (step: string, number: number): string => (number === 1 ? step : `${step} (${number})`);

/** The attempts of a student's work that have ended and count, in the order of their steps. */
export async function answeredOf(
  db: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
  all: readonly Pick<StoredStep, 'id' | 'kind' | 'title'>[],
): Promise<readonly AnsweredAttempt[]> {
  const steps = all.filter(({ kind }) => asksQuestions(kind));
  if (steps.length === 0) return [];
  const { attempts, frozen } = await readTogether(db, {
    attempts: attemptsOfWork(assignmentId, studentId),
    frozen: frozenOfWork(assignmentId, studentId),
  });
  return steps.flatMap(({ id: stepId, title }) =>
    attempts
      .filter((one) => one.stepId === stepId && !isVoided(one.acts))
      .slice(-MOST_ATTEMPTS)
      .flatMap(({ id, number, documentId }): AnsweredAttempt[] => {
        const found = frozen.get(id);
        if (!found) return [];
        return [
          {
            stepId,
            title: attemptTitle(title, number),
            answeredId: found.answered_id,
            sha256: found.sha256,
            documentId,
            content: found.content,
          },
        ];
      }),
  );
}

/** Is something asked in a work that was not answered to its end? */
export function isUnanswered(
  steps: readonly Pick<StoredStep, 'id' | 'kind'>[],
  { answered }: Pick<Open, 'answered'>,
): boolean {
  return steps.some(({ id, kind }) => asksQuestions(kind) && !answered.some(({ stepId }) => stepId === id));
}

/** What was answered is something of one's own, though nothing is written besides. */
function withAnswered(check: ReadyCheck, { answered, documents }: Open): ReadyCheck {
  if (answered.length === 0 || documents.length > 0 || !check.untouched) return check;
  const bars = check.findings.some(({ bars: does, result }) => does && result === 'unmet');
  return { ...check, untouched: false, substance: 'own', ready: !bars };
}

/** What would go along, named in such a way that it is another name as soon as anybody changes any of it. */
export async function nameOf(db: Queryable, open: Open): Promise<string> {
  const last = await lastUpdates(
    db,
    open.documents.map(({ id }) => id),
  );
  return canonicalJson([
    open.documents.map(({ id, title }) => [id, title, last.get(id) ?? 0]),
    open.answered.map(({ answeredId }) => answeredId),
    open.attached,
  ]);
}

/** What is attached, as the ready check looks at it. */
export const checkedFiles = (pieces: readonly StoredPiece[]): readonly CheckedFile[] =>
  pieces.flatMap(({ name, is }) => checkedAs(name, is) ?? []);

/** What would go along, read and checked, and the name of what was looked at. */
export interface Looked {
  readonly open: Open;
  readonly name: string;
  readonly documents: readonly ReadDocument[];
  readonly check: ReadyCheck;
}

/** Reads and checks what would go along, in the workshop: a page of others waits for none of it. */
export async function lookAt(db: Queryable, assignment: ListedAssignment, student: Person): Promise<Looked | Unread> {
  const open = await openPieces(db, assignment.id, student);
  const name = await nameOf(db, open);
  const documents: StoredUpdates[] = [];
  for (const { id, kind } of open.documents) documents.push({ kind, updates: await updateBytesOf(db, id) });
  const brief = await read(db, findBrief(assignment.id));
  const steps = await read(db, stepsOf(assignment.id));
  const done = await workshop().do(student.id, 'checkWork', {
    documents,
    asks: brief?.asks ?? [],
    starters: steps.flatMap((step) => givenIn(step) ?? []),
    locale: (await read(db, findClass(assignment.classId)))?.locale ?? 'en',
    files: checkedFiles(open.attached),
    names: [student.name, student.short_name],
    spelling: { variety: student.spelling, own: await read(db, ownWordsOf(student.id)) },
  });
  if (!done.ok) return done;
  const { check: found, documents: written } = done.made;
  const check = found && withAnswered(found, open);
  return check ? { open, name, documents: written, check } : { ok: false, code: 'too-intricate' };
}

/** What the ready check finds in what is stored of a student's work; `null` where that cannot be read now. */
export async function checkWork(
  db: Queryable,
  assignmentId: AssignmentId,
  student: Person,
): Promise<ReadyCheck | null> {
  const looked = await lookAt(db, await assignmentOr404(db, assignmentId, student), student);
  return 'ok' in looked ? null : looked.check;
}
