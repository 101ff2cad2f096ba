import fc from 'fast-check';
import type { HandInId, StepId } from '../ids';
import type { Fact, Facts } from './facts';
import { allowedMoves, MOVE_KINDS, type Move, type MoveKind, makeMove } from './moves';
import { GRACE, type Rules, rulesFor, withExtraTime } from './rules';
import { BEGINS, listOf, listOfCourse, STATES, type State, standing, TURNS, type Turn } from './standing';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const OPENS = 10 * DAY;
const DUE = 20 * DAY;
const CLOSES = 25 * DAY;

const rules: Rules = {
  opensAt: OPENS,
  dueAt: DUE,
  closesAt: CLOSES,
  late: { kind: 'no-loss' },
  takes: 'pieces',
  takeBack: true,
  goes: null,
  waits: false,
};

const edited = (at: number): Fact => ({ kind: 'edited', at });
const handedIn = (at: number, id = 'h'): Fact => ({ kind: 'handed-in', at, handIn: id as HandInId });
const takenBack = (at: number): Fact => ({ kind: 'taken-back', at });
const handedBack = (at: number, anotherGo = false): Fact => ({ kind: 'handed-back', at, anotherGo });

/** One way into each of the nine states. */
const INTO: Record<State, { facts: Facts; now: number }> = {
  'opens-later': { facts: [], now: OPENS - 1 },
  'not-started': { facts: [], now: OPENS },
  'under-way': { facts: [edited(12 * DAY)], now: 13 * DAY },
  'handed-in': { facts: [edited(12 * DAY), handedIn(DUE)], now: 21 * DAY },
  'handed-in-late': { facts: [edited(12 * DAY), handedIn(DUE + 1)], now: 21 * DAY },
  'handed-back': { facts: [handedIn(15 * DAY), handedBack(16 * DAY)], now: 17 * DAY },
  'another-go': { facts: [handedIn(15 * DAY), handedBack(16 * DAY, true)], now: 40 * DAY },
  overdue: { facts: [], now: DUE + 1 },
  closed: { facts: [edited(12 * DAY)], now: CLOSES + 1 },
};

/** What each state allows. Whatever is not named is refused. */
const ALLOWED: Record<State, readonly MoveKind[]> = {
  'opens-later': [],
  'not-started': ['open', 'edit', 'do-step', 'hand-in'],
  'under-way': ['open', 'edit', 'do-step', 'hand-in'],
  'handed-in': ['open', 'take-back', 'hand-back'],
  'handed-in-late': ['open', 'take-back', 'hand-back'],
  'handed-back': ['open', 'ask-again'],
  'another-go': ['open', 'edit', 'do-step', 'hand-in'],
  overdue: ['open', 'edit', 'do-step', 'hand-in'],
  closed: ['open'],
};

describe('the nine states', () => {
  test.each(STATES)('%s comes from its facts and allows just its moves', (state) => {
    const { facts, now } = INTO[state];
    expect(standing(facts, rules, now).state).toBe(state);
    expect(allowedMoves(facts, now, rules)).toEqual(ALLOWED[state]);
  });

  test('the due moment is on time, the closing moment still takes', () => {
    expect(standing([handedIn(DUE)], rules, DUE).state).toBe('handed-in');
    expect(standing([], rules, DUE).state).toBe('not-started');
    expect(makeMove([], { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 1 }, CLOSES, rules).ok).toBe(true);
    expect(makeMove([], { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 1 }, CLOSES + 1, rules)).toMatchObject({
      code: 'closed',
      at: CLOSES,
    });
  });

  test.each([
    ['begun before the closing time, finished a minute after it', CLOSES - 1, CLOSES + 60_000, true],
    ['begun at the closing moment, finished as the grace ends', CLOSES, CLOSES + GRACE, true],
    ['finished after the grace', CLOSES - 1, CLOSES + GRACE + 1, false],
    ['begun after the closing time', CLOSES + 1, CLOSES + 2, false],
  ])('a hand-in %s', (_, begunAt, now, taken) => {
    const move: Move = { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 1, begunAt };
    expect(makeMove([edited(12 * DAY)], move, now, rules).ok).toBe(taken);
  });

  test('begun before the due time and finished within the grace it is on time, and remembers both moments', () => {
    const move: Move = { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 1, begunAt: DUE - 5 };
    const made = makeMove([], move, DUE + 1000, rules);
    expect(made).toMatchObject({ fact: { at: DUE + 1000, counts: DUE - 5 } });
    expect(made.ok && standing(made.facts, rules, DUE + 1000).state).toBe('handed-in');
    const slow = makeMove([], move, DUE + GRACE + 1, rules);
    expect(slow.ok && standing(slow.facts, rules, DUE + GRACE + 1).state).toBe('handed-in-late');
  });

  test('extra time moves the due and the closing time, and nothing else', () => {
    const more = withExtraTime(rules, DAY);
    expect(more).toEqual({ ...rules, dueAt: DUE + DAY, closesAt: CLOSES + DAY });
    expect(standing([handedIn(DUE + 1)], more, 21 * DAY).state).toBe('handed-in');
    expect(withExtraTime({ ...rules, closesAt: null }, DAY).closesAt).toBeNull();
  });

  test('what was due before a student came is not late for them, is on no list of what is missing, and stays closed', () => {
    const terms = { extra: 0, joinedAt: DUE + DAY };
    const own = rulesFor(rules, terms);
    expect(own).toMatchObject({ dueAt: null, closesAt: CLOSES, beforeJoining: true });
    const { state } = standing([], own, DUE + 2 * DAY);
    expect([state, listOf(state, own), listOf(state, rules)]).toEqual(['not-started', 'later', 'missing']);
    expect(standing([handedIn(DUE + 2 * DAY)], own, DUE + 3 * DAY)).toMatchObject({
      state: 'handed-in',
      handIn: { lateBy: 0 },
    });
    const strict: Rules = { ...rules, late: { kind: 'closed' } };
    expect(standing([], rulesFor(strict, terms), DUE + 2 * DAY).state).toBe('closed');
    // With more time it was still due when they came; and nobody who was there from the beginning has other rules.
    expect(rulesFor(rules, { ...terms, extra: 2 * DAY })).toEqual(withExtraTime(rules, 2 * DAY));
    expect(rulesFor(rules, { extra: 0, joinedAt: null })).toBe(rules);
  });

  test('where lateness is refused, the due time closes', () => {
    const strict: Rules = { ...rules, late: { kind: 'closed' } };
    expect(standing([], strict, DUE).state).toBe('not-started');
    expect(standing([], strict, DUE + 1).state).toBe('closed');
  });

  test('taking back never costs the hand-in: at the closing time it counts again', () => {
    const facts = [handedIn(15 * DAY), takenBack(16 * DAY), edited(17 * DAY)];
    expect(standing(facts, rules, 18 * DAY)).toMatchObject({ state: 'under-way', handIn: null });
    expect(standing(facts, rules, DUE + 1).state).toBe('overdue');
    expect(standing(facts, rules, CLOSES + 1)).toMatchObject({ state: 'handed-in', handIn: { at: 15 * DAY } });
    expect(makeMove(facts, { kind: 'take-back' }, CLOSES + 1, rules)).toMatchObject({ code: 'closed' });
  });

  test('another go that was asked for has no due time and no closing time', () => {
    const facts = [handedIn(15 * DAY), handedBack(16 * DAY, true), handedIn(40 * DAY, 'second')];
    expect(standing(facts, rules, 41 * DAY)).toMatchObject({ state: 'handed-in', handIn: { lateBy: 0 } });
    expect(standing([...facts, takenBack(42 * DAY)], rules, 43 * DAY).state).toBe('another-go');
  });

  test('work that nothing is handed in for is ticked off, and only that', () => {
    const tick: Rules = { ...rules, takes: 'tick' };
    const now = 12 * DAY;
    expect(makeMove([], { kind: 'tick-off', handIn: 'h' as HandInId }, now, tick).ok).toBe(true);
    expect(makeMove([], { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 1 }, now, tick)).toMatchObject({
      code: 'only-ticked-off',
    });
    expect(makeMove([], { kind: 'tick-off', handIn: 'h' as HandInId }, now, rules)).toMatchObject({
      code: 'needs-a-piece',
    });
    expect(makeMove([], { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 0 }, now, rules)).toMatchObject({
      code: 'nothing-to-hand-in',
    });
  });

  test('what waits for other work opens when that is handed in, and then stays open', () => {
    const waiting: Rules = { ...rules, waits: true };
    expect(standing([], waiting, 12 * DAY).state).toBe('opens-later');
    expect(makeMove([], { kind: 'edit' }, 12 * DAY, waiting)).toMatchObject({ code: 'not-open-yet' });
    const unlocked: Facts = [{ kind: 'unlocked', at: 11 * DAY }];
    expect(standing(unlocked, waiting, 12 * DAY).state).toBe('not-started');
    expect(standing(unlocked, waiting, OPENS - 1).state).toBe('opens-later');
    expect(standing([], waiting, CLOSES + 1).state).toBe('closed');
  });

  test('another go can be asked for of what has come back for good, and of nothing else', () => {
    const back = [handedIn(12 * DAY), handedBack(14 * DAY, false)];
    const asked = makeMove(back, { kind: 'ask-again' }, 30 * DAY, { ...rules, goes: 1 });
    expect(asked).toMatchObject({ ok: true, fact: { kind: 'handed-back', anotherGo: true } });
    if (!asked.ok) throw new Error('it was refused');
    // Long after the closing time, and with the one go used up, it can be handed in once more.
    expect(standing(asked.facts, rules, 31 * DAY).state).toBe('another-go');
    expect(allowedMoves(asked.facts, 31 * DAY, { ...rules, goes: 1 })).toContain('hand-in');
    for (const facts of [[], [handedIn(12 * DAY)], [...back, handedBack(15 * DAY, true)]])
      expect(makeMove(facts, { kind: 'ask-again' }, 30 * DAY, rules)).toMatchObject({ code: 'not-handed-in' });
  });

  test('with one go, what is handed in stays; a go that is asked for comes on top', () => {
    const once: Rules = { ...rules, goes: 1 };
    const facts = [handedIn(12 * DAY)];
    expect(makeMove(facts, { kind: 'take-back' }, 13 * DAY, once)).toMatchObject({ code: 'no-goes-left' });
    const again = [...facts, handedBack(14 * DAY, true)];
    expect(allowedMoves(again, 15 * DAY, once)).toContain('hand-in');
    expect(allowedMoves([handedIn(12 * DAY)], 13 * DAY, { ...rules, takeBack: false })).not.toContain('take-back');
  });
});

const anyRules = fc.record({
  opensAt: fc.option(fc.integer({ min: 0, max: 12 }).map((d) => d * DAY)),
  dueAt: fc.option(fc.integer({ min: 8, max: 25 }).map((d) => d * DAY)),
  closesAt: fc.option(fc.integer({ min: 10, max: 30 }).map((d) => d * DAY)),
  late: fc.constantFrom<Rules['late']>(
    { kind: 'no-loss' },
    { kind: 'loss', points: 2, per: 'day', floor: 5 },
    { kind: 'closed' },
  ),
  takes: fc.constantFrom<Rules['takes']>('pieces', 'short', 'tick'),
  takeBack: fc.boolean(),
  goes: fc.option(fc.integer({ min: 1, max: 3 })),
  waits: fc.boolean(),
});

const anyMove = fc.oneof(
  fc.constantFrom<Move>(
    { kind: 'open' },
    { kind: 'edit' },
    { kind: 'do-step', step: 's' as StepId },
    { kind: 'take-back' },
    { kind: 'hand-in', handIn: 'a' as HandInId, pieces: 1 },
    { kind: 'hand-in', handIn: 'b' as HandInId, pieces: 0 },
    { kind: 'tick-off', handIn: 'c' as HandInId },
    { kind: 'hand-back', anotherGo: false },
    { kind: 'hand-back', anotherGo: true },
    { kind: 'ask-again' },
  ),
);

/** A life of a piece of work: moves with hours between them, each tried, the accepted ones kept. */
const life = fc.array(fc.record({ move: anyMove, after: fc.integer({ min: 0, max: 5 * 24 }) }), { maxLength: 25 });

/** What is left of a life under some rules: its facts, and when it ended. */
function lived(moves: readonly { readonly move: Move; readonly after: number }[], rules: Rules) {
  let facts: Facts = [];
  let now = 0;
  for (const { move, after } of moves) {
    now += after * HOUR;
    const outcome = makeMove(facts, move, now, rules);
    if (outcome.ok) facts = outcome.facts;
  }
  return { facts, now };
}

describe('whatever happens to a piece of work', () => {
  test('it is on the list that its course names, without any of its times', () => {
    const turns: ReadonlySet<string> = new Set(TURNS);
    const begins: ReadonlySet<string> = new Set(BEGINS);
    fc.assert(
      fc.property(anyRules, life, fc.integer({ min: 0, max: 40 }), (anyOf, moves, day) => {
        const { facts, now } = lived(moves, anyOf);
        const course = {
          begun: facts.some(({ kind }) => begins.has(kind)),
          turns: facts.flatMap((fact): Turn[] =>
            turns.has(fact.kind)
              ? [{ kind: fact.kind as Turn['kind'], anotherGo: 'anotherGo' in fact && fact.anotherGo }]
              : [],
          ),
        };
        const at = now + day * DAY;
        expect(listOfCourse(course, anyOf, at)).toBe(listOf(standing(facts, anyOf, at).state, {}));
      }),
    );
  });

  test('it is in exactly one state, refusals change nothing, and a move is allowed just when it is accepted', () => {
    fc.assert(
      fc.property(anyRules, life, (anyOf, moves) => {
        let facts: Facts = [];
        let now = 0;
        for (const { move, after } of moves) {
          now += after * HOUR;
          const before = standing(facts, anyOf, now);
          expect(STATES).toContain(before.state);
          const kept = [...facts];
          const outcome = makeMove(facts, move, now, anyOf);
          expect(facts).toEqual(kept);
          if (outcome.ok) {
            expect(allowedMoves(facts, now, anyOf)).toContain(move.kind);
            expect(outcome.facts).toEqual([...facts, outcome.fact]);
            facts = outcome.facts;
          }
          const since = standing(facts, anyOf, now).state;
          if (outcome.ok && (move.kind === 'hand-in' || move.kind === 'tick-off')) {
            expect(['handed-in', 'handed-in-late']).toContain(since);
          }
          if (outcome.ok && move.kind === 'hand-back') {
            expect(since).toBe(move.anotherGo ? 'another-go' : 'handed-back');
          }
          if (!outcome.ok) expect(since).toBe(before.state);
        }
      }),
      { numRuns: 600 },
    );
  });

  test('a hand-in, once accepted, is never lost to the passing of time', () => {
    fc.assert(
      fc.property(anyRules, life, fc.integer({ min: 0, max: 60 }), (anyOf, moves, later) => {
        const { facts, now } = lived(moves, anyOf);
        fc.pre(facts.some(({ kind }) => kind === 'handed-in'));
        expect(['closed', 'opens-later', 'not-started']).not.toContain(standing(facts, anyOf, now + later * DAY).state);
      }),
      { numRuns: 600 },
    );
  });

  test('the facts that went in are never changed', () => {
    for (const state of STATES) {
      const { facts, now } = INTO[state];
      const given = Object.freeze(facts.map((fact) => Object.freeze({ ...fact })));
      for (const kind of MOVE_KINDS) {
        const move: Move =
          kind === 'do-step'
            ? { kind, step: 's' as StepId }
            : kind === 'hand-in'
              ? { kind, handIn: 'new' as HandInId, pieces: 1 }
              : kind === 'tick-off'
                ? { kind, handIn: 'new' as HandInId }
                : kind === 'hand-back'
                  ? { kind, anotherGo: false }
                  : { kind };
        const made = makeMove(given, move, now, rules);
        expect(given).toEqual(facts);
        if (made.ok) expect([state, kind, made.facts.slice(0, -1)]).toEqual([state, kind, facts]);
      }
    }
  });

  test('every kind of move is accepted somewhere and refused somewhere', () => {
    const tick: Rules = { ...rules, takes: 'tick' };
    const accepted = new Set(
      STATES.flatMap((state) => [
        ...allowedMoves(INTO[state].facts, INTO[state].now, rules),
        ...allowedMoves(INTO[state].facts, INTO[state].now, tick),
      ]),
    );
    expect([...accepted].sort()).toEqual([...MOVE_KINDS].sort());
    expect(allowedMoves([], OPENS - 1, rules)).toEqual([]);
  });
});

describe('what has to be agreed to', () => {
  const [agree, read, other] = ['agree', 'read', 'other'] as unknown as [StepId, StepId, StepId];
  const after: Rules = { ...rules, agreements: { steps: [agree], before: [read] } };
  const stepDone = (step: StepId): Fact => ({ kind: 'step-done', at: 11 * DAY, step });
  const now = 12 * DAY;
  const codeOf = (facts: Facts, move: Move, of = after) => {
    const made = makeMove(facts, move, now, of);
    return made.ok ? 'ok' : made.code;
  };
  const moves: readonly Move[] = [
    { kind: 'edit' },
    { kind: 'do-step', step: other },
    { kind: 'hand-in', handIn: 'h' as HandInId, pieces: 1 },
  ];

  test('comes before writing, attaching, doing and handing in; it can be opened, agreed to, and read', () => {
    for (const move of moves) expect([move.kind, codeOf([], move)]).toEqual([move.kind, 'agree-first']);
    expect(codeOf([], { kind: 'tick-off', handIn: 'h' as HandInId }, { ...after, takes: 'tick' })).toBe('agree-first');
    expect(codeOf([], { kind: 'open' })).toBe('ok');
    expect(codeOf([], { kind: 'do-step', step: agree })).toBe('ok');
    expect(codeOf([], { kind: 'do-step', step: read })).toBe('ok');
    expect(allowedMoves([], now, after)).toEqual(['open', 'do-step']);
  });

  test('holds nothing back once it was agreed to, and reading alone agrees to nothing', () => {
    for (const move of moves) {
      expect(codeOf([stepDone(read)], move)).toBe('agree-first');
      expect(codeOf([stepDone(agree)], move)).toBe('ok');
    }
    expect(allowedMoves([stepDone(agree)], now, after)).toEqual(['open', 'edit', 'do-step', 'hand-in']);
  });

  test('all of it, where there are several', () => {
    const two: Rules = { ...rules, agreements: { steps: [agree, other], before: [] } };
    expect(codeOf([stepDone(agree)], { kind: 'edit' }, two)).toBe('agree-first');
    expect(codeOf([stepDone(agree), stepDone(other)], { kind: 'edit' }, two)).toBe('ok');
  });

  test('a time that has passed, and a hand-in that is there, are said first', () => {
    const made = makeMove([], { kind: 'edit' }, CLOSES + 1, after);
    expect(made).toMatchObject({ ok: false, code: 'closed' });
    const [handIn] = [handedIn(11 * DAY)];
    expect(codeOf([handIn], { kind: 'edit' })).toBe('already-handed-in');
  });
});
