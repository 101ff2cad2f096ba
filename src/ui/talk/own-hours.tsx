'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { AnswerHours } from '@/core/talk/hours';
import { post } from '@/ui/common/client-request';
import { QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './messages.module.css';
import { useHourWords } from './use-hour-words';

const DAYS = [1, 2, 3, 4, 5, 6, 7] as const;

/** A time of day as a field has it, in minutes; `null` for none. */
const minutesOf = (said: string): number | null => {
  const [hours, minutes] = said.split(':').map(Number);
  return hours === undefined || minutes === undefined || Number.isNaN(hours + minutes) ? null : hours * 60 + minutes;
};
const padded = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

/** When a teacher answers, as students read it beside the name, and where it is said. */
export function OwnHours({ hours }: { hours: readonly AnswerHours[] }) {
  const t = useTranslations('messages');
  const words = useHourWords();
  const refresh = useRefresh();
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<readonly AnswerHours[]>(hours);
  const [problem, setProblem] = useState(false);
  const change = (weekday: number, to: AnswerHours | null) =>
    setSaid([...said.filter((one) => one.weekday !== weekday), ...(to ? [to] : [])]);
  const keep = async () => {
    const answer = await post('/api/answers', { hours: said });
    setProblem(!answer.ok);
    if (!answer.ok) return;
    setOpen(false);
    refresh();
  };
  if (!open)
    return (
      <p>
        {hours.length === 0 ? t('own-hours-none') : t('own-hours', { hours: words.week(hours) })}{' '}
        <button type="button" className="quiet" onClick={() => setOpen(true)}>
          {t('own-hours-change')}
        </button>
      </p>
    );
  return (
    <fieldset className={classes.ownHours}>
      <legend>{t('own-hours-says')}</legend>
      {DAYS.map((weekday) => {
        const one = said.find((hour) => hour.weekday === weekday);
        const day = words.day(weekday, true);
        const time = (part: 'from' | 'to') => (
          <input
            className="field"
            type="time"
            aria-label={t(`hours-${part}`, { day })}
            value={one ? padded(one[part]) : ''}
            onChange={({ currentTarget: { value } }) => {
              const minute = minutesOf(value);
              if (one && minute !== null) change(weekday, { ...one, [part]: minute });
            }}
          />
        );
        return (
          <p key={weekday}>
            <label>
              <input
                type="checkbox"
                checked={one !== undefined}
                onChange={({ currentTarget: { checked } }) =>
                  change(weekday, checked ? { weekday, from: 8 * 60, to: 16 * 60 } : null)
                }
              />{' '}
              {day}
            </label>
            {one ? (
              <>
                {' '}
                {time('from')} {time('to')}
              </>
            ) : null}
          </p>
        );
      })}
      <p role="alert" className={classes.warn}>
        {problem ? t('bad-hours') : null}
      </p>
      <QuietButton onClick={() => void keep()}>{t('own-hours-keep')}</QuietButton>
    </fieldset>
  );
}
