'use client';

import { Bar, BarChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';

/** How many gave one answer, where there are too many for pennants. The number stands beside it in words. */
export function AnswerBars({ n, most, mine }: { n: number; most: number; mine: boolean }) {
  return (
    <div aria-hidden="true" style={{ blockSize: 26, gridColumn: '2 / -1' }}>
      <ResponsiveContainer width="100%" height="100%">
        <BarChart layout="vertical" data={[{ n }]} margin={{ top: 4, right: 0, bottom: 4, left: 0 }}>
          <XAxis type="number" domain={[0, most]} hide />
          <YAxis type="category" hide />
          <Bar dataKey="n" fill={mine ? 'var(--thread)' : 'var(--ink-soft)'} isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
