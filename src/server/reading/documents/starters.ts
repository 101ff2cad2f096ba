import { documentKind, type Written } from '@/core/kinds/document';
import { beginsBare } from '@/core/kinds/step';
import { startOf } from '@/core/kinds/step/starting';
import type { StoredStep } from '@/store/work';

/** What a copy of a step begins with, with its kind; `null` where nothing is written in a step. */
export function starterOf(step: Pick<StoredStep, 'kind' | 'starter'>): Written | null {
  const start = startOf(step);
  const much = start && documentKind(start.kind).overflow(start.content);
  if (much) throw new Error(`the starter of a step cannot be read: ${much}`);
  return start;
}

/** What a teacher gave to write in; `null` where a copy begins empty, so that nothing in it can be the teacher's. */
export const givenIn = (step: Pick<StoredStep, 'kind' | 'starter'>): Written | null =>
  beginsBare(step.kind) ? null : starterOf(step);
