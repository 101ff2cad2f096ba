import type { AssignmentId } from '@/core/ids';
import { doNext } from '@/core/plan/do-next';
import { allowedMoves, type MoveKind } from '@/core/work/moves';
import { type State, standing } from '@/core/work/standing';
import { workItems, workQueries } from '@/server/reading/work/work-list';
import type { Answers } from '@/store/database';
import { type Receipt, receiptsOf } from '@/store/hand-ins';
import type { Asker, OnDesk } from './on-desk';

/** Where the work stands, what may be done now, and what was handed in so far. */
export interface DeskMoves {
  readonly state: State;
  readonly begun: boolean;
  readonly goesUsed: number;
  readonly moves: readonly MoveKind[];
  readonly receipts: readonly Receipt[];
  /** What comes after this by the order of Do next; `null` when nothing is left. */
  readonly next: { readonly id: AssignmentId; readonly title: string } | null;
}

export const movesAsks = ({ student, assignmentId, now }: Asker) => ({
  receipts: receiptsOf(assignmentId, student.id),
  all: workQueries(student, null, now),
});

export function deskMoves(
  { assignment, facts, now }: OnDesk,
  { receipts, all }: Answers<ReturnType<typeof movesAsks>>,
): DeskMoves {
  const { state, begun, goesUsed } = standing(facts, assignment.rules, now);
  const others = doNext(workItems(all, now), now);
  const next = others.find(({ item }) => item.id !== assignment.id)?.item;
  return {
    state,
    begun,
    goesUsed,
    moves: allowedMoves(facts, now, assignment.rules),
    receipts,
    next: next ? { id: next.id, title: next.title } : null,
  };
}
