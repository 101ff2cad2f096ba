import type { Takes } from './rules';
import { isDone, isToDo, STATES, type State } from './standing';

export const SORTS = ['due', 'title', 'class', 'state', 'minutes', 'points'] as const;

export type Sort = (typeof SORTS)[number];

/** The three groups in which work is looked for, before single states. */
export const GROUPS = ['to-do', 'done', 'all'] as const;

export type Group = (typeof GROUPS)[number];

export const isInGroup = (state: State, group: Group): boolean =>
  group === 'all' || (group === 'to-do' ? isToDo(state) : isDone(state));

/** What of all work is shown, and in which order; every part stands in the address. */
export interface Chosen {
  readonly sort: Sort;
  readonly down: boolean;
  readonly classId: string | null;
  readonly state: State | Group;
  readonly takes: Takes | null;
  /** Weeks from the present one, by Mondays: 0 this week, -1 the last, 1 the next. */
  readonly week: number | null;
  /** Every row, and not only the first of them. */
  readonly whole: boolean;
}

/** Further away than ten years there is no school work. */
const MOST_WEEKS = 520;

/** Reads the choice from an address. What it does not know it passes over. */
export function chosenFrom(query: Readonly<Record<string, string | undefined>>): Chosen {
  const one = <Value extends string>(key: string, known: readonly Value[]): Value | null =>
    known.find((value) => value === query[key]) ?? null;
  const week = Number(query.week);
  return {
    sort: one('sort', SORTS) ?? 'due',
    down: query.down === '1',
    classId: query.class || null,
    state: one('state', [...GROUPS, ...STATES]) ?? 'to-do',
    takes: one('kind', ['pieces', 'short', 'tick']),
    week: query.week && Number.isInteger(week) && Math.abs(week) <= MOST_WEEKS ? week : null,
    whole: query.whole === '1',
  };
}
