import type { AssignmentId, Instant } from '@/core/ids';
import { doNext } from '@/core/plan/do-next';
import { allowedMoves, type MoveKind } from '@/core/work/moves';
import { type State, standing } from '@/core/work/standing';
import { workOf } from '@/server/reading/work/work-list';
import { type Receipt, receiptsOf } from '@/store/hand-ins';
import type { OnDesk } from './on-desk';

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

export async function deskMoves({ db, student, assignment, facts, now }: OnDesk): Promise<DeskMoves> {
  const { state, begun, goesUsed } = standing(facts, assignment.rules, now);
  const others = doNext(await workOf(db, student, null, now), now as Instant);
  const next = others.find(({ item }) => item.id !== assignment.id)?.item;
  return {
    state,
    begun,
    goesUsed,
    moves: allowedMoves(facts, now, assignment.rules),
    receipts: await receiptsOf(db, assignment.id, student.id),
    next: next ? { id: next.id, title: next.title } : null,
  };
}
