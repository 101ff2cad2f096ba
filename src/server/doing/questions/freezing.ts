import { canonicalJson, sha256Hex } from '@/core/documents/fingerprint';
import type { Instant } from '@/core/ids';
import type { AnswersContent } from '@/core/kinds/document/answers';
import { answerWords } from '@/core/kinds/question';
import { withLeft } from '@/core/questions/attempt';
import { Scoring } from '@/core/questions/scoring';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { askedIn } from '@/server/reading/questions/asked';
import { SIGNS } from '@/server/reading/questions/told';
import { workshop } from '@/server/workshop';
import { addAnswered, addScores, givenPointsOf } from '@/store/answered';
import { type StoredAttempt, updatesOfAttempt } from '@/store/attempts';
import { type Queryable, read } from '@/store/database';

/** What was answered, as it was read at a moment. */
export interface ReadAnswers {
  readonly content: AnswersContent;
  /** The number of the last update in it. */
  readonly last: number;
}

/** What is stored of some answers. */
type Stored = Awaited<ReturnType<typeof updatesOfAttempt>>;

/** Reads what was answered, in the workshop. */
export async function readStoredAnswers(student: string, { updates, last }: Stored): Promise<ReadAnswers | Unread> {
  const done = await workshop().do(student, 'answers', { attempts: [updates] });
  if (!done.ok) return done;
  const content = done.made[0] ?? null;
  return content === null ? { ok: false, code: 'too-intricate' } : { content, last };
}

/** The same for an attempt, with what came after its end where that is to count. */
export async function readAnswers(
  db: Queryable,
  { id, studentId }: StoredAttempt,
  late: readonly Uint8Array[] = [],
): Promise<ReadAnswers | Unread> {
  const { updates, last } = await updatesOfAttempt(db, id);
  return readStoredAnswers(studentId, { updates: [...updates, ...late], last });
}

/** What was answered, as it lies frozen. */
export interface Frozen {
  readonly answeredId: number;
  readonly content: AnswersContent;
  readonly bytes: Uint8Array;
  readonly sha256: string;
}

/**
 * Freezes what was answered, with what was asked, and scores it.
 *
 * @param again it may have come to its end before
 */
export async function freeze(
  tx: Queryable,
  attempt: StoredAttempt,
  answered: ReadAnswers,
  at: Instant,
  again = true,
): Promise<Frozen> {
  const { set, laid } = await askedIn(tx, attempt);
  const content = { ...answered.content, answers: withLeft(attempt.acts, laid.paper, answered.content.answers) };
  const words = Object.fromEntries(
    laid.paper.flatMap(({ parts }) =>
      parts.flatMap((part) => {
        const said = Object.hasOwn(content.answers, part.id) ? answerWords(part, content.answers[part.id], SIGNS) : '';
        return said === '' ? [] : [[part.id, said]];
      }),
    ),
  );
  const frozen: AnswersContent = { ...content, paper: laid.paper, words };
  const bytes = new TextEncoder().encode(canonicalJson(frozen));
  const sha256 = sha256Hex(bytes);
  const answeredId = await addAnswered(tx, {
    attemptId: attempt.id,
    at,
    bytes,
    sha256,
  });
  // Nobody gave points for what had not come to its end.
  const before = again ? await read(tx, givenPointsOf([attempt.id])) : [];
  const given = new Map(before.flatMap(({ part_id, points }) => (points === null ? [] : [[part_id, points] as const])));
  const score = new Scoring(set).of(laid, content.answers, given);
  await addScores(tx, [{ attemptId: attempt.id, answeredId, ...score, unread: score.unread.length }], at);
  return { answeredId, content: frozen, bytes, sha256 };
}
