import type { AnswerHours } from '@/core/talk/hours';
import classes from './messages.module.css';

/** The school day that a strip shows, in minutes. */
const FROM = 8 * 60;
const TO = 18 * 60;
const DAY = 44;
const WIDE = 36;

const x = (weekday: number, minute: number): number =>
  (weekday - 1) * DAY + ((Math.min(TO, Math.max(FROM, minute)) - FROM) / (TO - FROM)) * WIDE;

/** The hours in which somebody answers, on the days of a school week, and where one is now. The words beside it say the same. */
export function HoursStrip({
  hours,
  today,
}: {
  hours: readonly AnswerHours[];
  today: { readonly weekday: number; readonly minute: number };
}) {
  return (
    <svg className={classes.strip} viewBox={`0 0 ${5 * DAY} 28`} aria-hidden="true">
      {[1, 2, 3, 4, 5].map((weekday) => (
        <rect
          key={weekday}
          x={x(weekday, FROM)}
          y="8"
          width={WIDE}
          height="12"
          fill="var(--sky-deep)"
          stroke="var(--line)"
        />
      ))}
      {hours
        .filter(({ weekday }) => weekday < 6)
        .map(({ weekday, from, to }) => (
          <rect
            key={`${weekday} ${from}`}
            x={x(weekday, from)}
            y="8"
            width={Math.max(2, x(weekday, to) - x(weekday, from))}
            height="12"
            fill="var(--sheet)"
            stroke="var(--ink)"
          />
        ))}
      {today.weekday < 6 ? (
        <path d={`M${x(today.weekday, today.minute)} 3v22`} stroke="var(--thread)" strokeWidth="2" />
      ) : null}
    </svg>
  );
}
