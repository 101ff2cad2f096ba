/** What was to be done has been done: whatever the demo school says is taken, or the school is not made. */
export function done(outcome: { readonly ok: boolean }): void {
  if (!outcome.ok) throw new Error(`the demo school could not be made: ${JSON.stringify(outcome)}`);
}
