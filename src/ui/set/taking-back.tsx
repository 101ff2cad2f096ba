'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { post } from '@/ui/common/client-request';
import { QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './set.module.css';
import type { SetTools } from './tools';

/** Takes what was posted back from the class, after saying what that means for whom; or gives it back. */
export function TakingBack({ tools: { view } }: { tools: SetTools }) {
  const t = useTranslations('set');
  const refresh = useRefresh();
  const [asking, setAsking] = useState(false);
  const [broke, setBroke] = useState(false);
  const { posted } = view;
  if (!posted) return null;
  const { withdrawn } = posted;
  const send = async () => {
    const answer = await post(`/api/assignments/${posted.assignment}/withdrawn`, { withdrawn: !withdrawn });
    setBroke(!answer.ok);
    setAsking(false);
    refresh();
  };
  return (
    <section className={classes.tryMoment}>
      <h3>{t('withdraw-head')}</h3>
      {withdrawn ? <p>{t('is-withdrawn')}</p> : null}
      {asking ? (
        <>
          <p>{t('withdraw-says', { begun: posted.begun, handedIn: posted.handedIn })}</p>
          <p className={classes.moves}>
            <QuietButton onClick={() => void send()}>{t('withdraw-yes')}</QuietButton>
            <QuietButton onClick={() => setAsking(false)}>{t('not-now')}</QuietButton>
          </p>
        </>
      ) : (
        <QuietButton onClick={() => (withdrawn ? void send() : setAsking(true))}>
          {t(withdrawn ? 'give-back' : 'withdraw')}
        </QuietButton>
      )}
      <p role="alert" className={classes.problem}>
        {broke ? t('problem.broke') : null}
      </p>
    </section>
  );
}
