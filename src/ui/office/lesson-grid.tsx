import { useFormatter, useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { ClassLesson, LessonTime } from '@/core/office/year';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './office.module.css';
import week from './week.module.css';

/** A Monday, to take the words for the days of the week from. */
const MONDAY = Date.UTC(2026, 2, 2, 12);
const DAY = 86_400_000;

/** The week as a table: days across, the times of lessons down. */
export function WeekTable({
  times,
  last,
  cell,
}: {
  readonly times: readonly LessonTime[];
  /** The last day that is shown: 5 is Friday. */
  readonly last: number;
  readonly cell: (weekday: number, number: number, where: string) => ReactNode;
}) {
  const t = useTranslations('office-classes');
  const format = useFormatter();
  const word = (weekday: number) => format.dateTime(MONDAY + (weekday - 1) * DAY, { weekday: 'long', timeZone: 'UTC' });
  const weekdays = Array.from({ length: last }, (_, i) => i + 1);
  if (times.length === 0)
    return (
      <p className={classes.empty}>
        {t('no-times')} <PlaceLink to={{ at: 'year' }}>{t('say-times')}</PlaceLink>
      </p>
    );
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <section className={classes.scrolls} tabIndex={0} aria-label={t('week')}>
      <table className={week.week}>
        <thead>
          <tr>
            <th scope="col">{t('lesson')}</th>
            {weekdays.map((weekday) => (
              <th key={weekday} scope="col">
                {word(weekday)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {times.map(({ number, starts, ends }) => (
            <tr key={number}>
              <th scope="row" className="num">
                {number} <span dir="ltr">{`${starts}–${ends}`}</span>
              </th>
              {weekdays.map((weekday) => (
                <td key={weekday}>{cell(weekday, number, `${word(weekday)} ${number}`)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface Props {
  readonly times: readonly LessonTime[];
  readonly lessons: readonly ClassLesson[];
  readonly save: (lessons: readonly ClassLesson[]) => Promise<boolean>;
}

/** When one class is held: each place of the week is pressed in or out. */
export function LessonGrid({ times, lessons, save }: Props) {
  const t = useTranslations('office-classes');
  const last = Math.max(5, ...lessons.map(({ weekday }) => weekday));
  return (
    <WeekTable
      times={times}
      last={last === 5 ? 6 : last}
      cell={(weekday, number, where) => {
        const held = lessons.some((one) => one.weekday === weekday && one.number === number);
        return (
          <button
            type="button"
            className={week.put}
            aria-pressed={held}
            aria-label={where}
            onClick={() =>
              save(
                held
                  ? lessons.filter((one) => one.weekday !== weekday || one.number !== number)
                  : [...lessons, { weekday, number }],
              )
            }
          >
            {held ? t('held') : '·'}
          </button>
        );
      }}
    />
  );
}
