import type { HandInId, Instant, StepId } from '../ids';
import { type Fact, type Facts, factsOfKind } from './facts';
import { closingTime, countedFrom, type Rules } from './rules';
import { isWithTeacher, type State, standing } from './standing';
import { stepsDone } from './steps';

/** Something that a person wants to do to a piece of work. */
export type Move =
  | { readonly kind: 'open' }
  | { readonly kind: 'edit' }
  | { readonly kind: 'do-step'; readonly step: StepId }
  | { readonly kind: 'hand-in'; readonly handIn: HandInId; readonly pieces: number; readonly begunAt?: Instant | null }
  | { readonly kind: 'tick-off'; readonly handIn: HandInId; readonly begunAt?: Instant | null }
  | { readonly kind: 'take-back' }
  | { readonly kind: 'hand-back'; readonly anotherGo: boolean }
  /** The teacher asks for another go of what has come back for good. */
  | { readonly kind: 'ask-again' };

export const MOVE_KINDS = [
  'open',
  'edit',
  'do-step',
  'hand-in',
  'tick-off',
  'take-back',
  'hand-back',
  'ask-again',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

/** Why a move cannot be made: a code for the words, and the time the words speak of, where there is one. */
export interface Refusal {
  readonly ok: false;
  readonly code:
    | 'not-open-yet'
    | 'closed'
    | 'already-handed-in'
    | 'already-handed-back'
    | 'not-handed-in'
    | 'no-goes-left'
    | 'take-back-not-allowed'
    | 'nothing-to-hand-in'
    | 'only-ticked-off'
    | 'needs-a-piece'
    | 'earlier-step-first'
    | 'agree-first';
  readonly at: Instant | null;
}

export interface Accepted {
  readonly ok: true;
  readonly fact: Fact;
  readonly facts: Facts;
}

const refuse = (code: Refusal['code'], at: Instant | null = null): Refusal => ({ ok: false, code, at });

/** The refusal that follows from the state alone, for whatever a student does to unfinished work. */
function notNow(state: State, rules: Rules): Refusal | null {
  switch (state) {
    case 'opens-later':
      return refuse('not-open-yet', rules.opensAt);
    case 'closed':
      return refuse('closed', closingTime(rules));
    case 'handed-in':
    case 'handed-in-late':
      return refuse('already-handed-in');
    case 'handed-back':
      return refuse('already-handed-back');
    default:
      return null;
  }
}

/** The moment as of which a move is judged. */
const asOf = (move: Move, now: Instant, rules: Rules): Instant =>
  'handIn' in move ? countedFrom(move.begunAt ?? null, now, rules) : now;

/** Nothing is written, attached, done or handed in before what has to be agreed to was. */
function agreeFirst(facts: Facts, rules: Rules, step: StepId | null): Refusal | null {
  const { steps, before } = rules.agreements ?? { steps: [], before: [] };
  if (step !== null && (steps.includes(step) || before.includes(step))) return null;
  const done = stepsDone(facts);
  return steps.every((one) => done.has(one)) ? null : refuse('agree-first');
}

/** A hand-in of what is ticked off, a ticking off of what is handed in, and a hand-in of nothing. */
function refusedAs(move: Extract<Move, { readonly handIn: HandInId }>, rules: Rules): Refusal | null {
  if (move.kind === 'tick-off') return rules.takes === 'tick' ? null : refuse('needs-a-piece');
  if (rules.takes === 'tick') return refuse('only-ticked-off');
  return move.pieces > 0 ? null : refuse('nothing-to-hand-in');
}

function refusal(facts: Facts, move: Move, now: Instant, rules: Rules): Refusal | null {
  const { state, goesUsed } = standing(facts, rules, asOf(move, now, rules));
  const left = rules.goes !== null && goesUsed >= rules.goes ? refuse('no-goes-left') : null;
  switch (move.kind) {
    case 'open':
      return state === 'opens-later' ? refuse('not-open-yet', rules.opensAt) : null;
    case 'edit':
      return notNow(state, rules) ?? agreeFirst(facts, rules, null);
    case 'do-step':
      return notNow(state, rules) ?? agreeFirst(facts, rules, move.step);
    case 'hand-in':
    case 'tick-off':
      return notNow(state, rules) ?? left ?? refusedAs(move, rules) ?? agreeFirst(facts, rules, null);
    case 'take-back': {
      if (state === 'handed-back') return refuse('already-handed-back');
      if (state !== 'handed-in' && state !== 'handed-in-late') return refuse('not-handed-in');
      if (!rules.takeBack) return refuse('take-back-not-allowed');
      if (left) return left;
      const closing = closingTime(rules);
      return closing !== null && now > closing && factsOfKind(facts, 'handed-back').length === 0
        ? refuse('closed', closing)
        : null;
    }
    case 'hand-back':
      if (isWithTeacher(state)) return null;
      return refuse(state === 'handed-back' ? 'already-handed-back' : 'not-handed-in');
    case 'ask-again':
      return state === 'handed-back' ? null : refuse('not-handed-in');
  }
}

function factOf(move: Move, at: Instant, counts: Instant): Fact {
  switch (move.kind) {
    case 'open':
      return { kind: 'opened', at };
    case 'edit':
      return { kind: 'edited', at };
    case 'do-step':
      return { kind: 'step-done', at, step: move.step };
    case 'hand-in':
    case 'tick-off':
      return { kind: 'handed-in', at, handIn: move.handIn, ...(counts === at ? {} : { counts }) };
    case 'take-back':
      return { kind: 'taken-back', at };
    case 'hand-back':
      return { kind: 'handed-back', at, anotherGo: move.anotherGo };
    case 'ask-again':
      return { kind: 'handed-back', at, anotherGo: true };
  }
}

/**
 * Makes a move, or says why not. The facts that went in are never changed.
 *
 * @example makeMove([], { kind: 'take-back' }, now, rules) // { ok: false, code: 'not-handed-in', at: null }
 */
export function makeMove(facts: Facts, move: Move, now: Instant, rules: Rules): Accepted | Refusal {
  const refused = refusal(facts, move, now, rules);
  if (refused) return refused;
  const fact = factOf(move, now, asOf(move, now, rules));
  return { ok: true, fact, facts: [...facts, fact] };
}

/** A move of each kind with what it would carry at best, to ask whether the kind is allowed at all. */
const probes = ({ agreements }: Rules): Record<MoveKind, Move> => ({
  open: { kind: 'open' },
  edit: { kind: 'edit' },
  'do-step': { kind: 'do-step', step: agreements?.steps[0] ?? ('' as StepId) },
  'hand-in': { kind: 'hand-in', handIn: '' as HandInId, pieces: 1 },
  'tick-off': { kind: 'tick-off', handIn: '' as HandInId },
  'take-back': { kind: 'take-back' },
  'hand-back': { kind: 'hand-back', anotherGo: false },
  'ask-again': { kind: 'ask-again' },
});

/** The kinds of move that would be accepted now. */
export function allowedMoves(facts: Facts, now: Instant, rules: Rules): readonly MoveKind[] {
  const probe = probes(rules);
  return MOVE_KINDS.filter((kind) => refusal(facts, probe[kind], now, rules) === null);
}
