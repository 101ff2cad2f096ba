import type { HandInId, Instant, StepId } from '../ids';

/**
 * What happened to one student's work on one assignment, oldest first. Facts are only ever added. The
 * state is not among them: it follows from them, the rules and the time (`standing.ts`).
 */
export type Fact =
  | { readonly kind: 'unlocked'; readonly at: Instant }
  | { readonly kind: 'opened'; readonly at: Instant }
  | { readonly kind: 'edited'; readonly at: Instant }
  | { readonly kind: 'step-done'; readonly at: Instant; readonly step: StepId }
  | {
      readonly kind: 'handed-in';
      readonly at: Instant;
      readonly handIn: HandInId;
      /** From when it counts, where it was begun before the end and finished within the grace. */
      readonly counts?: Instant;
    }
  | { readonly kind: 'taken-back'; readonly at: Instant }
  | { readonly kind: 'handed-back'; readonly at: Instant; readonly anotherGo: boolean };

export type Facts = readonly Fact[];

/** The facts of one kind, oldest first. */
export const factsOfKind = <Kind extends Fact['kind']>(
  facts: Facts,
  kind: Kind,
): readonly Extract<Fact, { readonly kind: Kind }>[] =>
  facts.filter((fact): fact is Extract<Fact, { readonly kind: Kind }> => fact.kind === kind);
