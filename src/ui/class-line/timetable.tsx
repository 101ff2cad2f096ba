import { useFormatter, useTranslations } from 'next-intl';
import { weekdayOf } from '@/core/calendar/due-words';
import type { Lesson } from '@/store/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import classes from './class-line.module.css';

/** A Monday, to take the words for the days of the week from. */
const MONDAY = Date.UTC(2026, 2, 2, 12);
const DAY = 86_400_000;

/** The lessons of the week as a table: days across, lessons down. */
export function Timetable({ lessons, zone, now }: { lessons: readonly Lesson[]; zone: string; now: number }) {
  const t = useTranslations('class');
  const format = useFormatter();
  const last = Math.max(5, ...lessons.map(({ weekday }) => weekday));
  const weekdays = Array.from({ length: last }, (_, i) => i + 1);
  const numbers = [...new Set(lessons.map(({ number }) => number))].sort((a, b) => a - b);
  const today = weekdayOf(now, zone);
  const word = (weekday: number) => format.dateTime(MONDAY + (weekday - 1) * DAY, { weekday: 'long', timeZone: 'UTC' });
  return (
    <div>
      <h2 id="timetable">{t('timetable')}</h2>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <section className={classes.week} tabIndex={0} aria-labelledby="timetable">
        <table>
          <thead>
            <tr>
              <th scope="col">{t('lesson')}</th>
              {weekdays.map((weekday) => (
                <th key={weekday} scope="col" aria-current={weekday === today ? 'date' : undefined}>
                  {word(weekday)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {numbers.map((number) => {
              const row = lessons.filter((lesson) => lesson.number === number);
              return (
                <tr key={number}>
                  <th scope="row" className="num">
                    {number} <span dir="ltr">{`${row[0]?.starts ?? ''}–${row[0]?.ends ?? ''}`}</span>
                  </th>
                  {weekdays.map((weekday) => {
                    const lesson = row.find((one) => one.weekday === weekday);
                    return (
                      <td key={weekday} data-today={weekday === today || undefined}>
                        {lesson ? (
                          <>
                            <Sail weave={lesson.weave} size={13} />{' '}
                            <PlaceLink to={{ at: 'class', class: lesson.class_id }}>
                              <bdi>{lesson.class_name}</bdi>
                            </PlaceLink>
                          </>
                        ) : null}
                      </td>
                    );
                  })}
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>
    </div>
  );
}
