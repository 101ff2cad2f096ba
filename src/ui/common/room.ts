import { useTranslations } from 'next-intl';

/** Where a class meets: a number is that of a room, and a place with a name is called by it. */
export function useRoom(): (room: string) => string {
  const t = useTranslations('time');
  return (room) => (/^\p{L}?\d/u.test(room) ? t('room', { room }) : room);
}
