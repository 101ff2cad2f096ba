import { looksAtOnce, PURPOSES, type QuestionRules, rulesFor, rulesUnmet } from './rules';
import { storedRules } from './stored-rules';

test.each(PURPOSES)('the usual rules of %s go together, and are stored as they are', (purpose) => {
  const rules = rulesFor(purpose);
  expect(rules.purpose).toBe(purpose);
  expect(rulesUnmet(rules)).toEqual([]);
  expect(storedRules.parse(rules)).toEqual(rules);
  // What is not said has the same value wherever it is read.
  expect(storedRules.parse({ ...rules, names: undefined, wait: undefined })).toEqual(rules);
});

test('a practice looks at each answer at once and may be begun as often as one likes; an exam has a limit', () => {
  expect([rulesFor('practice').attempts, looksAtOnce(rulesFor('practice'))]).toEqual([null, true]);
  expect([rulesFor('exam').limit, looksAtOnce(rulesFor('exam'))]).toEqual([45, false]);
});

test('what is said stands before what is usual, but for the purpose', () => {
  expect(rulesFor('exam', { limit: 20, purpose: 'vote' })).toMatchObject({ purpose: 'exam', limit: 20, attempts: 1 });
});

const WEEK = 60 * 24 * 7;
test.each<[Partial<QuestionRules>, (keyof QuestionRules)[]]>([
  [{ limit: 0 }, ['limit']],
  [{ limit: WEEK + 1 }, ['limit']],
  [{ limit: WEEK, working: WEEK }, []],
  [{ limit: null, working: 5 }, ['working']],
  [{ limit: 30, working: -1 }, ['working']],
  [{ wait: -1 }, ['wait']],
  [{ attempts: 0 }, ['attempts']],
  [{ back: false, pace: 'all' }, ['back']],
  [{ back: false, pace: 'one' }, []],
  [{ startWord: '  ' }, ['startWord']],
  [{ startWord: 'gannet' }, []],
  [{ untilRight: true, attempts: 3 }, ['untilRight']],
  [{ untilRight: true, attempts: null }, []],
])('%j contradicts itself in %j', (said, where) => {
  expect(rulesUnmet(rulesFor('quiz', said))).toEqual(where);
});

test.each([
  {},
  { purpose: 'game' },
  { purpose: 'quiz', attempts: 1.5 },
  { purpose: 'quiz', counts: 'most' },
  { purpose: 'quiz', pace: 'slow' },
  { purpose: 'exam', limit: 'long' },
])('%j are no rules', (stored) => {
  expect(storedRules.safeParse(stored).success).toBe(false);
});
