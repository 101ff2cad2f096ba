import * as Y from 'yjs';
import { answersMap } from '@/core/documents/answers-fields';
import type { AttemptId, Instant, StepId } from '@/core/ids';
import { rightOf } from '@/core/kinds/question';
import type { Laid } from '@/core/questions/paper';
import { type Part, partsIn } from '@/core/questions/question-set';
import { beginAttempt } from '@/server/doing/questions/beginning';
import { endAttempt } from '@/server/doing/questions/ending';
import { type AskedAttempt, askedIn } from '@/server/reading/questions/asked';
import { findAttempt } from '@/store/attempts';
import { type Database, read } from '@/store/database';
import type { Person } from '@/store/people';
import { appendUpdates } from '@/store/updates';
import type { DemoAssignment } from '../assignments';
import { done } from './outcomes';

/** What somebody answers: by the part, and by a number that is theirs. */
type Answering = (part: Part, laid: Laid, own: number) => unknown;

/** Why a limpet stays, as a class would say it. */
const REASONS = [
  'so it does not dry out',
  'It keeps water under its shell.',
  'so it does not dry out',
  'because of the gulls',
  'it keeps water under its shell',
  'So it does not dry out!',
  'the rock is worn to its shape there',
  'it is too slow to follow the water',
  'because of the gulls',
  'it knows the tide comes back',
] as const;
const LIMPETS = [1, 1, 2, 0, 1, 1, 2, 3, 1, 0, 2, 1] as const;

/** What is written that is not quite what the key has. */
const NEARLY = ['cirus', 'cirro', 'rainy', 'it is raining'] as const;

/** A limpet of one's own, and why. */
const limpets: Answering = ({ kind, set }, _laid, own) => {
  if (kind === 'one') return set.choices[LIMPETS[own % LIMPETS.length] ?? 0]?.id;
  return REASONS[own % REASONS.length];
};

/** Mostly right, in the manner of each kind. */
const mostlyRight: Answering = (part, laid, own) => {
  const drawn = laid.drawn.get(part.id.slice(0, -1)) ?? {};
  if ((own * 7 + part.id.length * 3 + Number(part.id.at(-2))) % 10 < 7) return rightOf(part, drawn);
  if ('choices' in part.set) {
    const wrong = part.set.choices[own % part.set.choices.length]?.id;
    return Array.isArray(part.set.right) ? [wrong] : wrong;
  }
  return 'accepted' in part.set && part.kind === 'short' ? NEARLY[own % NEARLY.length] : false;
};

const ANSWERS: Readonly<Record<string, Answering>> = { 'pool-falls-dry': limpets, 'cloud-names': mostlyRight };

/** The step of an assignment of the demo that asks. */
const askingStep = ({ id, read: reading, before = [] }: DemoAssignment): StepId =>
  `${id}-${(reading ? 1 : 0) + before.length + 1}` as StepId;

function updateOf({ set, laid }: AskedAttempt, answering: Answering, own: number): Uint8Array {
  const asked = new Set(laid.paper.flatMap(({ parts }) => parts.map(({ id }) => id)));
  const ydoc = new Y.Doc();
  for (const part of partsIn(set)) {
    const answer = asked.has(part.id) ? answering(part, laid, own) : null;
    if (answer !== null && answer !== undefined) answersMap(ydoc).set(part.id, answer);
  }
  return Y.encodeStateAsUpdate(ydoc);
}

/** Somebody answers what is asked in an assignment, and finishes: the same way as everybody. */
export async function answerAt(
  db: Database,
  student: Person,
  assignment: DemoAssignment,
  own: number,
  at: Instant,
): Promise<void> {
  const answering = ANSWERS[assignment.id];
  if (!answering) return;
  const begun = await beginAttempt(
    db,
    student,
    { stepId: askingStep(assignment), act: `demo ${assignment.id} ${student.id}`, word: '' },
    at,
  );
  done(begun);
  const attempt = await read(db, findAttempt((begun as { readonly attempt: AttemptId }).attempt));
  if (!attempt) return;
  const update = updateOf(await askedIn(db, attempt), answering, own);
  await appendUpdates(db, [{ documentId: attempt.documentId, update, at: at + 60_000 }]);
  done(await endAttempt(db, student, { attempt: attempt.id, by: 'person', reason: '' }, at + 180_000));
}

/** Which assignments some of the class have answered by now. */
export const isAnswered = ({ id }: DemoAssignment): boolean => Object.hasOwn(ANSWERS, id);
