import { type ContentOf, documentKind, type Written, writtenAs } from '../document';
import { beginsBare, documentFor, type StepName } from '.';

/** What a step opens with to be written in; `null` where nothing is written in it, or nothing was given. */
export function startOf(step: { readonly kind: StepName; readonly starter: unknown }): Written | null {
  const needs = documentFor(step.kind);
  if (needs === null) return null;
  if (beginsBare(step.kind)) return writtenAs(needs, documentKind(needs).empty);
  return step.starter === null ? null : writtenAs(needs, step.starter as ContentOf);
}
