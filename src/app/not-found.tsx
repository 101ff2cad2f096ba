import { useTranslations } from 'next-intl';
import { PlaceLink } from '@/ui/common/place-link';

export default function NotFound() {
  const t = useTranslations('lost');
  return (
    <main id="main" style={{ padding: '12vh 24px', maxInlineSize: 560, marginInline: 'auto' }}>
      <h1>{t('title')}</h1>
      <p>{t('says')}</p>
      <PlaceLink to={{ at: 'home' }}>{t('home')}</PlaceLink>
    </main>
  );
}
