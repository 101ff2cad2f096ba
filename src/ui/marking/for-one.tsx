'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { post } from '@/ui/common/client-request';
import { NumberField } from '@/ui/common/number-field';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './marking-tools.module.css';

/** More time for one student, or that they need not do it. */
export function ForOne({
  view,
  zone,
  now,
  close,
}: {
  view: MarkingView;
  zone: string;
  now: number;
  close: () => void;
}) {
  const t = useTranslations('class-tools');
  const refresh = useRefresh();
  const times = useTimes(zone);
  const named = view.students.filter(({ name }) => name !== null);
  const [who, setWho] = useState(named.find(({ key }) => key === view.open?.student.key)?.key ?? named[0]?.key ?? '');
  const [hours, setHours] = useState<number>((named.find(({ key }) => key === who)?.extraMinutes ?? 0) / 60);
  const before = named.find(({ key }) => key === who);
  const [excused, setExcused] = useState(before?.excused ?? false);
  const [problem, setProblem] = useState<'broke' | 'excuse-handed-in' | null>(null);
  const send = async () => {
    const minutes = Math.round(hours * 60);
    const [what, said] =
      excused === (before?.excused ?? false)
        ? (['extra-time', { minutes }] as const)
        : (['excused', { excused }] as const);
    const answer = await post(`/api/assignments/${view.id}/${what}`, { student: who, ...said });
    setProblem(answer.ok ? null : answer.code === 'handed-in' ? 'excuse-handed-in' : 'broke');
    if (!answer.ok) return;
    refresh();
    close();
  };
  return (
    <>
      <p>{t('extra-says')}</p>
      <label className={classes.pick}>
        {t('extra-who')}
        <select
          className="field"
          value={who}
          onChange={(event) => {
            setWho(event.target.value);
            const one = named.find(({ key }) => key === event.target.value);
            setHours((one?.extraMinutes ?? 0) / 60);
            setExcused(one?.excused ?? false);
          }}
        >
          {named.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <NumberField
        label={t('extra-hours')}
        description={t('extra-none')}
        value={hours}
        change={(value) => setHours(value ?? 0)}
        min={0}
        max={1440}
        step={1}
        disabled={excused}
      />
      <label className={classes.unnamed}>
        <input type="checkbox" checked={excused} onChange={({ currentTarget: { checked } }) => setExcused(checked)} />
        {t('excuse')}
      </label>
      {view.dueAt === null ? null : (
        <p role="status">{t('extra-due', { when: times.moment(view.dueAt + Math.round(hours * 60) * 60_000, now) })}</p>
      )}
      <p role="alert" className={classes.problem}>
        {problem ? t(problem) : null}
      </p>
      <div className={classes.moves}>
        <QuietButton onClick={close}>{t('close')}</QuietButton>
        <PrimaryButton onClick={send} disabled={who === ''}>
          {t('extra-give')}
        </PrimaryButton>
      </div>
    </>
  );
}
