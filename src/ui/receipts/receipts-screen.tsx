'use client';

import { useTranslations } from 'next-intl';
import type { Receipt } from '@/store/hand-ins';
import cards from '@/ui/common/cards.module.css';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';

/** All receipts of a student, newest first, in one place. */
export function ReceiptsScreen({ receipts, zone }: { receipts: readonly Receipt[]; zone: string }) {
  const t = useTranslations('receipt');
  const times = useTimes(zone);
  return (
    <main id="main" className={cards.screen}>
      <h1>{t('all')}</h1>
      <p className="soft">
        {t('all-says')} <PlaceLink to={{ at: 'check' }}>{t('to-check')}</PlaceLink>
      </p>
      {receipts.length === 0 ? <p>{t('none')}</p> : null}
      <ol className={cards.list}>
        {receipts.map((receipt) => (
          <li key={receipt.id}>
            <PlaceLink to={{ at: 'receipt', handIn: receipt.id }}>
              <strong className="num">{receipt.number}</strong>{' '}
              <span>
                <bdi>{receipt.assignment}</bdi>
                <small>
                  <bdi>{receipt.class}</bdi>, {times.exact(receipt.at)},{' '}
                  {receipt.late_by > 0 ? t('late', { by: times.late(receipt.late_by) }) : t('on-time')}
                  {receipt.pieces.length > 0 ? `, ${t('pieces-n', { n: receipt.pieces.length })}` : ''}
                </small>
              </span>
            </PlaceLink>
          </li>
        ))}
      </ol>
    </main>
  );
}
