'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { OpenAside } from '@/server/reading/talk/asides';
import classes from '@/ui/common/cards.module.css';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';

/** Every exchange with a student in a teacher's classes: what waits for an answer, or all. */
export function AsidesScreen({ asides, zone, now }: { asides: readonly OpenAside[]; zone: string; now: number }) {
  const t = useTranslations('aside');
  const times = useTimes(zone);
  const [all, setAll] = useState(false);
  const waiting = asides.filter(({ waits }) => waits);
  const shown = all ? asides : waiting;
  return (
    <main id="main" className={classes.screen}>
      <h1>{t('all')}</h1>
      <p>
        {t('waiting', { n: waiting.length })}{' '}
        <button type="button" className="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
          {t('show-all', { n: asides.length })}
        </button>
      </p>
      <ol className={classes.list}>
        {shown.map((one) => (
          <li key={`${one.assignment_id} ${one.student_id}`} data-unread={Number(one.unread) > 0 || undefined}>
            <PlaceLink to={{ at: 'marking', assignment: one.assignment_id, student: one.student_id }}>
              <Sail weave={one.weave} size={18} />
              <span>
                <strong>
                  <bdi>{one.student}</bdi>
                </strong>{' '}
                <bdi>{one.assignment}</bdi>
                {Number(one.unread) > 0 ? (
                  <span className={classes.new}> {t('unread', { n: Number(one.unread) })}</span>
                ) : null}
                <small>
                  {one.waits ? t('student-wrote') : t('you-wrote', { name: one.last_author })}{' '}
                  {times.moment(one.at, now)}: <bdi>{one.body === '' ? t('no-words') : one.body}</bdi>
                </small>
              </span>
            </PlaceLink>
          </li>
        ))}
      </ol>
    </main>
  );
}
