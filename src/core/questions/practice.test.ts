import { practiceStanding, type Tried } from './practice';

const DAY = 86_400_000;
const day = (at: number) => String(Math.floor(at / DAY));
const ALL = ['a', 'b', 'c', 'd', 'e'];

/** Goes through a practice: who answers wrong says so. @returns what was asked, in order */
function go(wrongs: readonly string[], most = 30, start = 0): { readonly asked: string[]; readonly tried: Tried[] } {
  const left = [...wrongs];
  const tried: Tried[] = [];
  const asked: string[] = [];
  for (let n = 0; n < most; n += 1) {
    const { next } = practiceStanding(ALL, tried, start + n, day);
    if (next === null) break;
    asked.push(next);
    const wrong = left.indexOf(next);
    if (wrong >= 0) left.splice(wrong, 1);
    tried.push({ question: next, right: wrong < 0, at: start + n });
  }
  return { asked, tried };
}

test('new ones come in their order, and with everything right it ends', () => {
  expect(go([]).asked).toEqual(ALL);
});

test('a wrong one comes back after three others, and where there are none at once', () => {
  expect(go(['a']).asked).toEqual(['a', 'b', 'c', 'd', 'a', 'e']);
  expect(go(['e', 'e']).asked).toEqual(['a', 'b', 'c', 'd', 'e', 'e', 'e']);
});

test('what was wrong comes once more on the next day, and is known when it is right then', () => {
  const { tried } = go(['b']);
  expect(practiceStanding(ALL, tried, 10, day)).toMatchObject({ next: null, later: ['b'], again: [] });
  expect(practiceStanding(ALL, tried, DAY, day).next).toBe('b');
  const known = [...tried, { question: 'b', right: true, at: DAY }];
  expect(practiceStanding(ALL, known, 2 * DAY, day)).toMatchObject({ next: null, later: [] });
});
