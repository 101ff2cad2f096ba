'use client';

import { useTranslations } from 'next-intl';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { DocumentView } from '@/ui/common/document-view';
import { useRefresh } from '@/ui/common/use-refresh';
import { Pane } from '@/ui/desk/stage';
import stage from '@/ui/desk/stage.module.css';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { Discussion } from './discussion';

/** A discussion on the stage of a Desk: what is asked, what everybody says, and where one says one's own. */
export function DiscussionStage({ step, desk }: { step: DeskStepOf<'discussion'>; desk: DeskTools }) {
  const t = useTranslations('talk');
  const refresh = useRefresh();
  const { view, times, now } = desk;
  const { postsDue } = step.given;
  const due = view.dueAt === null ? null : times.moment(view.dueAt, now);
  return (
    <Pane label={step.title}>
      <div className={stage.paneBody}>
        {view.instructions ? <DocumentView document={view.instructions} lang={view.class.locale} /> : null}
        {postsDue === null ? null : (
          <p className="soft">
            {due === null
              ? t('posts-due-only', { when: times.moment(postsDue, now) })
              : t('posts-due', { when: times.moment(postsDue, now), due })}
          </p>
        )}
        <Discussion
          step={step.id}
          lang={view.class.locale}
          postsDue={postsDue}
          times={times}
          now={now}
          said={refresh}
        />
      </div>
    </Pane>
  );
}
