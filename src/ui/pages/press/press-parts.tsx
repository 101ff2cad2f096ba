'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { type Photograph, pressedFrom } from '@/core/documents/photographs';
import { useFileSize } from '@/ui/common/file-size';
import { keyOr } from '@/ui/common/key-or';
import { wantsLook } from './photograph-list';
import classes from './press.module.css';
import type { PageHere, Photographs } from './use-photographs';

/** The page of a photograph, pressed a moment after what was said of it changed last. */
export function usePage(
  { pages, look, pressed }: Photographs,
  photograph: Photograph | null,
): PageHere | 'pressing' | { readonly why: string } {
  const [why, setWhy] = useState<{ readonly from: string; readonly why: string } | null>(null);
  const from = photograph ? pressedFrom(photograph, look) : '';
  const there = photograph ? pages.get(photograph.id) : undefined;
  const isThere = there?.from === from;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another photograph, or something else said of it, has it pressed
  useEffect(() => {
    if (!photograph || isThere) return;
    let left = false;
    const soon = setTimeout(() => {
      void pressed(photograph, () => !left).then((page) => {
        if (!left) setWhy(typeof page === 'string' ? { from, why: page } : null);
      });
    }, 150);
    return () => {
      left = true;
      clearTimeout(soon);
    };
  }, [from, isThere]);
  if (there && isThere) return there;
  return why?.from === from ? { why: why.why } : 'pressing';
}

/** What should be looked at on a photograph, in words. */
export function Said({ photograph, right }: { readonly photograph: Photograph; readonly right: (() => void) | null }) {
  const t = useTranslations('press');
  const { sure, faults } = photograph;
  const unsure = sure.filter((one) => !one).length;
  if (!wantsLook(photograph)) return null;
  return (
    <div className={classes.said} role="note">
      <p>
        <strong>{unsure === 4 ? t('not-found') : unsure > 0 ? t('look-at', { n: unsure }) : null}</strong>{' '}
        {faults.map((fault) => t(`fault-${fault}`)).join(' ')} {unsure > 0 ? t('how') : null}
      </p>
      {right ? (
        <button type="button" className="quiet" onClick={right}>
          {t('it-is-right')}
        </button>
      ) : null}
    </div>
  );
}

/** What becomes of a photograph. */
export function Out({
  page,
  look,
  photograph,
}: {
  readonly page: ReturnType<typeof usePage>;
  readonly look: string;
  readonly photograph: Photograph;
}) {
  const t = useTranslations('press');
  const size = useFileSize();
  if (photograph.out) return <p className={classes.out}>{t('out-says')}</p>;
  if (page === 'pressing')
    return (
      <p className={classes.out} role="status">
        {t('pressing')}
      </p>
    );
  if ('why' in page)
    return (
      <p className={classes.out} role="alert">
        {t(keyOr(t.has, `problem.${page.why}`, 'problem.broke'))}
      </p>
    );
  return (
    <figure className={classes.out}>
      {/* biome-ignore lint/performance/noImgElement: made here, and nowhere else */}
      <img src={page.url} alt={t('pressed-alt')} width={page.width} height={page.height} />
      <figcaption>{t('pressed', { size: size(page.file.size), look })}</figcaption>
    </figure>
  );
}

/** Photographs that are on their way, and those that could not be taken, each with why and what to do. */
export function ComingList({ press: { coming, sendAgain, putAway } }: { readonly press: Photographs }) {
  const t = useTranslations('press');
  if (coming.length === 0) return null;
  return (
    <ul className={classes.coming}>
      {coming.map(({ id, file, is, why }) => (
        <li key={id} data-is={is} role={why ? 'alert' : 'status'}>
          <bdi>{file.name}</bdi>:{' '}
          {why ? t(keyOr(t.has, `problem.${why}`, 'problem.broke')) : t(is === 'sent' ? 'sending' : 'looking')}{' '}
          {is === 'unsent' ? (
            <button type="button" className="quiet" onClick={sendAgain}>
              {t('send-again')}
            </button>
          ) : null}
          {why ? (
            <button type="button" className="quiet" onClick={() => putAway(id)}>
              {t('put-away')}
            </button>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
