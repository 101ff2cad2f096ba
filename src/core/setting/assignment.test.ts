import type { AssignmentId, PersonId, StepId } from '../ids';
import type { Ask } from '../kinds/ask';
import { type AssignmentUnmet, assignmentUnmet, type KnownInClass } from './assignment';
import { type AssignmentDraft, type DraftStep, EMPTY_DRAFT, readVersion } from './draft';

const HOUR = 3_600_000;
const OWN = 'own' as AssignmentId;
const KNOWN: KnownInClass = {
  units: new Set(['unit']),
  materials: new Set(['reading']),
  assignments: new Map([
    ['before', []],
    ['knot', ['turn']],
    ['turn', [OWN]],
  ] as unknown as [AssignmentId, AssignmentId[]][]),
  students: new Set(['ada', 'ben'] as PersonId[]),
};

const step = (more: Partial<DraftStep> = {}): DraftStep => ({
  id: 'write' as StepId,
  kind: 'write',
  title: 'Answer the questions',
  minutes: 20,
  settings: { tools: 'all' },
  material: null,
  starter: {
    type: 'doc',
    content: [
      { type: 'question', attrs: { number: 1, text: 'Why?' } },
      { type: 'answer', attrs: { id: 'q1' }, content: [{ type: 'paragraph' }] },
    ],
  },
  ...more,
});
const ask = (place: string | null, min: number, max: number | null): Ask => ({
  id: 'ask',
  kind: 'words',
  place,
  bars: false,
  min,
  max,
});
// Common practice: a rubric shares out a hundred points as 30, 20, 20, 20 and 10.
const RUBRIC = [30, 20, 20, 20, 10].map((points, i) => ({
  id: `c${i}`,
  title: `Criterion ${i}`,
  points,
  levels: [{ title: 'In full', points, says: '' }],
}));
const WHOLE: AssignmentDraft = {
  ...EMPTY_DRAFT,
  title: 'A letter',
  unit: 'unit',
  minutes: 45,
  points: 100,
  opensAt: 0,
  dueAt: HOUR,
  closesAt: 2 * HOUR,
  late: { kind: 'loss', points: 2, per: 'day', floor: 0 },
  goes: 2,
  after: ['before' as AssignmentId],
  groups: [['ada' as PersonId], ['ben' as PersonId]],
  steps: [step({ id: 'read' as StepId, kind: 'read', settings: {}, material: 'reading', starter: null }), step()],
  asks: [ask('q1', 20, 40), { ...ask(null, 1, null), id: 'whole' }],
  rubric: RUBRIC,
};
const unmet = (more: Partial<AssignmentDraft>): readonly AssignmentUnmet[] =>
  assignmentUnmet({ ...WHOLE, ...more }, OWN, KNOWN);

test('what has everything can be posted, and what is not asked for need not be there', () => {
  expect(unmet({})).toEqual([]);
  const least = {
    ...EMPTY_DRAFT,
    title: 'Bring a coat',
    minutes: 1,
    steps: [step({ kind: 'do', settings: {}, starter: null })],
  };
  expect(assignmentUnmet(least, OWN, KNOWN)).toEqual([]);
});

test('a new draft says what it lacks, in the order in which it is written', () => {
  expect(assignmentUnmet(EMPTY_DRAFT, OWN, KNOWN).map(({ part, code }) => [part, code])).toEqual([
    ['title', 'no-title'],
    ['minutes', 'no-number'],
    ['steps', 'no-steps'],
  ]);
});

const cases: readonly [
  string,
  Partial<AssignmentDraft>,
  AssignmentUnmet['part'],
  string | null,
  AssignmentUnmet['code'],
][] = [
  ['a title of blanks', { title: '  ' }, 'title', null, 'no-title'],
  ['a title like a page', { title: 'a'.repeat(201) }, 'title', null, 'too-long'],
  ['a unit of another class', { unit: 'elsewhere' }, 'unit', null, 'unknown-unit'],
  ['due before it opens', { opensAt: HOUR, dueAt: 0 }, 'times', null, 'due-before-opens'],
  [
    'closed before it opens',
    { opensAt: 3 * HOUR, dueAt: null, late: { kind: 'no-loss' } },
    'times',
    null,
    'closes-before-opens',
  ],
  ['closed before it is due', { closesAt: HOUR / 2 }, 'times', null, 'closes-before-due'],
  ['a loss for lateness that never comes', { dueAt: null }, 'late', null, 'late-without-due'],
  ['a loss of nothing', { late: { kind: 'loss', points: 0, per: 'day', floor: 0 } }, 'late', null, 'no-number'],
  ['minutes in parts', { minutes: 1.5 }, 'minutes', null, 'no-number'],
  ['no point at all', { points: 0, rubric: [] }, 'points', null, 'no-number'],
  ['no go at all', { goes: 0 }, 'goes', null, 'no-number'],
  ['nothing to do', { steps: [], asks: [] }, 'steps', null, 'no-steps'],
  ['a step without a name', { steps: [step({ title: '' })] }, 'steps', 'write', 'no-title'],
  ['nothing to read', { steps: [step({ kind: 'read', settings: {} })], asks: [] }, 'steps', 'write', 'no-material'],
  [
    'a reading of another class',
    { steps: [step({ kind: 'agree', settings: {}, material: 'elsewhere' })], asks: [] },
    'steps',
    'write',
    'unknown-material',
  ],
  ['a step of which too little is said', { steps: [step({ settings: {} })] }, 'steps', 'write', 'settings'],
  ['two steps under one name', { steps: [step(), step()] }, 'steps', null, 'same-id'],
  ['an ask about a question that is gone', { asks: [ask('q9', 1, null)] }, 'asks', 'ask', 'unknown-place'],
  ['more than can be', { asks: [ask('q1', 40, 20)] }, 'asks', 'ask', 'empty-range'],
  ['a rubric that shares out too little', { rubric: RUBRIC.slice(1) }, 'rubric', null, 'rubric-sum'],
  [
    'a level above its criterion',
    { points: 1, rubric: [{ id: 'c', title: 'Care', points: 1, levels: [{ title: 'All', points: 2, says: '' }] }] },
    'rubric',
    'c',
    'levels',
  ],
  ['waiting for another class', { after: ['elsewhere' as AssignmentId] }, 'after', null, 'unknown-assignment'],
  ['waiting for itself', { after: [OWN] }, 'after', null, 'waits-in-a-circle'],
  ['waiting for what waits for it', { after: ['knot' as AssignmentId] }, 'after', null, 'waits-in-a-circle'],
  ['a stranger in a group', { groups: [['zoe' as PersonId]] }, 'groups', null, 'unknown-student'],
  ['somebody in two groups', { groups: [['ada'], ['ada']] as PersonId[][] }, 'groups', null, 'twice-in-groups'],
  ['a stranger for whom it is', { only: ['zoe' as PersonId] }, 'for', null, 'unknown-student'],
  [
    'a stranger with more time',
    { arranged: [{ student: 'zoe' as PersonId, minutes: 5 }] },
    'for',
    null,
    'unknown-student',
  ],
  ['more time that is none', { arranged: [{ student: 'ada' as PersonId, minutes: 0 }] }, 'for', null, 'no-number'],
  [
    'two things for one alone',
    { arranged: [5, null].map((minutes) => ({ student: 'ada' as PersonId, minutes })) },
    'for',
    null,
    'twice-arranged',
  ],
  [
    'only for whoever is excused',
    { only: ['ada' as PersonId], arranged: [{ student: 'ada' as PersonId, minutes: null }] },
    'for',
    null,
    'nobody',
  ],
  ['more steps than anybody sets', { steps: Array(61).fill(step()) }, 'steps', null, 'too-much'],
];
test.each(cases)('%s is said where it can be mended', (_, more, part, id, code) => {
  expect(unmet(more)).toEqual([{ part, id, code }]);
});

test('a version is read as it was kept, and nothing else passes for one', () => {
  expect(readVersion(JSON.parse(JSON.stringify(WHOLE)))).toEqual(WHOLE);
  expect(() => readVersion({ title: 'A letter' })).toThrow();
});
