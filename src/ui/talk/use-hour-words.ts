'use client';

import { useFormatter, useTranslations } from 'next-intl';
import type { AnswerHours, Expected } from '@/core/talk/hours';

const clock = (minute: number): string => `${Math.floor(minute / 60)}:${String(minute % 60).padStart(2, '0')}`;

/** Any Monday: its week has each weekday once. */
const MONDAY = Date.UTC(2024, 0, 1, 12);

/** When an answer can be expected, and the hours of a week, in words. */
export function useHourWords() {
  const t = useTranslations('messages');
  const format = useFormatter();
  const day = (weekday: number, long = false): string =>
    format.dateTime(MONDAY + (weekday - 1) * 86_400_000, { weekday: long ? 'long' : 'short', timeZone: 'UTC' });
  return {
    day,
    clock,
    expected: (is: Expected): string => {
      if (is.when === 'unknown') return t('hours-unknown');
      if (is.when === 'now') return t('answers-now', { to: clock(is.to) });
      const from = clock(is.from);
      if (is.days === 0) return t('answers-today', { from });
      return is.days === 1 ? t('answers-tomorrow', { from }) : t('answers-day', { day: day(is.weekday, true), from });
    },
    /** "Mon Tue Wed 8:00 to 16:00": days with the same hours together. */
    week: (hours: readonly AnswerHours[]): string => {
      const groups = new Map<string, number[]>();
      for (const { weekday, from, to } of [...hours].sort((a, b) => a.weekday - b.weekday || a.from - b.from)) {
        const key = t('from-to', { from: clock(from), to: clock(to) });
        groups.set(key, [...(groups.get(key) ?? []), weekday]);
      }
      return [...groups].map(([times, days]) => `${days.map((one) => day(one)).join(' ')} ${times}`).join('; ');
    },
  };
}
