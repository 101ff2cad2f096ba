import fc from 'fast-check';
import { type AttemptAct, type AttemptTerms, attemptStanding, mayBegin, minutesToSay } from './attempt';

const MINUTE = 60_000;
const T = 1_800_000_000_000;
const EXAM: AttemptTerms = { limit: 40, working: 15, closesAt: null };
const at = (minutes: number) => T + minutes * MINUTE;
const begun: AttemptAct = { kind: 'begun', at: T };

test('time runs on whoever is there, then the working, then it is over by itself', () => {
  const acts: AttemptAct[] = [begun, { kind: 'left', at: at(3) }];
  const phase = (minutes: number) => attemptStanding(acts, EXAM, at(minutes)).phase;
  expect([0, 39.99, 40, 54.99, 55, 500].map(phase)).toEqual([
    'answering',
    'answering',
    'working',
    'working',
    'over',
    'over',
  ]);
  expect(attemptStanding(acts, EXAM, at(60))).toMatchObject({
    endedAt: at(55),
    endedBy: 'time',
    answersUntil: at(40),
    present: false,
  });
  expect(attemptStanding(acts, EXAM, at(10)).nextEnd).toBe(at(40));
  expect(attemptStanding(acts, EXAM, at(45)).nextEnd).toBe(at(55));
});

test('finishing begins the minutes for the working at once; finished again it is over', () => {
  const acts: AttemptAct[] = [begun, { kind: 'finished', at: at(20) }];
  expect(attemptStanding(acts, EXAM, at(21))).toMatchObject({ phase: 'working', workingUntil: at(35) });
  expect(attemptStanding([...acts, { kind: 'ended', at: at(22), by: 'person' }], EXAM, at(23))).toMatchObject({
    phase: 'over',
    endedAt: at(22),
    endedBy: 'person',
    nextEnd: null,
  });
  expect(attemptStanding(acts, { ...EXAM, working: null }, at(21))).toMatchObject({ phase: 'over', endedBy: 'person' });
});

test('minutes that were given move the end, those of a server that was away are told apart', () => {
  const acts: AttemptAct[] = [
    begun,
    { kind: 'given-time', at: at(5), minutes: 10, away: false },
    { kind: 'given-time', at: at(9), minutes: 3, away: true },
  ];
  expect(attemptStanding(acts, { ...EXAM, closesAt: at(45) }, at(10))).toMatchObject({
    answersUntil: at(53),
    givenMore: 10,
    givenBack: 3,
  });
});

test('the closing time of the work ends it earlier; opened again it goes on for so long', () => {
  const closing = { ...EXAM, closesAt: at(30) };
  expect(attemptStanding([begun], closing, at(31)).phase).toBe('working');
  const again: AttemptAct[] = [
    begun,
    { kind: 'ended', at: at(45), by: 'time' },
    { kind: 'reopened', at: at(60), minutes: 10 },
  ];
  expect(attemptStanding(again, closing, at(65))).toMatchObject({ phase: 'answering', answersUntil: at(70) });
  expect(attemptStanding([...again, { kind: 'voided', at: at(66) }], closing, at(67))).toMatchObject({
    phase: 'void',
    nextEnd: null,
  });
});

test('without a limit it runs until somebody finishes', () => {
  const terms: AttemptTerms = { limit: null, working: null, closesAt: null };
  expect(attemptStanding([begun], terms, at(1e6))).toMatchObject({ phase: 'answering', nextEnd: null });
});

const act: fc.Arbitrary<(when: number) => AttemptAct> = fc.oneof(
  fc
    .constantFrom('left', 'returned', 'finished', 'voided')
    .map((kind) => (when: number) => ({ kind, at: when }) as AttemptAct),
  fc.integer({ min: 1, max: 30 }).map(
    (minutes) =>
      (when: number): AttemptAct => ({ kind: 'given-time', at: when, minutes, away: minutes % 2 === 0 }),
  ),
  fc
    .constantFrom('person', 'time', 'teacher')
    .map((by) => (when: number) => ({ kind: 'ended', at: when, by }) as AttemptAct),
  fc.integer({ min: 1, max: 30 }).map(
    (minutes) =>
      (when: number): AttemptAct => ({ kind: 'reopened', at: when, minutes }),
  ),
);

test('in every order of acts: one phase, ends that never lie before the beginning, and time alone never opens anything', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(act, fc.integer({ min: 0, max: 20 })), { maxLength: 8 }),
      fc.record({
        limit: fc.option(fc.integer({ min: 1, max: 60 })),
        working: fc.option(fc.integer({ min: 1, max: 20 })),
        closesAt: fc.option(fc.integer({ min: 1, max: 90 }).map(at)),
      }),
      (some, terms) => {
        let when = T;
        const acts: AttemptAct[] = [begun];
        for (const [make, wait] of some) {
          when += wait * MINUTE;
          acts.push(make(when));
        }
        let was: string | null = null;
        const order = ['answering', 'working', 'over'];
        for (let minute = 0; minute < 240; minute += 12) {
          const now = when + minute * MINUTE;
          const stands = attemptStanding(acts, terms, now);
          expect(stands.begunAt).toBe(T);
          if (stands.answersUntil !== null && !acts.some(({ kind }) => kind === 'reopened'))
            expect(stands.answersUntil).toBeGreaterThan(T);
          if (stands.workingUntil !== null && stands.answersUntil !== null && stands.finishedAt === null)
            expect(stands.workingUntil).toBeGreaterThanOrEqual(stands.answersUntil);
          if (stands.phase === 'answering' && stands.answersUntil !== null)
            expect(now).toBeLessThan(stands.answersUntil);
          if (stands.phase === 'void') continue;
          if (was !== null) expect(order.indexOf(stands.phase)).toBeGreaterThanOrEqual(order.indexOf(was));
          was = stands.phase;
        }
      },
    ),
    { numRuns: 200 },
  );
});

test('how often, how long between, until all are right; what was voided is as if it had not been', () => {
  const rules = { attempts: 2, wait: 10, untilRight: false };
  const over = { phase: 'over', endedAt: at(0), allRight: false } as const;
  expect(mayBegin(rules, [], at(0))).toBeNull();
  expect(mayBegin(rules, [over], at(5))).toEqual({ code: 'wait', until: at(10) });
  expect(mayBegin(rules, [over], at(10))).toBeNull();
  expect(mayBegin(rules, [over, over], at(99))).toEqual({ code: 'no-attempts-left' });
  expect(mayBegin(rules, [over, { ...over, phase: 'void' }], at(99))).toBeNull();
  expect(mayBegin(rules, [{ ...over, phase: 'working' }], at(99))).toEqual({ code: 'attempt-runs' });
  expect(mayBegin({ attempts: null, wait: 0, untilRight: true }, [{ ...over, allRight: true }], at(99))).toEqual({
    code: 'all-right',
  });
});

test('words come at ten, five and one minute, and not in between', () => {
  expect([11, 10, 7, 5, 3, 1, 0.5, 0].map((left) => minutesToSay(T, at(left)))).toEqual([
    null,
    10,
    10,
    5,
    5,
    1,
    1,
    null,
  ]);
});
