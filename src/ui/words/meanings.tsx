'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { Meaning } from '@/core/text/lexicon';
import classes from './words.module.css';

/** How many meanings stand there: the most usual. */
const MOST = 6;
/** Whoever goes through a text with the caret is not answered at every word. */
const SETTLE = 200;

interface Found {
  readonly word: string;
  /** `null` where the school could not be reached. */
  readonly meanings: readonly Meaning[] | null;
}

/** What a word means, from the lexicon of the school; of the word before nothing stays. */
export function Meanings({ word }: { word: string | null }) {
  const t = useTranslations('meaning');
  const [answer, setAnswer] = useState<Found | null>(null);
  useEffect(() => {
    if (word === null) return;
    let gone = false;
    const timer = setTimeout(() => {
      fetch(`/api/meanings?word=${encodeURIComponent(word)}`)
        .then((response) => response.json() as Promise<{ meanings?: Meaning[] }>)
        .then(({ meanings }) => meanings ?? [])
        .catch(() => null)
        .then((meanings) => {
          if (!gone) setAnswer({ word, meanings });
        });
    }, SETTLE);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [word]);
  const found = word !== null && answer?.word === word ? answer : null;
  return (
    <div className={classes.meanings} role="status">
      {word === null ? <p>{t('meaning-of-what')}</p> : null}
      {word !== null && !found ? <p className="soft">{t('looking')}</p> : null}
      {found && found.meanings === null ? <p>{t('no-lexicon')}</p> : null}
      {found?.meanings?.length === 0 ? <p>{t('no-meaning', { word: found.word })}</p> : null}
      {found?.meanings && found.meanings.length > 0 ? (
        <dl lang="en" dir="ltr">
          {found.meanings.slice(0, MOST).map(({ word: form, kind, says, examples, also }) => (
            <div key={`${form} ${kind} ${says}`}>
              <dt>
                <strong>{form}</strong> <small>{t(`word-${kind}`)}</small>
              </dt>
              <dd>
                {says}
                {examples[0] ? <q>{examples[0]}</q> : null}
                {also.length > 0 ? <small>{t('also', { list: also.slice(0, 4).join(', ') })}</small> : null}
              </dd>
            </div>
          ))}
        </dl>
      ) : null}
      <p className="soft">
        <a href="/dictionaries/lexicon-licence.txt" download>
          {t('lexicon')}
        </a>
      </p>
    </div>
  );
}
