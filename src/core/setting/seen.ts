import type { HandInId, Instant } from '../ids';
import { takesOf } from '../kinds/step';
import type { Facts } from '../work/facts';
import type { Rules } from '../work/rules';
import { type State, standing } from '../work/standing';
import type { AssignmentDraft } from './draft';

/** A moment at which a student looks at some work, and how it stands for them then. */
export interface Seen {
  readonly state: State;
  readonly at: Instant;
}

/** The rules of an assignment as they would hold for anybody. */
function rulesOf(draft: AssignmentDraft): Rules {
  const { opensAt, dueAt, closesAt, late, takeBack, goes } = draft;
  return { opensAt, dueAt, closesAt, late, takeBack, goes, takes: takesOf(draft.steps as never), waits: false };
}

/**
 * The states in which a student would see some work, each with a moment at which they do, in the order in which they come. They
 * follow from facts that nobody made: nobody's data is touched.
 *
 * @param now when it would be posted
 */
export function seenStates(draft: AssignmentDraft, now: Instant): readonly Seen[] {
  const rules = rulesOf(draft);
  const opens = Math.max(now, draft.opensAt ?? now);
  const { dueAt, closesAt } = draft;
  const made = (at: Instant): Facts => [
    { kind: 'edited', at },
    { kind: 'handed-in', at, handIn: 'seen' as HandInId },
  ];
  const moments: readonly (readonly [Instant | null, Facts])[] = [
    [opens - 1, []],
    [opens, []],
    [opens, [{ kind: 'edited', at: opens }]],
    [dueAt === null ? null : dueAt + 1, []],
    [opens, made(opens)],
    [dueAt === null ? null : dueAt + 1, made((dueAt ?? 0) + 1)],
    [opens, [...made(opens), { kind: 'handed-back', at: opens, anotherGo: false }]],
    [opens, [...made(opens), { kind: 'handed-back', at: opens, anotherGo: true }]],
    [closesAt === null ? null : closesAt + 1, []],
  ];
  const seen = new Map<State, Seen>();
  for (const [at, facts] of moments) {
    if (at === null) continue;
    const { state } = standing(facts, rules, at);
    if (!seen.has(state)) seen.set(state, { state, at });
  }
  return [...seen.values()];
}
