import type { Written } from '@/core/kinds/document';
import { documentFor } from '@/core/kinds/step';
import type { StoredStep } from '@/store/work';

/** What a teacher gave to write in, with its kind; `null` where nothing is written in a step. */
export function starterOf(step: Pick<StoredStep, 'kind' | 'starter'>): Written | null {
  const kind = documentFor(step.kind);
  return kind === null || step.starter === null ? null : { kind, content: step.starter };
}
