import * as z from 'zod/mini';
import type { Scored } from './kind';

/**
 * What each thing that can be given is worth by itself: a right one so much, another a little, a wrong one less than nothing.
 * Equal ones count once (IMS Question and Test Interoperability 2.1, `mapResponse`; from memory).
 */
const table = z.object({
  /** Points by what was given. */
  entries: z.record(z.string(), z.number()),
  /** What anything else is worth. */
  otherwise: z._default(z.number(), 0),
  /** The sum is never less, and never more. */
  least: z._default(z.nullable(z.number()), null),
  most: z._default(z.nullable(z.number()), null),
});
export type Mapping = z.output<typeof table>;

/** Most questions need none: their kind has a rule. */
export const mapping = z.optional(z.nullable(table));

/** What some things are worth together. */
export function mapped({ entries, otherwise, least, most }: Mapping, given: readonly string[]): number {
  let sum = 0;
  for (const one of new Set(given)) sum += Object.hasOwn(entries, one) ? (entries[one] ?? 0) : otherwise;
  return Math.max(least ?? Number.NEGATIVE_INFINITY, Math.min(most ?? Number.POSITIVE_INFINITY, sum));
}

/** What can be got at most: by one thing alone, or by all together. */
export function mostMapped({ entries, most }: Mapping, single: boolean): number {
  const good = Object.values(entries).filter((points) => points > 0);
  const all = single ? Math.max(0, ...good) : good.reduce((sum, points) => sum + points, 0);
  return most === null ? all : Math.min(most, all);
}

/** The share of what can be got, and never less than nothing. */
export function mappedScore(by: Mapping, given: readonly string[], single: boolean): Scored {
  const of = mostMapped(by, single);
  const points = mapped(by, given);
  const share = of > 0 ? Math.max(0, Math.min(1, points / of)) : 0;
  return { share, how: { rule: 'mapped', right: points, wrong: 0, of } };
}

/**
 * Does a mapping say no more than a plain rule does? `any`: one right thing is worth all, others nothing. `all`: right things
 * are worth the same each. `less`: those, and each of the others takes as much away, never below nothing.
 *
 * @param things how many there are to be chosen, for `less`
 */
export function plainly(
  by: Mapping | null,
  right: readonly string[],
  rule: 'any' | 'all' | 'less',
  things = 0,
): boolean {
  if (by === null || right.length === 0) return by === null && rule !== 'less';
  const worth = new Set(right.map((key) => by.entries[key]));
  const [each] = worth;
  if (worth.size !== 1 || each === undefined || each <= 0) return false;
  const rest = Object.entries(by.entries).filter(([key]) => !right.includes(key));
  const sum = rule === 'any' ? each : each * right.length;
  // Points are told in decimals: thirds add up to one only nearly.
  const isFull = by.most === null || Math.abs(by.most - sum) < 1e-6 || by.most > sum;
  if (!isFull) return false;
  const least = by.least ?? Number.NEGATIVE_INFINITY;
  if (rule !== 'less') return rest.every(([, points]) => points === 0) && by.otherwise === 0 && least <= 0;
  return (
    by.least === 0 &&
    rest.length === things - right.length &&
    rest.every(([, points]) => Math.abs(points + each) < 1e-6)
  );
}
