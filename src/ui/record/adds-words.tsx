'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import { useRefresh } from '@/ui/common/use-refresh';
import { RecordWords } from './record-words';
import classes from './said-words.module.css';

const SaidWords = dynamic(() => import('./said-words').then((loaded) => loaded.SaidWords), { ssr: false });

interface Props {
  readonly piece: string;
  readonly of: 'sound' | 'video';
  readonly lang: string;
  /** Are there words already? */
  readonly there: boolean;
  /** The words are another now. */
  readonly changed: () => void;
  /** The recording itself; while its words are written, it is heard there. */
  readonly children: ReactNode;
}

function Adds({ piece, of, lang, there, changed, children }: Props) {
  const t = useTranslations('record');
  const [open, setOpen] = useState(false);
  const refresh = useRefresh();
  if (!open)
    return (
      <>
        {children}
        <p className={classes.offer}>
          <button type="button" className="quiet" onClick={() => setOpen(true)}>
            {t(there ? 'change-words' : 'add-words')}
          </button>{' '}
          {there ? null : <span className="soft">{t('why-words')}</span>}
        </p>
      </>
    );
  return (
    <SaidWords
      piece={piece}
      of={of}
      lang={lang}
      done={(other) => {
        setOpen(false);
        if (!other) return;
        refresh();
        changed();
      }}
    />
  );
}

/** What is said in one's own recording can be written down, for whoever cannot hear it. */
export const AddsWords = (props: Props) => (
  <RecordWords>
    <Adds {...props} />
  </RecordWords>
);
