import { rulesFor } from '../../questions/rules';
import { agreementsOf, initialSettings, STEPS, type StepName, takesOf } from '.';
import { proposedMinutes, readSettings, SETTINGS, settled } from './settings';

const NAMES = Object.keys(STEPS) as StepName[];
const KNOWN = { words: 500, material: 0, places: 4, wordsAsked: 150, questions: 10 };

test('every kind of step says how its settings are stored, and no other does', () => {
  expect(Object.keys(SETTINGS).sort()).toEqual([...NAMES].sort());
});

test.each(NAMES)('what is said of %s at first can be stored, and makes minutes of it', (name) => {
  const initial = initialSettings(name);
  expect(settled(name, initial)).toEqual(initial);
  expect(readSettings(name, initial)).toEqual({ kind: name, settings: initial });
  expect(proposedMinutes(name, initial, KNOWN)).toBeGreaterThan(0);
});

test('of what is said only that stays which the kind knows', () => {
  expect(settled('write', { tools: 'words', colour: 'red' })).toEqual({ tools: 'words' });
  expect(settled('read', { tools: 'words' })).toEqual({});
});

test.each<[StepName, unknown]>([
  ['write', {}],
  ['write', { tools: 'none' }],
  ['read', null],
  ['discussion', { ownFirst: true }],
  ['record', { of: 'sound', least: -1, most: 60, simple: false }],
  ['record', { of: 'sound', least: 0, most: 4, simple: false }],
  ['record', { of: 'smell', least: 0, most: 60, simple: false }],
  ['questions', { purpose: 'nothing' }],
])('%s is not set by %j: it has no minutes, and is not read', (name, settings) => {
  expect(settled(name, settings)).toBeNull();
  expect(proposedMinutes(name, settings, KNOWN)).toBe(0);
  expect(() => readSettings(name, settings)).toThrow();
});

test('minutes follow from what there is to do', () => {
  const minutes = (name: StepName, settings: unknown, known = {}) =>
    proposedMinutes(name, settings, { words: 0, material: 0, places: 0, wordsAsked: 0, questions: 0, ...known });
  expect(minutes('read', {}, { words: 1250 })).toBe(10);
  expect(minutes('read', {}, { words: 1250, material: 7 })).toBe(7);
  expect(minutes('write', { tools: 'all' }, { places: 3 })).toBe(15);
  expect(minutes('write', { tools: 'all' }, { wordsAsked: 400 })).toBe(40);
  expect(minutes('questions', rulesFor('exam', { working: 10 }))).toBe(55);
  expect(minutes('questions', rulesFor('quiz'), { questions: 8 })).toBe(12);
  expect(minutes('record', { of: 'sound', least: 0, most: 240, simple: true })).toBe(12);
});

test('what has to be handed in follows from the steps: the most that one of them asks for', () => {
  const step = (kind: StepName, settings: unknown = initialSettings(kind)) => readSettings(kind, settings);
  expect(takesOf([step('read'), step('do')])).toBe('tick');
  expect(takesOf([step('read'), step('write', { tools: 'words' })])).toBe('short');
  expect(takesOf([step('write', { tools: 'words' }), step('record')])).toBe('pieces');
  expect(takesOf([])).toBe('tick');
});

test('what is agreed to comes before all but what is read', () => {
  const steps = [
    { id: 'a', kind: 'agree' },
    { id: 'r', kind: 'read' },
    { id: 'w', kind: 'write' },
  ] as never;
  expect(agreementsOf(steps)).toEqual({ steps: ['a'], before: ['r'] });
});
