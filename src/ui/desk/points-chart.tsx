'use client';

import { useTranslations } from 'next-intl';
import { Bar, BarChart, CartesianGrid, LabelList, Line, LineChart, XAxis, YAxis } from 'recharts';
import type { RubricResult } from '@/core/marks/rubric';
import type { EarlierMarks, Feedback } from '@/server/reading/desk/feedback';
import { Chart } from '@/ui/common/chart';
import type { Times } from '@/ui/common/times';
import classes from './rubric-view.module.css';

const TICK = { fill: 'var(--ink-soft)', fontSize: 12 } as const;

/** Points won and lost by criterion: the lost ones are hatched, and all stand in figures beside. */
export function PointsChart({ result }: { result: RubricResult }) {
  const t = useTranslations('feedback');
  const rows = result.byCriterion.map(({ criterion, won, lost }) => ({
    title: `${criterion.title}: ${won === null ? t('not-marked') : t('won', { won, points: criterion.points })}`,
    won: won ?? 0,
    lost: lost ?? 0,
  }));
  return (
    <figure className={classes.figure}>
      <figcaption>{t('chart-points')}</figcaption>
      <Chart height={44 * rows.length + 24} label={t('chart-points')}>
        <BarChart data={rows} layout="vertical" margin={{ top: 4, right: 12, bottom: 4, left: 4 }}>
          <defs>
            <pattern id="kite-lost" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="6" height="6" fill="var(--sheet)" />
              <line x1="0" y1="0" x2="0" y2="6" stroke="var(--plum)" strokeWidth="3" />
            </pattern>
          </defs>
          <XAxis type="number" hide />
          <YAxis type="category" dataKey="title" width={150} tick={TICK} />
          <Bar dataKey="won" stackId="points" fill="var(--moss)" isAnimationActive={false} />
          <Bar dataKey="lost" stackId="points" fill="url(#kite-lost)" stroke="var(--plum)" isAnimationActive={false} />
        </BarChart>
      </Chart>
      <p className={classes.key}>
        <i data-won /> {t('key-won')} <i data-lost /> {t('key-lost')}
      </p>
    </figure>
  );
}

interface EarlierProps {
  readonly earlier: readonly EarlierMarks[];
  readonly latest: Feedback;
  readonly times: Times;
}

/** One's own earlier work on the same criteria, as shares of their points, oldest first. */
export function EarlierChart({ earlier, latest, times }: EarlierProps) {
  const t = useTranslations('feedback');
  const points = [
    ...earlier,
    {
      title: t('this-work'),
      at: latest.at,
      shares: latest.result.byCriterion.flatMap(({ criterion, won }) =>
        won === null ? [] : [{ criterion: criterion.title, won, of: criterion.points }],
      ),
    },
  ].sort((a, b) => a.at - b.at);
  const criteria = latest.result.byCriterion
    .map(({ criterion }) => criterion.title)
    .filter((title) => earlier.some(({ shares }) => shares.some(({ criterion }) => criterion === title)));
  return (
    <figure className={classes.figure}>
      <figcaption>{t('chart-earlier')}</figcaption>
      {criteria.map((title) => {
        const rows = points.flatMap(({ title: work, at, shares }) => {
          const share = shares.find(({ criterion }) => criterion === title);
          return share
            ? [{ work, day: times.tick(at), share: Math.round((100 * share.won) / share.of), ...share }]
            : [];
        });
        return (
          <div key={title}>
            <h4>
              <bdi>{title}</bdi>
            </h4>
            <Chart height={110} label={t('chart-of', { title })}>
              <LineChart data={rows} margin={{ top: 18, right: 16, bottom: 0, left: 0 }}>
                <CartesianGrid vertical={false} stroke="var(--line)" />
                <XAxis dataKey="day" tick={TICK} padding={{ left: 28, right: 12 }} />
                <YAxis domain={[0, 100]} ticks={[0, 50, 100]} width={34} tick={TICK} />
                <Line dataKey="share" stroke="var(--moss)" strokeWidth={2} isAnimationActive={false}>
                  <LabelList dataKey="share" position="top" fill="var(--ink)" fontSize={12} />
                </Line>
              </LineChart>
            </Chart>
            <ul className="visually-hidden">
              {rows.map(({ work, won, of }) => (
                <li key={work}>
                  {work}: {t('won', { won, points: of })}
                </li>
              ))}
            </ul>
          </div>
        );
      })}
    </figure>
  );
}
