import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import type { Ask } from '@/core/kinds/ask';
import type { Criterion } from '@/core/marks/rubric';
import type { Doc } from '@/core/text/nodes';
import { closingTime, type LateRule, type Takes } from '@/core/work/rules';
import { groupOf } from '@/store/arrangements';
import type { Answers } from '@/store/database';
import { findBrief, rubricOf, waitsFor } from '@/store/work';
import type { Asker, OnDesk } from './on-desk';

/** What was set: what it is about, its rules, and what is asked for. */
export interface DeskBrief {
  readonly id: AssignmentId;
  readonly title: string;
  readonly class: { readonly id: string; readonly name: string; readonly weave: string; readonly locale: string };
  readonly teachers: readonly string[];
  readonly unit: string | null;
  readonly minutes: number;
  readonly points: number | null;
  readonly takes: Takes;
  readonly late: LateRule;
  readonly opensAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  readonly goes: number | null;
  readonly takeBack: boolean;
  readonly instructions: Doc | null;
  readonly asks: readonly Ask[];
  readonly rubric: readonly Criterion[];
  /** Everybody who works on it together, by name; empty for one's own work. */
  readonly group: readonly string[];
  /** More time than the others have, in minutes. */
  readonly extraMinutes: number;
  readonly student: { readonly id: PersonId; readonly name: string; readonly shortName: string };
  /** What has to be handed in before this opens. */
  readonly waitsFor: readonly { readonly id: AssignmentId; readonly title: string; readonly done: boolean }[];
}

export const briefAsks = ({ student, assignmentId, now }: Asker) => ({
  brief: findBrief(assignmentId),
  rubric: rubricOf(assignmentId),
  group: groupOf(assignmentId, student.id),
  waitsFor: waitsFor(assignmentId, student.id, now),
});

export function deskBrief(
  { student, assignment, at, open }: OnDesk,
  { brief, rubric, group, waitsFor }: Answers<ReturnType<typeof briefAsks>>,
): DeskBrief {
  const { id, title, minutes, points, rules, extraMinutes } = assignment;
  return {
    id,
    title,
    class: { id: at.id, name: at.name, weave: at.weave, locale: at.locale },
    teachers: at.teachers,
    unit: brief?.unit ?? null,
    minutes,
    points,
    takes: rules.takes,
    late: rules.late,
    opensAt: rules.opensAt,
    dueAt: rules.dueAt,
    closesAt: closingTime(rules),
    goes: rules.goes,
    takeBack: rules.takeBack,
    instructions: open && brief ? brief.instructions : null,
    asks: open && brief ? brief.asks : [],
    rubric: open ? rubric : [],
    group: group.map(({ name }) => name),
    extraMinutes,
    student: { id: student.id, name: student.name, shortName: student.short_name },
    waitsFor,
  };
}
