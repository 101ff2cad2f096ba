import { useTranslations } from 'next-intl';
import type { GuideKey } from './guides';
import classes from './help.module.css';

/** One guide: what the screen is for, and what one can do on it. */
export function Guide({ guide }: { guide: GuideKey }) {
  const t = useTranslations('guide');
  return (
    <article className={classes.guide}>
      <h3 id={`guide-${guide}`}>{t(`${guide}.title`)}</h3>
      {t(`${guide}.says`)
        .split('\n')
        .map((line) => (
          <p key={line}>{line}</p>
        ))}
    </article>
  );
}
