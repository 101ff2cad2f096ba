'use client';

import { useTranslations } from 'next-intl';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { DocumentView } from '@/ui/common/document-view';
import { Pane } from '@/ui/desk/stage';
import stage from '@/ui/desk/stage.module.css';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { AnsweringStage } from './answering-stage';
import { BeginPane } from './begin-pane';
import { ClassAnswers } from './class-answers';
import { Result } from './result';

/** A step that asks: before it begins, while it runs, and afterwards. */
export function QuestionsStage({ step, desk }: { step: DeskStepOf<'questions'>; desk: DeskTools }) {
  const t = useTranslations('questions');
  const { given } = step;
  const { view, times, answering, now } = desk;
  const { rules } = given;
  if (rules && given.running && answering)
    return <AnsweringStage title={step.title} rules={rules} answering={answering} desk={desk} now={now} />;
  const answered = given.ended.length > 0;
  return (
    <Pane label={step.title}>
      <header className={stage.paneHead}>
        <strong>
          <bdi>{step.title}</bdi>
        </strong>
        {rules ? <span>{t(`purpose-${rules.purpose}`)}</span> : null}
      </header>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <div className={stage.paneBody} tabIndex={0}>
        {!answered && view.instructions ? <DocumentView document={view.instructions} lang={view.class.locale} /> : null}
        {answered && rules?.classAnswers ? (
          <ClassAnswers step={step.id} lang={view.class.locale} times={times} now={now} />
        ) : null}
        {answered && !rules?.classAnswers ? <Result given={given} desk={desk} /> : null}
        <BeginPane step={step.id} given={given} desk={desk} />
      </div>
    </Pane>
  );
}
