import { useTranslations } from 'next-intl';
import type { Notice } from '@/store/notices';
import classes from './today.module.css';

/** What the school says to everybody now. */
export function Notices({ notices }: { readonly notices: readonly Notice[] }) {
  const t = useTranslations('notices');
  if (notices.length === 0) return null;
  return (
    <section className={classes.notices} aria-labelledby="notices">
      <h2 id="notices">{t('title')}</h2>
      {notices.map(({ id, title, body }) => (
        <div key={id}>
          <h3>
            <bdi>{title}</bdi>
          </h3>
          {body === '' ? null : (
            <p dir="auto" className={classes.said}>
              {body}
            </p>
          )}
        </div>
      ))}
    </section>
  );
}
