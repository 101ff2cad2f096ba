import { useTranslations } from 'next-intl';
import { PlaceLink } from '@/ui/common/place-link';

/** That there are messages which were not read, and where they are; nothing where there are none. */
export function UnreadMessages({ n }: { n: number }) {
  const t = useTranslations('news');
  if (n === 0) return null;
  return (
    <p>
      <PlaceLink to={{ at: 'messages' }}>{t('messages', { n })}</PlaceLink>
    </p>
  );
}
