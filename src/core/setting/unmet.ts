import type { Instant } from '../ids';

/** The parts of what is set that can be found wanting. */
export type Part =
  | 'title'
  | 'body'
  | 'unit'
  | 'times'
  | 'late'
  | 'minutes'
  | 'points'
  | 'goes'
  | 'steps'
  | 'asks'
  | 'rubric'
  | 'after'
  | 'groups'
  | 'for'
  | 'file'
  | 'address'
  | 'attachments'
  | 'name'
  | 'weave';

/** Something that keeps what is set from being posted: which part, which of several, and what is wrong with it. */
export interface Unmet<Code extends string = string> {
  readonly part: Part;
  /** Which step, ask, criterion or attachment; `null` where there is only one of the part. */
  readonly id: string | null;
  readonly code: Code;
}

const LONGEST_TITLE = 200;

/** A title is there, and is one. */
export function titled(title: string): ('no-title' | 'too-long')[] {
  if (title.trim() === '') return ['no-title'];
  return title.length > LONGEST_TITLE ? ['too-long'] : [];
}

/** A number without a fraction, from one to another. */
export const whole = (n: number, least: number, most: number): 'no-number'[] =>
  Number.isInteger(n) && n >= least && n <= most ? [] : ['no-number'];

/** The times of something stand in their order. Those that are not set have none. */
export function times(of: {
  readonly opensAt: Instant | null;
  readonly dueAt?: Instant | null;
  readonly closesAt: Instant | null;
}): ('due-before-opens' | 'closes-before-opens' | 'closes-before-due')[] {
  const { opensAt, dueAt = null, closesAt } = of;
  const turned = (earlier: Instant | null, later: Instant | null) =>
    earlier !== null && later !== null && later < earlier;
  return [
    ...(turned(opensAt, dueAt) ? (['due-before-opens'] as const) : []),
    ...(turned(opensAt, closesAt) ? (['closes-before-opens'] as const) : []),
    ...(turned(dueAt, closesAt) ? (['closes-before-due'] as const) : []),
  ];
}
