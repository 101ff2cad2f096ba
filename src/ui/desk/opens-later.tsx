'use client';

import { useTranslations } from 'next-intl';
import type { DeskView } from '@/server/reading/desk/desk';
import { PlaceLink } from '@/ui/common/place-link';
import type { Times } from '@/ui/common/times';

/** Why work cannot be opened yet: its time has not come, or other work comes first. */
export function OpensLater({ view, times, now }: { view: DeskView; times: Times; now: number }) {
  const t = useTranslations('desk');
  const missing = view.waitsFor.filter(({ done }) => !done);
  return (
    <>
      {view.opensAt !== null && view.opensAt > now ? (
        <p>{t('opens-later', { when: times.moment(view.opensAt, now) })}</p>
      ) : null}
      {missing.length > 0 ? (
        <>
          <p>{t('unlocks-after')}</p>
          <ul>
            {view.waitsFor.map(({ id, title, done }) => (
              <li key={id}>
                <PlaceLink to={{ at: 'desk', assignment: id }}>
                  <bdi>{title}</bdi>
                </PlaceLink>{' '}
                {done ? <span className="moss">✓ {t('step-done')}</span> : null}
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </>
  );
}
