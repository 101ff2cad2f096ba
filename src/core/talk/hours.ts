/** Hours of a weekday in which somebody answers: 1 is Monday, minutes since midnight in the school's zone. */
export interface AnswerHours {
  readonly weekday: number;
  readonly from: number;
  readonly to: number;
}

/** When an answer can be expected: now, up to a minute of today; or again so many days from today, from one minute to another. */
export type Expected =
  | { readonly when: 'now'; readonly to: number }
  | {
      readonly when: 'later';
      readonly days: number;
      readonly weekday: number;
      readonly from: number;
      readonly to: number;
    }
  | { readonly when: 'unknown' };

const DAY = 24 * 60;

/** Hours that can be: within a day, beginning before they end. */
export const areHours = ({ weekday, from, to }: AnswerHours): boolean =>
  Number.isInteger(weekday) && weekday >= 1 && weekday <= 7 && from >= 0 && from < to && to <= DAY;

/**
 * When somebody answers next.
 *
 * @param hours in any order; none where nothing was said
 * @param now the weekday (1 is Monday) and the minute of the day, in the school's zone
 */
export function expected(
  hours: readonly AnswerHours[],
  now: { readonly weekday: number; readonly minute: number },
): Expected {
  const all = hours.filter(areHours).map((one) => ({ ...one, days: (one.weekday - now.weekday + 7) % 7 }));
  const running = all.filter(({ days, from, to }) => days === 0 && from <= now.minute && now.minute < to);
  if (running.length > 0) return { when: 'now', to: Math.max(...running.map(({ to }) => to)) };
  const coming = all
    // What is over today comes again in a week.
    .map((one) => (one.days === 0 && one.from <= now.minute ? { ...one, days: 7 } : one))
    .sort((a, b) => a.days - b.days || a.from - b.from);
  const [next] = coming;
  if (!next) return { when: 'unknown' };
  return { when: 'later', days: next.days, weekday: next.weekday, from: next.from, to: next.to };
}
