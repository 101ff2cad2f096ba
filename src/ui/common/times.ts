import { type DateTimeFormatOptions, useFormatter, useTranslations } from 'next-intl';
import { dayWord } from '@/core/calendar/due-words';
import type { Instant } from '@/core/ids';

/** Moments and lengths in words, in the school's zone and the person's language. */
export function useTimes(zone: string) {
  const t = useTranslations('time');
  const format = useFormatter();
  const date = (at: Instant, options: DateTimeFormatOptions) => format.dateTime(at, { ...options, timeZone: zone });
  const clock = (at: Instant) => date(at, { hour: 'numeric', minute: '2-digit', hourCycle: 'h23' });
  const day = (at: Instant, now: Instant): string => {
    const word = dayWord(at, now, zone);
    if (word === 'weekday') return date(at, { weekday: 'long' });
    if (word === 'date') return date(at, { weekday: 'short', day: 'numeric', month: 'long' });
    return t(word);
  };
  return {
    clock,
    day,
    /** "tomorrow 15:00", "Friday 18:00", "Mon 8 March 9:00" */
    moment: (at: Instant, now: Instant) => t('day-clock', { day: day(at, now), clock: clock(at) }),
    /** With seconds, for receipts: "Tuesday 9 March 2027, 10:42:07" */
    exact: (at: Instant) =>
      date(at, {
        weekday: 'long',
        day: 'numeric',
        month: 'long',
        year: 'numeric',
        hour: 'numeric',
        minute: '2-digit',
        second: '2-digit',
        hourCycle: 'h23',
      }),
    /** "Tuesday 9 March" */
    heading: (at: Instant) => date(at, { weekday: 'long', day: 'numeric', month: 'long' }),
    /** "Tue 9" */
    tick: (at: Instant) => date(at, { weekday: 'short', day: 'numeric' }),
    weekday: (at: Instant) => date(at, { weekday: 'long' }),
    span: (from: Instant, to: Instant) =>
      format.dateTimeRange(from, to, { day: 'numeric', month: 'long', timeZone: zone }),
    /** How long ago, short: "10 min", "3 h", "Monday". */
    ago: (at: Instant, now: Instant): string => {
      const minutes = Math.max(0, Math.round((now - at) / 60_000));
      if (minutes < 60) return t('minutes', { n: minutes });
      return minutes < 24 * 60 ? t('hours', { n: Math.floor(minutes / 60) }) : day(at, now);
    },
    /** A length of work: "45 min", "2 h 10 min". */
    length: (minutes: number): string => {
      if (minutes < 90) return t('minutes', { n: minutes });
      const rest = minutes % 60;
      const hours = Math.floor(minutes / 60);
      return rest === 0 ? t('hours', { n: hours }) : t('hours-minutes', { hours, minutes: rest });
    },
    /** How late something was: "2 days 5 h", "14 min". */
    late: (ms: number): string => {
      const minutes = Math.ceil(ms / 60_000);
      if (minutes < 60) return t('minutes', { n: minutes });
      const hours = Math.floor(minutes / 60);
      if (hours < 24) return t('hours-minutes', { hours, minutes: minutes % 60 });
      return t('days-hours', { days: Math.floor(hours / 24), hours: hours % 24 });
    },
  };
}

export type Times = ReturnType<typeof useTimes>;
