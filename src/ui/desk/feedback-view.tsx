'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import type { EarlierMarks, Feedback } from '@/server/reading/desk/feedback';
import type { Times } from '@/ui/common/times';
import classes from './rubric-view.module.css';

const PointsChart = dynamic(() => import('./points-chart').then(({ PointsChart: loaded }) => loaded), { ssr: false });
const EarlierChart = dynamic(() => import('./points-chart').then(({ EarlierChart: loaded }) => loaded), { ssr: false });

interface OneProps {
  readonly one: Feedback;
  readonly times: Times;
  readonly now: number;
}

/** One thing that came back: the grade, where each point was won and lost, and the words. */
function One({ one, times, now }: OneProps) {
  const t = useTranslations('feedback');
  return (
    <>
      <p className={classes.total}>
        {one.earned === null
          ? t('no-grade')
          : t('grade', { grade: one.earned - one.lostLate, points: one.result.outOf })}
      </p>
      <p className="soft">
        {t('by', { teacher: one.teacher, when: times.moment(one.at, now) })}
        {one.amends === null ? '' : ` ${t('amended')}`}
        {one.lostLate > 0 ? ` ${t('lost-late', { earned: one.earned ?? 0, loss: one.lostLate })}` : ''}
        {one.anotherGo ? ` ${t('another-go')}` : ''}
      </p>
      {one.general === '' ? null : (
        <p className={classes.general}>
          <bdi>{one.general}</bdi>
        </p>
      )}
      {one.sound ? (
        // biome-ignore lint/a11y/useMediaCaption: said into a microphone a moment before; what counts is written beside it
        <audio controls preload="none" src={one.sound} aria-label={t('sound')} className={classes.sound} />
      ) : null}
      {one.result.byCriterion.map(({ criterion, won, lost, comment }) => (
        <div key={criterion.id} className={classes.criterion}>
          <h3>
            <bdi>{criterion.title}</bdi>{' '}
            <span className="num">{won === null ? t('not-marked') : t('won', { won, points: criterion.points })}</span>
          </h3>
          {won === null ? null : (
            <div className={classes.share} aria-hidden="true">
              <i style={{ inlineSize: `${(100 * won) / criterion.points}%` }} />
            </div>
          )}
          <p>
            {lost === null ? null : lost > 0 ? <strong>{t('lost', { n: lost })}</strong> : t('none-lost')}{' '}
            <bdi>{comment}</bdi>
          </p>
        </div>
      ))}
    </>
  );
}

interface Props {
  readonly feedback: readonly Feedback[];
  /** Earlier work on the same criteria, for the student's own chart. */
  readonly earlier?: readonly EarlierMarks[];
  readonly times: Times;
  readonly now: number;
}

/** Everything that came back, newest first. What was amended is folded under what took its place. */
export function FeedbackView({ feedback, earlier = [], times, now }: Props) {
  const t = useTranslations('feedback');
  const replaced = new Set(feedback.flatMap(({ amends }) => (amends === null ? [] : [amends])));
  const byId = new Map(feedback.map((one) => [one.id, one]));
  /** What stood in the place of one before it was amended, newest first. */
  const before = (one: Feedback): Feedback[] => {
    const found = one.amends === null ? undefined : byId.get(one.amends);
    return found ? [found, ...before(found)] : [];
  };
  return feedback
    .filter(({ id }) => !replaced.has(id))
    .map((one, i) => (
      <section key={one.id} className={classes.feedback}>
        <One one={one} times={times} now={now} />
        {i === 0 && one.earned !== null && one.result.byCriterion.length > 1 ? (
          <details className={classes.charts}>
            <summary>{t('charts')}</summary>
            <PointsChart result={one.result} />
            {earlier.length > 0 ? <EarlierChart earlier={earlier} latest={one} times={times} /> : null}
          </details>
        ) : null}
        {before(one).map((old) => (
          <details key={old.id} className={classes.charts}>
            <summary>{t('as-it-was', { when: times.moment(old.at, now) })}</summary>
            <One one={old} times={times} now={now} />
          </details>
        ))}
      </section>
    ));
}
