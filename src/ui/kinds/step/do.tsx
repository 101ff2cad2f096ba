'use client';

import { useTranslations } from 'next-intl';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { DocumentView } from '@/ui/common/document-view';
import { QuietButton } from '@/ui/common/primary-button';
import { Pane } from '@/ui/desk/stage';
import classes from '@/ui/desk/stage.module.css';
import type { DeskTools } from './kind';

/** Something to do away from the screen, and to say that it is done. */
export function Doing({ step, desk }: { step: DeskStepOf<'do'>; desk: DeskTools }) {
  const t = useTranslations('desk');
  const { view, canEdit, finish } = desk;
  return (
    <Pane label={step.title}>
      <div className={classes.paneBody}>
        {view.instructions ? <DocumentView document={view.instructions} lang={view.class.locale} /> : null}
        <h2>{step.title}</h2>
        {step.done ? <p className="moss">✓ {t('step-done')}</p> : null}
        {!step.done && canEdit ? <QuietButton onClick={() => finish(step.id)}>{t('did')}</QuietButton> : null}
      </div>
    </Pane>
  );
}
