import type { Instant, StepId } from '@/core/ids';
import { standing } from '@/core/work/standing';
import { openSteps, stepsDone } from '@/core/work/steps';
import { type Given, givenOf } from '@/server/kinds/step';
import type { Answers } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import { materialsOfSteps } from '@/store/materials';
import { stepPlaceOf, stepsOf } from '@/store/work';
import type { Asker, OnDesk } from './on-desk';

/** One step of the work, with what its kind is given. */
export type DeskStep = {
  readonly id: StepId;
  readonly title: string;
  readonly minutes: number;
  readonly done: boolean;
  readonly doneAt: Instant | null;
  /** Whether it may be opened: where steps come in order, those before it have to be done. Of a closed one nothing is in here. */
  readonly open: boolean;
} & Given;

/** A step of one kind. */
export type DeskStepOf<Kind extends DeskStep['kind']> = Extract<DeskStep, { readonly kind: Kind }>;

export interface DeskSteps {
  readonly steps: readonly DeskStep[];
  /** At which of them the student was last, on whichever device. */
  readonly at: StepId | null;
}

export const stepsAsks = ({ student, assignmentId }: Asker) => ({
  copies: documentsOfWork(assignmentId, student.id),
  steps: stepsOf(assignmentId),
  materials: materialsOfSteps(assignmentId, student.id),
  stepAt: stepPlaceOf(student.id, assignmentId),
});

export async function deskSteps(
  { db, student, assignment, at, facts, open, now }: OnDesk,
  { steps: all, stepAt, ...asked }: Answers<ReturnType<typeof stepsAsks>>,
): Promise<DeskSteps> {
  if (!open) return { steps: [], at: null };
  const done = stepsDone(facts);
  const copies = new Map(asked.copies.map(({ step_id, id, title, kind }) => [step_id, { id, title, kind }]));
  const materials = new Map(asked.materials.map((material) => [material.id, material]));
  const opened = new Set(openSteps(all, assignment.inOrder, done, copies).map(({ id }) => id));
  const asking = {
    db,
    student,
    assignmentId: assignment.id,
    dueAt: assignment.rules.dueAt,
    handedBack: standing(facts, assignment.rules, now).state === 'handed-back',
    now,
    lang: at.locale,
    done,
    copies,
    materials,
  };
  const steps: DeskStep[] = [];
  for (const step of all) {
    const { id, title, minutes } = step;
    const mayOpen = opened.has(id);
    steps.push({
      id,
      title,
      minutes,
      done: done.has(id),
      doneAt: done.get(id) ?? null,
      open: mayOpen,
      ...(await givenOf(asking, step, mayOpen)),
    });
  }
  return { steps, at: stepAt };
}
