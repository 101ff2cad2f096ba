'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Instant } from '@/core/ids';
import { post } from '@/ui/common/client-request';
import { PrimaryButton } from '@/ui/common/primary-button';
import classes from './set-here.module.css';
import { type Calendar, codeOf, Foot, ToldText, When } from './told-form';

interface Props {
  readonly classId: string;
  readonly announcement: string;
  readonly told: { readonly title: string; readonly body: string; readonly attachments: readonly string[] };
  /** When the class will be told; not given where it has been. */
  readonly waits?: { readonly at: Instant; readonly calendar: Calendar };
}

/** Mends what a class was told, in place: it says so afterwards. What waits can be put to another time, too. */
export function Mend({ classId, announcement, told, waits }: Props) {
  const t = useTranslations('telling');
  const router = useRouter();
  const [said, setSaid] = useState<{ readonly title: string; readonly body: string } | null>(null);
  const [at, setAt] = useState<Instant | null>(waits?.at ?? null);
  const [problem, setProblem] = useState<string | null>(null);
  if (said === null)
    return (
      <button type="button" className="quiet" onClick={() => setSaid(told)}>
        {t('mend')}
      </button>
    );
  const send = async () => {
    const answer = await post(`/api/classes/${classId}/announcements/${announcement}`, {
      title: said.title,
      body: said.body,
      unit: null,
      attachments: told.attachments,
      postedAt: at,
    });
    if (!answer.ok) return setProblem(codeOf(answer));
    setSaid(null);
    router.refresh();
  };
  return (
    // No form: what it holds has forms of its own.
    <section className={classes.tell} aria-label={t('mend')}>
      <ToldText {...said} change={(change) => setSaid({ ...said, ...change })} />
      {waits ? <When at={at} change={setAt} calendar={waits.calendar} /> : null}
      <Foot problem={problem} close={() => setSaid(null)}>
        <PrimaryButton onClick={() => void send()} disabled={said.title.trim() === ''}>
          {t('mend-it')}
        </PrimaryButton>
      </Foot>
    </section>
  );
}
