'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import classes from './messages.module.css';
import { ask } from './use-floor';

interface Found {
  readonly id: string;
  readonly talk_id: string;
  readonly with_id: string;
  readonly with: string;
  readonly own: boolean;
  readonly title: string;
  readonly words: string;
  readonly at: number;
}

const SETTLE = 250;

/** Messages with some words in them, a moment after they were typed. */
export function FoundMessages({ words, zone, now }: { words: string; zone: string; now: number }) {
  const t = useTranslations('messages');
  const times = useTimes(zone);
  const [found, setFound] = useState<readonly Found[] | null>(null);
  useEffect(() => {
    let left = false;
    const timer = setTimeout(async () => {
      const answer = await ask<{ readonly ok: true; readonly found: readonly Found[] }>(
        `/api/messages/find?words=${encodeURIComponent(words)}`,
      );
      if (!left && answer.ok) setFound(answer.found);
    }, SETTLE);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [words]);
  return (
    <div role="status">
      {found === null ? null : found.length === 0 ? <p className="soft">{t('found-none')}</p> : null}
      <ul className={classes.lines}>
        {found?.map((one) => (
          <li key={one.id}>
            <PlaceLink to={{ at: 'messages', with: one.with_id, talk: one.talk_id }} className={classes.foundLine}>
              <strong>
                <bdi>{one.with}</bdi>
              </strong>{' '}
              <small>
                {one.own ? `${t('you')}, ` : ''}
                {times.moment(one.at, now)} <bdi>{one.title}</bdi>
              </small>
              <bdi className={classes.preview}>{one.words}</bdi>
            </PlaceLink>
          </li>
        ))}
      </ul>
    </div>
  );
}
