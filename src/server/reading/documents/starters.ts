import { documentKind, type Written } from '@/core/kinds/document';
import { startOf } from '@/core/kinds/step';
import type { StoredStep } from '@/store/work';

/** What a teacher gave to write in, with its kind; `null` where nothing is written in a step. */
export function starterOf(step: Pick<StoredStep, 'kind' | 'starter'>): Written | null {
  const start = startOf(step);
  const much = start && documentKind(start.kind).overflow(start.content);
  if (much) throw new Error(`the starter of a step cannot be read: ${much}`);
  return start;
}
