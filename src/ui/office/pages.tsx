import { useTranslations } from 'next-intl';
import { LINES } from '@/core/office/people-shown';
import type { Place } from '@/core/places';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './office.module.css';

interface Props {
  readonly from: number;
  readonly shown: number;
  readonly total: number;
  readonly to: (from: number) => Place;
}

/** The ways to what a list shows before and after this. */
export function Pages({ from, shown, total, to }: Props) {
  const t = useTranslations('office-list');
  if (total <= shown) return null;
  return (
    <nav className={classes.pages} aria-label={t('pages')}>
      {from > 0 ? <PlaceLink to={to(Math.max(0, from - LINES))}>{t('before', { n: LINES })}</PlaceLink> : null}
      {from + shown < total ? (
        <PlaceLink to={to(from + LINES)}>{t('after', { n: total - from - shown })}</PlaceLink>
      ) : null}
    </nav>
  );
}
