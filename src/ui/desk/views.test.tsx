import { addUp, type Criterion } from '@/core/marks/rubric';
import type { Feedback } from '@/server/reading/desk/feedback';
import type { Receipt } from '@/store/hand-ins';
import { useTimes } from '../common/times';
import { rendered, words } from '../rendered';
import { FeedbackView } from './feedback-view';
import { placeNotesOf } from './finding-words';
import { ReceiptList } from './receipt-list';
import { RubricView } from './rubric-view';

const NOW = Date.UTC(2027, 2, 9, 10, 42, 7);
const rubric: Criterion[] = [
  { id: 'a', title: 'Uses the reading', points: 30, levels: [{ title: 'In full', points: 30, says: 'All of it.' }] },
  { id: 'b', title: 'Whole sentences', points: 10, levels: [{ title: 'Not yet', points: 0, says: 'None.' }] },
];
const feedback = (points: (number | null)[], more: Partial<Feedback> = {}): Feedback => ({
  id: 'back',
  handIn: 'h' as Feedback['handIn'],
  remarks: [],
  sound: null,
  amends: null,
  at: NOW,
  teacher: 'Ngozi Bello-Strand',
  anotherGo: false,
  result: addUp(
    rubric,
    points.map((won, i) => ({ criterionId: rubric[i]?.id ?? '', points: won, comment: `Word ${i + 1}.` })),
  ),
  general: 'Well seen.',
  earned: 30,
  lostLate: 0,
  ...more,
});

function Back({ of }: { of: Feedback }) {
  return <FeedbackView feedback={[of]} times={useTimes('UTC')} now={NOW} />;
}
function Receipts({ of }: { of: Receipt[] }) {
  return <ReceiptList receipts={of} times={useTimes('UTC')} />;
}

describe('the rubric before the work', () => {
  test('shows criteria, levels and points, and their sum', () => {
    const shown = words(rendered(<RubricView rubric={rubric} />));
    expect(shown).toContain('40 points in all');
    expect(shown).toContain('Uses the reading 30 points In full 30 points All of it.');
    expect(words(rendered(<RubricView rubric={[]} />))).toBe('There is no rubric for this.');
  });
});

describe('what came back', () => {
  test('shows the grade and where each point was lost, with the comment', () => {
    const shown = words(rendered(<Back of={feedback([20, 10])} />));
    expect(shown).toContain('30 of 40');
    expect(shown).toContain('Uses the reading 20 of 30 10 points lost. Word 1.');
    expect(shown).toContain('Whole sentences 10 of 10 Nothing lost. Word 2.');
    expect(shown).toContain('Well seen.');
  });

  test('tells the loss for lateness apart from what was earned', () => {
    const shown = words(rendered(<Back of={feedback([20, 10], { lostLate: 4 })} />));
    expect(shown).toContain('26 of 40');
    expect(shown).toContain('30 earned, 4 lost for lateness.');
  });

  test('without a grade it says so, and what was not marked', () => {
    const shown = words(rendered(<Back of={feedback([20, null], { earned: null, anotherGo: true })} />));
    expect(shown).toContain('No grade yet');
    expect(shown).toContain('Another go is asked for.');
    expect(shown).toContain('Whole sentences not marked');
  });
});

describe('receipts', () => {
  const receipt = {
    id: 'h',
    number: 1007,
    at: NOW,
    late_by: 25 * 3_600_000,
    note: 'I was unsure.',
    fingerprint: 'ab'.repeat(32),
    counts_at: null,
    members: [],
    pieces: [{ title: 'Answers, Imke A.', kind: 'document', size: 718, sha256: 'cd'.repeat(32) }],
  } as unknown as Receipt;

  test('hold number, time to the second, lateness, pieces, note and fingerprint', () => {
    const shown = words(rendered(<Receipts of={[receipt]} />));
    for (const part of [
      'Receipt 1007',
      '10:42:07',
      'late by 1 day 1 h',
      'Answers, Imke A. 718 bytes',
      'I was unsure.',
      'ab'.repeat(32),
    ]) {
      expect(shown).toContain(part);
    }
  });

  test('of work that was ticked off have no pieces; before the hand-in there is none', () => {
    expect(words(rendered(<Receipts of={[{ ...receipt, pieces: [], late_by: 0 }]} />))).toContain(
      'none: it was ticked off',
    );
    expect(words(rendered(<Receipts of={[]} />))).toBe('After you hand in, the receipt stays here.');
  });
});

test('two asks about one place make one note, met only when both are', () => {
  const finding = {
    askId: 'a',
    kind: 'words',
    bars: false,
    place: 'q1',
    number: 1,
    found: 1,
    min: 1,
    max: 2,
    openEnd: false,
    details: [],
  } as const;
  const check = {
    findings: [
      { ...finding, result: 'met', problem: 'none' } as const,
      { ...finding, askId: 'b', result: 'unmet', problem: 'too-few' } as const,
      { ...finding, askId: 'c', place: null, number: null, result: 'met', problem: 'none' } as const,
    ],
    met: 2,
    substance: 'own' as const,
    untouched: false,
    ready: true,
    answers: [],
    photographed: 0,
    words: 1,
  };
  const notes = placeNotesOf(check, ({ askId }) => askId);
  expect([...notes]).toEqual([['q1', { words: 'a · b', met: false }]]);
  expect(placeNotesOf(null, () => '').size).toBe(0);
});
