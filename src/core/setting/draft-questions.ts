import * as Y from 'yjs';
import { canonicalJson } from '../documents/fingerprint';
import type { Question, QuestionSet, Section } from '../questions/question-set';

/** Under which name what is asked lies in a step. */
export const QUESTIONS = 'questions';

/** A section as it is stored: what is said of all its questions, and which they are. */
type StoredSection = Omit<Section, 'questions'> & { readonly order: readonly string[] };

const plain = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value;

/**
 * Puts what is asked into a step: each question by itself, so that two who write on different ones both keep their words, and
 * the sections with the order of theirs.
 */
export function putQuestions(step: Y.Map<unknown>, set: QuestionSet): void {
  const there = step.get(QUESTIONS);
  const stored = there instanceof Y.Map ? (there as Y.Map<unknown>) : new Y.Map<unknown>();
  if (stored !== there) step.set(QUESTIONS, stored);
  const asked = set.sections.flatMap(({ questions }) => questions);
  const ids = new Set(asked.map(({ id }) => id));
  for (const key of [...stored.keys()]) if (key.startsWith('q ') && !ids.has(key.slice(2))) stored.delete(key);
  for (const question of asked) {
    const before = stored.get(`q ${question.id}`);
    if (before === undefined || canonicalJson(before) !== canonicalJson(question))
      stored.set(`q ${question.id}`, plain(question));
  }
  const sections: StoredSection[] = set.sections.map(({ questions, ...section }) => ({
    ...section,
    order: questions.map(({ id }) => id),
  }));
  const before = stored.get('sections');
  if (before === undefined || canonicalJson(before) !== canonicalJson(sections))
    stored.set('sections', plain(sections));
}

/**
 * What is asked in a step, as it is stored, whatever that is. A question that somebody added while somebody else changed the
 * order stands at the end.
 */
export function questionsOf(stored: unknown): unknown {
  if (!(stored instanceof Y.Map)) return stored ?? null;
  const all = new Map<string, unknown>();
  stored.forEach((value: unknown, key: string) => {
    if (key.startsWith('q ')) all.set(key.slice(2), value);
  });
  const sections = stored.get('sections');
  if (!Array.isArray(sections)) return null;
  const made = (sections as readonly (Partial<StoredSection> | null)[]).map((one) => {
    const { order, ...section } = one ?? {};
    const ids: readonly string[] = Array.isArray(order) ? order : [];
    return {
      ...section,
      questions: ids.flatMap((id) => {
        const question = all.get(id);
        all.delete(id);
        return question === undefined ? [] : [question];
      }),
    };
  });
  const last = made.at(-1);
  if (last)
    last.questions.push(
      ...([...all] as [string, object][]).sort(([a], [b]) => (a < b ? -1 : 1)).map(([, question]) => question),
    );
  return { sections: made };
}

/** Changes one question of a set. */
export const withQuestion = (set: QuestionSet, id: string, change: (question: Question) => Question): QuestionSet => ({
  sections: set.sections.map((section) => ({
    ...section,
    questions: section.questions.map((question) => (question.id === id ? change(question) : question)),
  })),
});

/** Takes one question out of a set. */
export const withoutQuestion = (set: QuestionSet, id: string): QuestionSet => ({
  sections: set.sections.map((section) => ({
    ...section,
    questions: section.questions.filter((question) => question.id !== id),
  })),
});

/** Adds questions to a set, to its last section. @param sectionId what a first section is called */
export function withMore(set: QuestionSet | undefined, added: readonly Question[], sectionId: string): QuestionSet {
  const sections = set?.sections ?? [];
  const last = sections.at(-1) ?? { id: sectionId, title: '', draw: null, shuffle: false, questions: [] };
  return { sections: [...sections.slice(0, -1), { ...last, questions: [...last.questions, ...added] }] };
}

/** Moves a question one place on or back, over the ends of its section into the next. */
export function moved(set: QuestionSet, id: string, by: 1 | -1): QuestionSet {
  const at = set.sections.findIndex(({ questions }) => questions.some((question) => question.id === id));
  const section = set.sections[at];
  if (!section) return set;
  const from = section.questions.findIndex((question) => question.id === id);
  const question = section.questions[from] as Question;
  const rest = section.questions.filter((one) => one !== question);
  const to = from + by;
  const own = { ...section, questions: rest };
  if (to >= 0 && to <= rest.length) {
    const questions = [...rest.slice(0, to), question, ...rest.slice(to)];
    return { sections: set.sections.with(at, { ...section, questions }) };
  }
  const other = set.sections[at + by];
  if (!other) return set;
  const questions = by > 0 ? [question, ...other.questions] : [...other.questions, question];
  return { sections: set.sections.with(at, own).with(at + by, { ...other, questions }) };
}
