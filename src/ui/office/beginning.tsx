import { useTranslations } from 'next-intl';
import type { Place } from '@/core/places';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './beginning.module.css';

/** What comes after the first screen, on a string, in the order in which it is easiest. */
const STEPS: readonly {
  readonly key: 'people' | 'classes' | 'lessons' | 'work' | 'slips';
  readonly to: Place | null;
}[] = [
  { key: 'people', to: { at: 'rosters' } },
  { key: 'classes', to: { at: 'office-classes' } },
  { key: 'lessons', to: { at: 'year' } },
  { key: 'work', to: null },
  { key: 'slips', to: { at: 'people' } },
];

const WIDTH = 1000;
/** Where the string hangs at each step, from above. */
const HANGS = [26, 37, 40, 30, 6];

/** The way of a school that begins, as knots on a string: filled where something is there already. */
export function Beginning({
  done,
}: {
  readonly done: Partial<Record<'people' | 'classes' | 'lessons' | 'slips', boolean>> | null;
}) {
  const t = useTranslations('beginning');
  const across = (i: number) => 20 + i * ((WIDTH - 120) / (STEPS.length - 1)) * 0.98;
  const points = STEPS.map((_, i) => [across(i), HANGS[i] ?? 0] as const);
  const path = points
    .map(([x, y], i) => {
      const [px = 0, py = 0] = points[i - 1] ?? [];
      const middle = (px + x) / 2;
      return i === 0 ? `M${x} ${y}` : `C${middle} ${py} ${middle} ${y} ${x} ${y}`;
    })
    .join(' ');
  return (
    <section className={classes.way} aria-labelledby="what-next">
      <h2 id="what-next">{t('next')}</h2>
      <svg viewBox={`0 0 ${WIDTH} 56`} className={classes.string} aria-hidden="true">
        <path d={path} />
        {STEPS.map(({ key }, i) => {
          const [x = 0, y = 0] = points[i] ?? [];
          const there = done !== null && key !== 'work' && done[key];
          return <circle key={key} cx={x} cy={y} r="8" data-done={there || undefined} />;
        })}
      </svg>
      <ol>
        {STEPS.map(({ key, to }) => (
          <li key={key}>
            <strong>{done === null || to === null ? t(key) : <PlaceLink to={to}>{t(key)}</PlaceLink>}</strong>
            <span className="soft">{t(`${key}-says`)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
