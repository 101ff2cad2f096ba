import { useTranslations } from 'next-intl';
import type { Criterion } from '@/core/marks/rubric';
import type { Feedback } from '@/server/desk';
import type { Times } from '@/ui/common/times';
import classes from './rubric-view.module.css';

/** The rubric before the work begins: criteria, levels, points. */
export function RubricView({ rubric }: { rubric: readonly Criterion[] }) {
  const t = useTranslations('rubric');
  if (rubric.length === 0) return <p className="soft">{t('none')}</p>;
  const total = rubric.reduce((sum, { points }) => sum + points, 0);
  return (
    <>
      <p className="soft">{t('out-of', { n: total })}</p>
      {rubric.map((criterion) => (
        <section key={criterion.id} className={classes.criterion}>
          <h3>
            <bdi>{criterion.title}</bdi> <span className="soft">{t('points', { n: criterion.points })}</span>
          </h3>
          <ul>
            {criterion.levels.map((level) => (
              <li key={level.title}>
                <strong>
                  <bdi>{level.title}</bdi>
                </strong>{' '}
                <span className="num soft">{t('points', { n: level.points })}</span>
                <div className="soft">
                  <bdi>{level.says}</bdi>
                </div>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

/** What came back: the grade, where each point was won and lost, and the words. */
export function FeedbackView({ feedback, times, now }: { feedback: readonly Feedback[]; times: Times; now: number }) {
  const t = useTranslations('feedback');
  return (
    <>
      {feedback.map((one) => (
        <section key={one.at} className={classes.feedback}>
          <p className={classes.total}>
            {one.earned === null
              ? t('no-grade')
              : t('grade', { grade: one.earned - one.lostLate, points: one.result.outOf })}
          </p>
          <p className="soft">
            {t('by', { teacher: one.teacher, when: times.moment(one.at, now) })}
            {one.lostLate > 0 ? ` ${t('lost-late', { earned: one.earned ?? 0, loss: one.lostLate })}` : ''}
            {one.anotherGo ? ` ${t('another-go')}` : ''}
          </p>
          {one.general === '' ? null : (
            <p className={classes.general}>
              <bdi>{one.general}</bdi>
            </p>
          )}
          {one.result.byCriterion.map(({ criterion, won, lost, comment }) => (
            <div key={criterion.id} className={classes.criterion}>
              <h3>
                <bdi>{criterion.title}</bdi>{' '}
                <span className="num">
                  {won === null ? t('not-marked') : t('won', { won, points: criterion.points })}
                </span>
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
        </section>
      ))}
    </>
  );
}
