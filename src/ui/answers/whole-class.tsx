'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { isRunning } from '@/core/questions/attempt';
import type { AnswersView } from '@/server/reading/questions/answers-screen';
import { post } from '@/ui/common/client-request';
import { NumberField } from '@/ui/common/number-field';
import { QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './answers.module.css';

/** What a teacher does for everybody: another start word, and more minutes for whoever is at it. */
export function WholeClass({ view }: { view: AnswersView }) {
  const t = useTranslations('answers');
  const refresh = useRefresh();
  const [word, setWord] = useState(view.word ?? '');
  const [minutes, setMinutes] = useState<number | null>(5);
  const [reason, setReason] = useState('');
  const [said, setSaid] = useState('');
  const running = view.people.filter(({ phase }) => phase !== 'not-begun' && isRunning(phase)).length;
  const changeWord = async () => {
    const answer = await post(`/api/steps/${view.step}/start-word`, { word });
    setSaid(answer.ok ? t('word-changed') : t('broke'));
    if (answer.ok) refresh();
  };
  const give = async () => {
    const answer = await post<{ to: number }>(`/api/steps/${view.step}/minutes`, { student: null, minutes, reason });
    setSaid(answer.ok ? t('given-to', { n: answer.to }) : t('broke'));
    if (answer.ok) refresh();
  };
  if (view.word === null && view.rules.limit === null) return null;
  return (
    <section className={classes.tools} aria-label={t('for-all')}>
      {view.word === null ? null : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void changeWord();
          }}
        >
          <TextInput
            label={t('start-word')}
            value={word}
            maxLength={100}
            onChange={({ currentTarget: { value } }) => setWord(value)}
          />
          <QuietButton type="submit" disabled={word.trim() === '' || word === view.word}>
            {t('change-word')}
          </QuietButton>
        </form>
      )}
      {view.rules.limit === null ? null : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void give();
          }}
        >
          <NumberField label={t('minutes')} value={minutes} min={1} max={600} hideControls change={setMinutes} />
          <TextInput
            label={t('reason')}
            value={reason}
            maxLength={500}
            onChange={({ currentTarget: { value } }) => setReason(value)}
          />
          <QuietButton type="submit" disabled={minutes === null || reason.trim() === '' || running === 0}>
            {t('give-all', { n: running })}
          </QuietButton>
        </form>
      )}
      <p role="status" className="soft">
        {said}
      </p>
    </section>
  );
}
