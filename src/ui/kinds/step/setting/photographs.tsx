'use client';

import { useTranslations } from 'next-intl';
import { AskList } from '@/ui/set/ask-list';
import classes from '@/ui/set/set.module.css';
import type { SetStepProps } from '@/ui/set/tools';

/** Pages that students photograph: nothing is given, and what is asked of them all together stands here. */
export function SetPhotographs({ tools }: SetStepProps) {
  const t = useTranslations('set');
  return (
    <>
      <p className={classes.hint}>{t('photographs-hint')}</p>
      <AskList place={null} tools={tools} />
    </>
  );
}
