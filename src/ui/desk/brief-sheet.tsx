'use client';

import { useTranslations } from 'next-intl';
import type { DocNode } from '@/core/text/document-json';
import type { DeskView } from '@/server/reading/desk/desk';
import { DocumentView } from '@/ui/common/document-view';
import type { Times } from '@/ui/common/times';
import classes from './brief.module.css';

/** The rules of this work for this student, each as a sentence: what, when, how late, how often, with whom. */
export function Rules({ view, times }: { view: DeskView; times: Times }) {
  const t = useTranslations('brief');
  const { late, goes, closesAt, dueAt } = view;
  const cost =
    'points' in late ? t('late-loss', { loss: late.points, per: late.per, floor: late.floor }) : t(`late-${late.kind}`);
  return (
    <dl className={classes.rules}>
      <dt>{t('hand-in')}</dt>
      <dd>{t(`takes-${view.takes}`)}</dd>
      <dt>{t('due')}</dt>
      <dd>
        {dueAt === null ? t('no-due') : times.exact(dueAt)}
        {view.extraMinutes > 0 ? ` ${t('extra')}` : ''}
      </dd>
      <dt>{t('late')}</dt>
      <dd>
        {cost}
        {closesAt === null ? '' : ` ${t('closes', { when: times.exact(closesAt) })} ${t('grace')}`}
      </dd>
      <dt>{t('again')}</dt>
      <dd>{view.takeBack ? t('take-back') : t('no-take-back')}</dd>
      <dt>{t('goes')}</dt>
      <dd>{goes === null ? t('goes-any') : t('goes-n', { n: goes, left: Math.max(0, goes - view.goesUsed) })}</dd>
      <dt>{t('with-whom')}</dt>
      <dd>{view.group.length > 1 ? t('group', { names: view.group.join(', ') }) : t('own')}</dd>
    </dl>
  );
}

/** What to do, as one first comes to it: above the step, until it is begun or put away. Its tab brings it back. */
export function TaskFirst({ task, lang, fold }: { task: DocNode; lang: string; fold: () => void }) {
  const t = useTranslations('desk');
  return (
    <section className={classes.task} aria-label={t('sheet-brief')}>
      <header>
        <h2>{t('sheet-brief')}</h2>
        <button type="button" className="quiet" onClick={fold}>
          {t('put-away')}
        </button>
      </header>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <div tabIndex={0}>
        <DocumentView document={task} lang={lang} />
      </div>
    </section>
  );
}

export function BriefSheet({ view, times }: { view: DeskView; times: Times }) {
  return (
    <>
      {view.instructions ? <DocumentView document={view.instructions} lang={view.class.locale} /> : null}
      <Rules view={view} times={times} />
    </>
  );
}
