import { dayStart, weekdayOf } from '@/core/calendar/due-words';
import type { Instant } from '@/core/ids';
import { type Chosen, GROUPS, type Group, isInGroup, type Sort } from '@/core/work/chosen-work';
import { STATES, type State } from '@/core/work/standing';
import type { WorkItem } from './work-list';

/** Where the week of a moment begins, moved by so many weeks. */
export const weekStart = (now: Instant, zone: string, weeks: number): Instant =>
  dayStart(now, zone, 7 * weeks + 1 - weekdayOf(now, zone));

const ORDER: Record<Sort, (a: WorkItem, b: WorkItem) => number> = {
  due: (a, b) => (a.dueAt ?? Number.MAX_SAFE_INTEGER) - (b.dueAt ?? Number.MAX_SAFE_INTEGER),
  title: (a, b) => a.title.localeCompare(b.title),
  class: (a, b) => a.className.localeCompare(b.className),
  state: (a, b) => STATES.indexOf(a.state) - STATES.indexOf(b.state),
  minutes: (a, b) => a.minutes - b.minutes,
  points: (a, b) => (a.points ?? -1) - (b.points ?? -1),
};

function isChosen(item: WorkItem, chosen: Chosen, from: Instant, to: Instant): boolean {
  if (chosen.classId !== null && item.classId !== chosen.classId) return false;
  if (chosen.takes !== null && item.takes !== chosen.takes) return false;
  return chosen.week === null || (item.dueAt !== null && item.dueAt >= from && item.dueAt < to);
}

/** What was due before one came is in no group that counts what is to do. */
const isIn = ({ state, before }: WorkItem, group: Group): boolean =>
  isInGroup(state, group) && !(before && group === 'to-do');

const isGroup = (state: State | Group): state is Group => (GROUPS as readonly string[]).includes(state);

/** The rows of All work, and how many there are of each state before the state is chosen. */
export function workTable(items: readonly WorkItem[], chosen: Chosen, zone: string, now: Instant) {
  const week = chosen.week ?? 0;
  const [from, to] = [weekStart(now, zone, week), weekStart(now, zone, week + 1)];
  const inAnyState = items.filter((item) => isChosen(item, chosen, from, to));
  const { state } = chosen;
  const rows = inAnyState
    .filter((item) => (isGroup(state) ? isIn(item, state) : item.state === state))
    .sort((a, b) => (chosen.down ? -1 : 1) * ORDER[chosen.sort](a, b) || ORDER.due(a, b) || a.id.localeCompare(b.id));
  const counts = new Map<State, number>();
  for (const item of inAnyState) counts.set(item.state, (counts.get(item.state) ?? 0) + 1);
  const groups = Object.fromEntries(
    GROUPS.map((group) => [group, inAnyState.filter((item) => isIn(item, group)).length]),
  ) as Record<Group, number>;
  return { rows, counts, groups, minutes: rows.reduce((sum, { minutes }) => sum + minutes, 0), from, to };
}
