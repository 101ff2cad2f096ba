'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { Pane } from '@/ui/desk/stage';
import type { DeskTools } from './kind';

const RecordStage = dynamic(() => import('@/ui/record/record-stage').then((loaded) => loaded.RecordStage), {
  ssr: false,
});

/** Something to be said and recorded; what was kept is heard in place. */
export function Recording({ step, desk }: { step: DeskStepOf<'record'>; desk: DeskTools }) {
  const t = useTranslations('desk');
  const { settings } = step.given;
  return (
    <Pane label={step.title}>
      {settings ? <RecordStage step={step} settings={settings} desk={desk} /> : <p role="status">{t('opening')}</p>}
    </Pane>
  );
}
