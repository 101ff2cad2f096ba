import { rendered, words } from '../rendered';
import { type Knot, Rope, RopeLine } from './rope';

const knots: readonly Knot[] = [
  { id: 'read', title: 'Read “The ladder”', says: () => 'done', done: true, locked: false },
  {
    id: 'write',
    title: 'Answer the questions',
    says: () => '2 of 4 answered',
    done: false,
    locked: false,
    answers: [
      { id: 'q1', number: 1, answered: true },
      { id: 'q2', number: 2, answered: false },
    ],
  },
  { id: 'hand-in', title: 'Hand in', says: () => 'tomorrow 15:00', done: false, locked: false },
];
const nothing = () => {};
const line = (current: string, unfolded = false, locale: 'en' | 'ar' = 'en') =>
  rendered(<RopeLine knots={knots} current={current} unfolded={unfolded} unfold={nothing} />, locale);
/** The dots of the line in order: filled, here, or still open. */
const dots = (html: string) =>
  [...html.matchAll(/<i [^>]*class="dot"[^>]*>/g)].map(([dot]) =>
    dot.includes('data-here') ? 'here' : dot.includes('data-done') ? 'done' : 'open',
  );

describe('the rope of a phone', () => {
  test('says where one is and how far, with the knots before and after it', () => {
    expect(words(line('write'))).toBe('Answer the questions 2 of 4 answered more');
    expect(dots(line('write'))).toEqual(['done', 'here', 'open']);
    expect(words(line('hand-in'))).toBe('Hand in tomorrow 15:00 more');
    expect(dots(line('hand-in'))).toEqual(['done', 'open', 'here']);
  });

  test('shows the first knot where it does not know the present one', () => {
    expect(dots(line('gone'))).toEqual(['here', 'open', 'open']);
  });

  test('says whether it is unfolded, in words and for a screen reader', () => {
    expect(line('write')).toContain('aria-expanded="false"');
    expect(line('write', true)).toContain('aria-expanded="true"');
    expect(words(line('write', true))).toMatch(/less$/);
    expect(words(line('write', true, 'ar'))).toMatch(/أقل$/);
  });
});

test('the whole rope leads to each step and each answer of it, and says what is there', () => {
  const html = rendered(<Rope knots={knots} current="write" tight={false} go={nothing} goToAnswer={nothing} />);
  expect(words(html)).toBe(
    'Read “The ladder” done done Answer the questions 2 of 4 answered 1 2 Hand in tomorrow 15:00',
  );
  expect(html).toMatch(/aria-current="step"[^>]*>(?:(?!<\/button>).)*Answer the questions/s);
  expect(html).toContain('aria-label="Question 1, answered: go to it"');
  expect(html).toContain('aria-label="Question 2, not answered yet: go to it"');
  const shut = rendered(
    <Rope
      knots={knots.map((knot) => ({ ...knot, locked: true }))}
      current="read"
      tight={false}
      go={nothing}
      goToAnswer={nothing}
    />,
  );
  expect(shut).not.toContain('Question 1');
});
