'use client';

import { useTranslations } from 'next-intl';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { DocumentView } from '@/ui/common/document-view';
import { QuietButton } from '@/ui/common/primary-button';
import { Pane } from '@/ui/desk/stage';
import classes from '@/ui/desk/stage.module.css';
import type { DeskTools } from './kind';

/** Something to read and agree to: the agreement is kept with its time. */
export function Agreeing({ step, desk }: { step: DeskStepOf<'agree'>; desk: DeskTools }) {
  const t = useTranslations('desk');
  const { view, canDo, finish, times } = desk;
  const content = step.given.material?.content;
  return (
    <Pane label={step.title}>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <div className={classes.paneBody} tabIndex={0}>
        <h2>{step.title}</h2>
        {content && 'reading' in content ? <DocumentView document={content.body} lang={view.class.locale} /> : null}
        {step.doneAt !== null ? <p className="moss">✓ {t('agreed', { at: times.exact(step.doneAt) })}</p> : null}
        {step.doneAt === null && canDo ? <QuietButton onClick={() => finish(step.id)}>{t('agree')}</QuietButton> : null}
      </div>
    </Pane>
  );
}
