import { useTranslations } from 'next-intl';
import type { Criterion } from '@/core/marks/rubric';
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
