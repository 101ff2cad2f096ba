'use client';

import { useTranslations } from 'next-intl';
import type { Receipt } from '@/store/hand-ins';
import cards from '@/ui/common/cards.module.css';
import { useFileSize } from '@/ui/common/file-size';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import classes from './receipts.module.css';

interface Props {
  readonly receipt: Receipt;
  /** The most points that lateness takes. */
  readonly loss: number;
  readonly school: string;
  readonly zone: string;
}

/** One receipt, whole, on a page of its own that can be printed. */
export function ReceiptScreen({ receipt, loss, school, zone }: Props) {
  const t = useTranslations('receipt');
  const check = useTranslations('check');
  const times = useTimes(zone);
  const size = useFileSize();
  const file = `/api/hand-ins/${receipt.id}`;
  const met = receipt.findings.filter(({ result }) => result === 'met').length;
  const counted = receipt.findings.filter(({ result }) => result !== 'advice').length;
  return (
    <main id="main" className={cards.screen}>
      <p className={classes.acts}>
        <PlaceLink to={{ at: 'desk', assignment: receipt.assignment_id }}>{t('to-desk')}</PlaceLink>
        <a href={`${file}/receipt?as=pdf`} download>
          {t('as-pdf')}
        </a>
        <a href={`${file}/receipt?as=json`} download>
          {t('as-json')}
        </a>
        <button type="button" className="quiet" onClick={() => window.print()}>
          {t('print')}
        </button>
        <PlaceLink to={{ at: 'check' }}>{t('to-check')}</PlaceLink>
      </p>
      <article className={classes.receipt}>
        <p className="soft">
          <bdi>{school}</bdi>
        </p>
        <h1>{t('title', { number: receipt.number })}</h1>
        <dl>
          <dt>{t('assignment')}</dt>
          <dd>
            <bdi>{receipt.assignment}</bdi>, <bdi>{receipt.class}</bdi>
          </dd>
          <dt>{t('student')}</dt>
          <dd>
            <bdi>{receipt.members.length > 0 ? receipt.members.join(', ') : receipt.student}</bdi>
            {receipt.members.length > 0 ? ` (${t('handed-in-by', { name: receipt.student })})` : ''}
          </dd>
          <dt>{t('at')}</dt>
          <dd className="num">
            {times.exact(receipt.at)} <span className="soft">{t('in-zone', { zone })}</span>
          </dd>
          {receipt.counts_at === null ? null : (
            <>
              <dt>{t('counts')}</dt>
              <dd className="num">
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
          <dt>{t('due')}</dt>
          <dd className="num">{receipt.due_at === null ? t('no-due') : times.exact(receipt.due_at)}</dd>
          <dt>{t('in-time')}</dt>
          <dd>
            {receipt.late_by > 0 ? t('late', { by: times.late(receipt.late_by) }) : t('on-time')}
            {loss > 0 ? `. ${t('loss-points', { n: loss })}` : ''}
          </dd>
          {counted > 0 ? (
            <>
              <dt>{t('ready')}</dt>
              <dd>{check('met', { met, n: counted })}</dd>
            </>
          ) : null}
          {receipt.note === '' ? null : (
            <>
              <dt>{t('note')}</dt>
              <dd dir="auto">{receipt.note}</dd>
            </>
          )}
        </dl>
        <h2>{t('pieces')}</h2>
        {receipt.pieces.length === 0 ? <p>{t('no-pieces')}</p> : null}
        <ol className={classes.pieces}>
          {receipt.pieces.map((piece) => (
            <li key={`${piece.sha256} ${piece.title}`}>
              <strong>
                <bdi>{piece.title}</bdi>
              </strong>{' '}
              <span className="soft">{piece.fetched ? size(piece.size) : t('a-link')}</span>{' '}
              {!piece.fetched ? null : (
                <a className={classes.fetch} href={`${file}/pieces/${piece.fetched}?download`} download>
                  {t('fetch')}
                </a>
              )}
              <code dir="ltr">{piece.sha256}</code>
            </li>
          ))}
        </ol>
        <h2>{t('fingerprint')}</h2>
        <p>
          <code dir="ltr">{receipt.fingerprint}</code>
        </p>
        <p className="soft">{t('fingerprint-says')}</p>
      </article>
    </main>
  );
}
