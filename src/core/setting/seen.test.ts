import type { StepId } from '../ids';
import { initialSettings } from '../kinds/step';
import { type AssignmentDraft, EMPTY_DRAFT } from './draft';
import { seenStates } from './seen';

const NOW = 1_000_000;
const HOUR = 3_600_000;
const draft = (more: Partial<AssignmentDraft>): AssignmentDraft => ({
  ...EMPTY_DRAFT,
  steps: [
    {
      id: 's' as StepId,
      kind: 'write',
      title: 'Write',
      minutes: 5,
      settings: initialSettings('write'),
      material: null,
      starter: { type: 'doc', content: [{ type: 'paragraph' }] },
    },
  ],
  ...more,
});
const states = (more: Partial<AssignmentDraft>) => seenStates(draft(more), NOW).map(({ state }) => state);

test('without times work is open, and waits for nothing', () => {
  expect(states({})).toEqual(['not-started', 'under-way', 'handed-in', 'handed-back', 'another-go']);
});

test('with all its times it is seen in all of its states, each at its moment', () => {
  const times = { opensAt: NOW + HOUR, dueAt: NOW + 2 * HOUR, closesAt: NOW + 3 * HOUR };
  expect(seenStates(draft(times), NOW)).toEqual([
    { state: 'opens-later', at: NOW + HOUR - 1 },
    { state: 'not-started', at: NOW + HOUR },
    { state: 'under-way', at: NOW + HOUR },
    { state: 'overdue', at: NOW + 2 * HOUR + 1 },
    { state: 'handed-in', at: NOW + HOUR },
    { state: 'handed-in-late', at: NOW + 2 * HOUR + 1 },
    { state: 'handed-back', at: NOW + HOUR },
    { state: 'another-go', at: NOW + HOUR },
    { state: 'closed', at: NOW + 3 * HOUR + 1 },
  ]);
});

test('where late work is not taken, after the due time it is closed and never late', () => {
  expect(states({ dueAt: NOW + HOUR, late: { kind: 'closed' } })).not.toContain('overdue');
  expect(states({ dueAt: NOW + HOUR, late: { kind: 'closed' } })).toContain('closed');
});
