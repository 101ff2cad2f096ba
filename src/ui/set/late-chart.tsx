'use client';

import { useTranslations } from 'next-intl';
import { Line, LineChart, ReferenceDot, XAxis, YAxis } from 'recharts';
import type { Instant } from '@/core/ids';
import { lateSteps } from '@/core/work/lateness';
import type { LateRule } from '@/core/work/rules';
import { Chart } from '@/ui/common/chart';
import type { Times } from '@/ui/common/times';

interface Props {
  readonly rule: LateRule;
  readonly dueAt: Instant;
  readonly closesAt: Instant | null;
  readonly points: number;
  /** The moment that is tried, and what it comes to. */
  readonly tried: { readonly at: Instant; readonly points: number };
  readonly times: Times;
  readonly now: Instant;
}

/** What full marks come to as time goes by, as a stair, and the moment that is tried on it. Beside it stands the same in words. */
export function LateChart({ rule, dueAt, closesAt, points, tried, times, now }: Props) {
  const t = useTranslations('set');
  const steps = lateSteps(rule, dueAt, points, closesAt);
  const end = Math.max(tried.at, closesAt ?? 0, (steps.at(-1)?.from ?? dueAt) + 86_400_000);
  const rows = [
    ...steps.map(({ from, points: left }) => ({ at: from, left })),
    { at: end, left: steps.at(-1)?.points ?? points },
  ];
  return (
    <Chart height={130} label={t('late-chart')}>
      <LineChart data={rows} margin={{ top: 12, right: 24, bottom: 0, left: 0 }}>
        <XAxis
          dataKey="at"
          type="number"
          scale="time"
          domain={[dueAt, end]}
          ticks={[dueAt, end]}
          tickFormatter={(at: number) => times.tick(at)}
          tick={{ fill: 'var(--ink-soft)', fontSize: 12 }}
        />
        <YAxis domain={[0, points]} width={34} tick={{ fill: 'var(--ink-soft)', fontSize: 12 }} />
        <Line
          type="stepAfter"
          dataKey="left"
          stroke="var(--ink)"
          strokeWidth={2}
          dot={false}
          isAnimationActive={false}
        />
        <ReferenceDot
          x={tried.at}
          y={tried.points}
          r={5}
          fill="var(--thread)"
          stroke="none"
          label={{
            value: `${times.day(tried.at, now)}: ${tried.points}`,
            position: 'top',
            fill: 'var(--ink)',
            fontSize: 12,
          }}
        />
      </LineChart>
    </Chart>
  );
}
