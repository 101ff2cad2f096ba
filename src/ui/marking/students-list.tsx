'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { MarkingView, Shown } from '@/server/reading/marking/marking-desk';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import { SHOWN } from './lists';
import classes from './marking.module.css';
import { useShownName } from './shown-name';

interface Props {
  readonly view: MarkingView;
  readonly zone: string;
  readonly now: number;
}

/** Everybody in the class: who waits for marks, who has not handed in, whose work is back. */
export function StudentsList({ view, zone, now }: Props) {
  const t = useTranslations('marking');
  const state = useTranslations('state');
  const times = useTimes(zone);
  const shownName = useShownName();
  const [shown, setShown] = useState<Shown>('all');
  const counts = Object.fromEntries(
    SHOWN.map((name) => [name, view.students.filter((one) => name === 'all' || one.list === name).length]),
  ) as Record<Shown, number>;
  const list = view.students.filter((one) => shown === 'all' || one.list === shown);
  return (
    <nav className={classes.students} aria-label={t('students')}>
      <fieldset className={classes.filter}>
        <legend className="visually-hidden">{t('show')}</legend>
        {SHOWN.map((name) => (
          <button key={name} type="button" aria-pressed={shown === name} onClick={() => setShown(name)}>
            {t(`show-${name}`, { n: counts[name] })}
          </button>
        ))}
      </fieldset>
      <ol>
        {list.map((student) => (
          <li key={student.key}>
            <PlaceLink
              to={{ at: 'marking', assignment: view.id, student: student.key }}
              aria-current={student.key === view.open?.student.key ? 'true' : undefined}
            >
              <Kite state={student.state} />
              <span>
                <bdi>{shownName(student)}</bdi>
                <small>
                  {student.excused ? t('excused') : state(student.state)}
                  {student.handedInAt === null ? '' : `, ${times.moment(student.handedInAt, now)}`}
                  {student.lateBy > 0 ? `, ${t('late-by', { by: times.late(student.lateBy) })}` : ''}
                  {student.draft === 'none' || student.list !== 'waiting' ? '' : `, ${t(`draft-${student.draft}`)}`}
                  {student.extraMinutes === 0
                    ? ''
                    : view.dueAt === null
                      ? `, ${t('extra', { by: times.length(student.extraMinutes) })}`
                      : `, ${t('extra-due', { when: times.moment(view.dueAt + student.extraMinutes * 60_000, now) })}`}
                </small>
              </span>
            </PlaceLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
