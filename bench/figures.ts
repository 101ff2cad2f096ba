/** One figure of the benchmark, with what it must not pass. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly budget: number;
  /** Whether the budget is the most it may be, or the least. */
  readonly bound: 'most' | 'least';
}

/** What is measured by the clock alone holds on an idle machine; ratios within one run and counts hold on any. */
const BY_THE_CLOCK: ReadonlySet<string> = new Set(['ms', 's', 'of 100']);

/** `NAME VALUE UNIT budget BUDGET ok|over|busy` */
export function line({ name, value, unit, budget, bound }: Figure, busy: boolean): string {
  const kept = bound === 'most' ? value <= budget : value >= budget;
  const verdict = kept ? 'ok' : busy && BY_THE_CLOCK.has(unit) ? 'busy' : 'over';
  return `${name} ${value.toFixed(2)} ${unit} budget ${budget} ${verdict}`;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}
