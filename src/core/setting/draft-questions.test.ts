import * as Y from 'yjs';
import { type QuestionSet, questionsIn } from '../questions/question-set';
import { readTyped } from '../questions/typed';
import { EMPTY_DRAFT } from './draft';
import { firstOfDraft, listOf, readDraft } from './draft-document';
import { moved, withMore, withoutQuestion, withQuestion } from './draft-questions';
import { addThing, changeThing } from './draft-writes';

const SET = readTyped('== A\n1. one\n= 1\n2. two\n= 2\n== B\n3. three\n= 3').set;
const step = { kind: 'questions', title: 'Ask', minutes: 5, settings: {}, material: null, starter: null } as const;

function opened(): Y.Doc {
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, firstOfDraft(EMPTY_DRAFT));
  addThing(ydoc, 'steps', 's', { ...step, questions: SET });
  return ydoc;
}
const asked = (ydoc: Y.Doc): QuestionSet => readDraft(ydoc).steps[0]?.questions ?? { sections: [] };
const change = (ydoc: Y.Doc, to: QuestionSet) => changeThing(ydoc, 'steps', 's', { questions: to });
const points = (id: string, n: number) => (set: QuestionSet) =>
  withQuestion(set, id, (one) => ({ ...one, parts: one.parts.map((part) => ({ ...part, points: n })) }));
const ids = ({ sections }: QuestionSet) => sections.map(({ questions }) => questions.map(({ id }) => id));

/** Two who write at once, each without the other's words; then they meet. */
function meet(write: (ydoc: Y.Doc) => void, other: (ydoc: Y.Doc) => void): readonly QuestionSet[] {
  const one = opened();
  const two = new Y.Doc();
  Y.applyUpdate(two, Y.encodeStateAsUpdate(one));
  write(one);
  other(two);
  Y.applyUpdate(one, Y.encodeStateAsUpdate(two));
  Y.applyUpdate(two, Y.encodeStateAsUpdate(one));
  return [asked(one), asked(two)];
}

test('what is asked is read as it was put', () => {
  expect(asked(opened())).toEqual(SET);
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, firstOfDraft({ ...EMPTY_DRAFT, steps: [{ ...step, id: 's' as never, questions: SET }] }));
  expect(asked(ydoc)).toEqual(SET);
});

test('two who change different questions both keep their words', () => {
  const [one, two] = meet(
    (ydoc) => change(ydoc, points('q1', 5)(asked(ydoc))),
    (ydoc) => change(ydoc, points('q3', 7)(asked(ydoc))),
  );
  expect(one).toEqual(two);
  expect(questionsIn(one as QuestionSet).map(({ parts }) => parts[0]?.points)).toEqual([5, 1, 7]);
});

test('a question that is added while another is moved is not lost, and one that is taken away stays away', () => {
  const [more] = readTyped('1. four\n= 4', 'x').set.sections.flatMap(({ questions }) => questions);
  const [one, two] = meet(
    (ydoc) => change(ydoc, withMore(asked(ydoc), more ? [more] : [], 'new')),
    (ydoc) => change(ydoc, moved(asked(ydoc), 'q1', 1)),
  );
  expect(one).toEqual(two);
  expect(
    questionsIn(one as QuestionSet)
      .map(({ id }) => id)
      .toSorted(),
  ).toEqual(['q1', 'q2', 'q3', 'x1']);
  const [gone] = meet(
    (ydoc) => change(ydoc, withoutQuestion(asked(ydoc), 'q2')),
    (ydoc) => change(ydoc, moved(asked(ydoc), 'q1', 1)),
  );
  expect(questionsIn(gone as QuestionSet).map(({ id }) => id)).not.toContain('q2');
});

test('a question goes over the end of its section into the next, and no further than the ends', () => {
  expect(ids(moved(SET, 'q1', 1))).toEqual([['q2', 'q1'], ['q3']]);
  expect(ids(moved(SET, 'q2', 1))).toEqual([['q1'], ['q2', 'q3']]);
  expect(ids(moved(SET, 'q3', -1))).toEqual([['q1', 'q2', 'q3'], []]);
  expect(ids(moved(SET, 'q1', -1))).toEqual(ids(SET));
  expect(ids(moved(SET, 'q3', 1))).toEqual(ids(SET));
});

test('whatever else is stored there is no question', () => {
  const ydoc = opened();
  for (const odd of [7, 'x', { sections: 3 }, { sections: [{ id: 'a', order: ['nobody'] }] }, [null], [{ order: 3 }]]) {
    const map = listOf(ydoc, 'steps').get('s');
    map?.set('questions', odd);
    expect(() => readDraft(ydoc)).not.toThrow();
    const inner = new Y.Map<unknown>([['sections', odd]]);
    map?.set('questions', inner);
    expect(() => readDraft(ydoc)).not.toThrow();
  }
});
