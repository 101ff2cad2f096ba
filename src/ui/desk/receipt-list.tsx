'use client';

import { useTranslations } from 'next-intl';
import type { Receipt } from '@/store/hand-ins';
import { PlaceLink } from '@/ui/common/place-link';
import type { Times } from '@/ui/common/times';
import classes from './receipt-list.module.css';

/** The receipts of this work, newest first: what went, when, to the second, and its fingerprint. */
export function ReceiptList({ receipts, times }: { receipts: readonly Receipt[]; times: Times }) {
  const t = useTranslations('receipt');
  if (receipts.length === 0) return <p className="soft">{t('none')}</p>;
  return (
    <ol className={classes.receipts}>
      {receipts.map((receipt) => (
        <li key={receipt.id}>
          <h3>
            <PlaceLink to={{ at: 'receipt', handIn: receipt.id }}>{t('title', { number: receipt.number })}</PlaceLink>
          </h3>
          <dl>
            <dt>{t('at')}</dt>
            <dd className="num">{times.exact(receipt.at)}</dd>
            <dt>{t('in-time')}</dt>
            <dd>{receipt.late_by > 0 ? t('late', { by: times.late(receipt.late_by) }) : t('on-time')}</dd>
            {receipt.counts_at === null ? null : (
              <>
                <dt>{t('counts')}</dt>
                <dd>
                  {times.exact(receipt.counts_at)}. {t(receipt.begun_at === null ? 'by-itself' : 'grace')}
                </dd>
              </>
            )}
            {receipt.given_back > 0 ? (
              <>
                <dt>{t('away')}</dt>
                <dd>{t('given-back', { n: Math.ceil(receipt.given_back) })}</dd>
              </>
            ) : null}
            {receipt.members.length > 0 ? (
              <>
                <dt>{t('members')}</dt>
                <dd>{receipt.members.join(', ')}</dd>
              </>
            ) : null}
            <dt>{t('pieces')}</dt>
            <dd>
              {receipt.pieces.length === 0 ? t('no-pieces') : null}
              {receipt.pieces.map((piece) => (
                <div key={`${piece.sha256} ${piece.title}`}>
                  {piece.title} <span className="soft">{t('size', { n: piece.size })}</span>
                </div>
              ))}
            </dd>
            {receipt.note === '' ? null : (
              <>
                <dt>{t('note')}</dt>
                <dd>{receipt.note}</dd>
              </>
            )}
            <dt>{t('fingerprint')}</dt>
            <dd>
              <code dir="ltr">{receipt.fingerprint}</code>
            </dd>
          </dl>
        </li>
      ))}
    </ol>
  );
}
