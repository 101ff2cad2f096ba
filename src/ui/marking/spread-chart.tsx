'use client';

import { useTranslations } from 'next-intl';
import { Bar, BarChart, CartesianGrid, XAxis, YAxis } from 'recharts';
import type { Spread } from '@/core/marks/spread';
import { Chart } from '@/ui/common/chart';
import classes from './marking-tools.module.css';

/** How the points of the class lie: how many in each tenth of what could be won, and the quarters in words. */
export function SpreadChart({ spread }: { spread: Spread }) {
  const t = useTranslations('spread');
  const step = spread.outOf / 10;
  const rows = spread.tenths.map((n, i) => ({ range: t('range', { from: i * step, to: (i + 1) * step }), n }));
  // Of three there are no quarters.
  const named = (['lowest', 'lowerQuarter', 'median', 'upperQuarter', 'highest', 'mean'] as const).filter(
    (name) => spread.n > 3 || !name.endsWith('Quarter'),
  );
  const facts = named.map((name) => ({
    name,
    value: Math.round(spread[name] * 10) / 10,
  }));
  // Nobody has more than all there is.
  const all = (name: string) => name === 'upperQuarter' && spread.upperQuarter >= spread.outOf;
  return (
    <figure className={classes.spread}>
      <Chart height={240} label={t('label', { n: spread.n })}>
        <BarChart data={rows} margin={{ top: 8, right: 8, bottom: 24, left: 0 }}>
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis dataKey="range" tick={{ fill: 'var(--ink-soft)', fontSize: 11 }} interval={0} />
          <YAxis allowDecimals={false} width={32} tick={{ fill: 'var(--ink-soft)', fontSize: 12 }} />
          <Bar dataKey="n" fill="var(--moss)" isAnimationActive={false} />
        </BarChart>
      </Chart>
      <figcaption>
        <dl>
          {facts.map(({ name, value }) => (
            <div key={name}>
              <dt>{t(all(name) ? 'upperAll' : name)}</dt>
              <dd className="num">{t('points', { n: value })}</dd>
            </div>
          ))}
        </dl>
        <table className="visually-hidden">
          <caption>{t('label', { n: spread.n })}</caption>
          <tbody>
            {rows.map(({ range, n }) => (
              <tr key={range}>
                <th scope="row">{range}</th>
                <td>{n}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </figcaption>
    </figure>
  );
}
