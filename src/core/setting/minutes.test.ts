import type { StepId } from '../ids';
import { initialSettings, type StepName } from '../kinds/step';
import { rulesFor } from '../questions/rules';
import { readTyped } from '../questions/typed';
import type { Doc } from '../text/nodes';
import type { DraftStep } from './draft';
import { metSteps } from './meets';
import { type KnownMaterial, minutesOf, minutesTogether } from './minutes';

const step = (kind: StepName, more: Partial<DraftStep> = {}): DraftStep => ({
  id: 's' as StepId,
  kind,
  title: '',
  minutes: 0,
  settings: initialSettings(kind),
  material: null,
  starter: null,
  ...more,
});
const text = (words: number): Doc => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'word '.repeat(words) }] }],
});
const answers = (n: number): Doc => ({
  type: 'doc',
  content: Array.from({ length: n }, (_, i) => ({
    type: 'answer',
    attrs: { id: `p${i}` },
    content: [{ type: 'paragraph' }],
  })),
});
const none = new Map<string, KnownMaterial>();
const proposed = (one: DraftStep, asks: Parameters<typeof minutesOf>[1]['asks'] = []) => minutesOf(one, { asks }, none);

test('ten pages that are read and five answers are 45 minutes (common practice)', () => {
  const steps = [step('read', { starter: text(2500) }), step('write', { starter: answers(5) })];
  expect(steps.map((one) => proposed(one))).toEqual([20, 25]);
  expect(minutesTogether(steps.map((one) => ({ minutes: proposed(one) })))).toBe(45);
});

test('each kind says what it usually takes', () => {
  const film: KnownMaterial = { id: 'm', title: 'Tides', kind: 'video', minutes: 7 };
  expect(minutesOf(step('read', { material: 'm' }), { asks: [] }, new Map([['m', film]]))).toBe(7);
  expect(proposed(step('write'))).toBe(15);
  expect(proposed(step('write'), [{ id: 'a', place: null, bars: false, kind: 'words', min: 300, max: 500 }])).toBe(30);
  // What is asked for in another document does not make this one longer.
  expect(proposed(step('write'), [{ id: 'a', place: 'x', bars: false, kind: 'words', min: 300, max: null }])).toBe(15);
  expect(proposed(step('do'))).toBe(10);
  expect(proposed(step('agree'))).toBe(2);
  const { set: questions } = readTyped('1. Red?\n(x) yes\n( ) no\n2. Blue?\n= sea');
  expect(proposed(step('questions', { questions }))).toBe(3);
  expect(proposed(step('questions', { questions, settings: rulesFor('exam', { limit: 40, working: 5 }) }))).toBe(45);
});

test('together they go up to the next five minutes, and less than ten stay as they are', () => {
  const sum = (...minutes: number[]) => minutesTogether(minutes.map((n) => ({ minutes: n })));
  expect([sum(), sum(2, 5), sum(6, 7), sum(20, 25), sum(-3, 8)]).toEqual([0, 7, 15, 45, 8]);
});

test('what a student meets is told by kind, in the order in which each comes first', () => {
  const { set: questions } = readTyped('1. Red?\n(x) yes\n( ) no\n2. Blue?\n= sea');
  const steps = [
    step('read'),
    step('write', { starter: answers(2) }),
    step('read'),
    step('questions', { questions }),
    step('write', { starter: answers(1) }),
  ];
  expect(metSteps({ steps })).toEqual([
    { kind: 'read', n: 2, places: 0, questions: 0 },
    { kind: 'write', n: 2, places: 3, questions: 0 },
    { kind: 'questions', n: 1, places: 0, questions: 2 },
  ]);
});
