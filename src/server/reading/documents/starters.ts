import { documentKind, type Written } from '@/core/kinds/document';
import { documentFor } from '@/core/kinds/step';
import type { StoredStep } from '@/store/work';

/** What a teacher gave to write in, with its kind; `null` where nothing is written in a step. */
export function starterOf(step: Pick<StoredStep, 'kind' | 'starter'>): Written | null {
  const kind = documentFor(step.kind);
  if (kind === null) return null;
  // What nobody types in begins empty.
  if (!documentKind(kind).typed) return { kind, content: documentKind(kind).empty } as Written;
  if (step.starter === null) return null;
  const much = documentKind(kind).overflow(step.starter);
  if (much) throw new Error(`the starter of a step cannot be read: ${much}`);
  return { kind, content: step.starter } as Written;
}
