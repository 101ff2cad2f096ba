/** What was to be done has been done: whatever the demo school says is taken, or the school is not made. */
export function done<Outcome extends { readonly ok: boolean }>(
  outcome: Outcome,
): Extract<Outcome, { readonly ok: true }> {
  if (!outcome.ok) throw new Error(`the demo school could not be made: ${JSON.stringify(outcome)}`);
  return outcome as Extract<Outcome, { readonly ok: true }>;
}
