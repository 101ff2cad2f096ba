import { STATES, type State } from '@/core/work/standing';
import type { WorkItem } from '@/server/reading/work/work-list';
import { rendered, words } from '../rendered';
import { useFileSize } from './file-size';
import { useStateLine } from './state-line';
import { useTimes } from './times';

/** Tuesday 9 March 2027, 10:42 in Lisbon. */
const NOW = Date.UTC(2027, 2, 9, 10, 42);
const HOUR = 3_600_000;
const ITEM = {
  state: 'not-started' as State,
  before: false,
  waitsFor: [],
  opensAt: null,
  closesAt: null,
  handedInAt: null,
  grade: null,
  points: 20,
  steps: 1,
  stepsDone: 0,
  late: { kind: 'no-loss' },
} as unknown as WorkItem;

function Line({ item }: { item: WorkItem }) {
  return useStateLine(useTimes('Europe/Lisbon'), NOW)(item);
}
const line = (part: Partial<WorkItem>, locale: 'en' | 'ar' = 'en') =>
  words(rendered(<Line item={{ ...ITEM, ...part }} />, locale)).trim();
const LOSS = { kind: 'loss', points: 2, per: 'day', floor: 0 } as const;

test.each<[Partial<WorkItem>, string]>([
  [{ state: 'opens-later', opensAt: NOW + 3 * HOUR }, 'opens today 13:42'],
  [{ state: 'opens-later', waitsFor: ['The ladder', 'The vane'] }, 'opens after The ladder, The vane'],
  [{ state: 'not-started' }, 'not started'],
  [{ state: 'under-way' }, 'under way'],
  [{ state: 'under-way', steps: 4, stepsDone: 2 }, 'under way, 2 of 4 steps done'],
  [{ state: 'handed-in', handedInAt: NOW - HOUR }, 'handed in today 9:42'],
  [{ state: 'handed-in-late', handedInAt: NOW - 24 * HOUR }, 'handed in late, yesterday 10:42'],
  [{ state: 'handed-back' }, 'handed back'],
  [{ state: 'handed-back', grade: 17.5 }, 'handed back, 17.5 of 20'],
  [{ state: 'another-go' }, 'another go asked for'],
  [{ state: 'overdue' }, 'overdue, still taken'],
  [{ state: 'overdue', late: LOSS }, 'overdue, still taken at 2 points less a day'],
  [{ state: 'overdue', closesAt: NOW + 24 * HOUR }, 'overdue, still taken until tomorrow 10:42'],
  [
    { state: 'overdue', closesAt: NOW + 24 * HOUR, late: { ...LOSS, points: 1, per: 'hour' } },
    'overdue, still taken until tomorrow 10:42 at 1 point less an hour',
  ],
  [{ state: 'closed', closesAt: NOW - 2 * HOUR }, 'closed since today 8:42'],
])('%j is said as “%s”', (part, said) => {
  expect(line(part)).toBe(said);
});

test('who came later owes nothing of what was due before, and may do it', () => {
  expect(line({ before: true })).toBe('due before you came: you can do it, nobody waits for it');
  expect(line({ before: true, state: 'closed', closesAt: NOW })).toBe('closed before you came: you owe nothing here');
  // What they did of it is said like any other.
  expect(line({ before: true, state: 'handed-back', grade: 3 })).toBe('handed back, 3 of 20');
});

test('every state has its words in every language', () => {
  for (const state of STATES) {
    expect(line({ state })).toMatch(/^[a-z]/);
    expect(line({ state }, 'ar')).toMatch(/[\u0600-\u06ff]/);
  }
});

function Size({ bytes }: { bytes: number }) {
  return useFileSize()(bytes);
}
test.each([
  [0, '0 bytes'],
  [1, '1 byte'],
  [999, '999 bytes'],
  [1000, '1 kB'],
  [340_400, '340 kB'],
  [2_450_000, '2.5 MB'],
  [7_000_000_000, '7 GB'],
  [5_000_000_000_000, '5,000 GB'],
])('a file of %i bytes has %s', (bytes, said) => {
  expect(words(rendered(<Size bytes={bytes} />)).trim()).toBe(said);
});
