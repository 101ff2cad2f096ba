'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import type { DocNode } from '@/core/text/document-json';
import { DocumentView } from '@/ui/common/document-view';
import type { Following } from './following';
import classes from './material.module.css';

interface Props extends Following {
  readonly address: string;
  readonly host: string;
  readonly body: DocNode;
  readonly lang: string;
}

/** A place elsewhere: where it leads is said beforehand, and this page waits for the way back. */
export function LinkView({ address, host, body, lang, seenAll }: Props) {
  const t = useTranslations('material');
  const gone = useRef(false);
  const [back, setBack] = useState(false);
  useEffect(() => {
    const returned = () => {
      if (document.visibilityState !== 'visible' || !gone.current) return;
      setBack(true);
      seenAll();
    };
    document.addEventListener('visibilitychange', returned);
    window.addEventListener('focus', returned);
    return () => {
      document.removeEventListener('visibilitychange', returned);
      window.removeEventListener('focus', returned);
    };
  }, [seenAll]);
  const safe = /^https?:\/\//i.test(address);
  return (
    <div className={classes.says}>
      <DocumentView document={body} lang={lang} />
      {safe ? (
        <>
          <p>{t.rich('leads', { host, strong: (words) => <strong dir="ltr">{words}</strong> })}</p>
          <a
            className={classes.away}
            href={address}
            target="_blank"
            rel="noopener noreferrer"
            onClick={() => {
              gone.current = true;
            }}
          >
            {t('go')}
          </a>
          {back ? (
            <p className="moss" role="status">
              {t('came-back')}
            </p>
          ) : null}
        </>
      ) : (
        <p role="status">{t('no-address')}</p>
      )}
    </div>
  );
}
