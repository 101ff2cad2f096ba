/** One figure of the benchmark, with what it must not pass. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly budget: number;
  /** Whether the budget is the most it may be, or the least. */
  readonly bound: 'most' | 'least';
}

/** `NAME VALUE UNIT budget BUDGET ok|over` */
export function line({ name, value, unit, budget, bound }: Figure): string {
  const kept = bound === 'most' ? value <= budget : value >= budget;
  return `${name} ${value.toFixed(2)} ${unit} budget ${budget} ${kept ? 'ok' : 'over'}`;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}
