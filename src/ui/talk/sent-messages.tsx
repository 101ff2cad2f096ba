'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useState } from 'react';
import type { SentMessage } from '@/store/messages';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import classes from './messages.module.css';
import { hearTalks } from './talk-event';
import { ask } from './use-floor';

type Answer = { readonly ok: true; readonly sent: readonly SentMessage[]; readonly more: number | null };

/** What one has sent, the newest first, with when it was read; what went to many says how many of them. */
export function SentMessages({ zone, now }: { zone: string; now: number }) {
  const t = useTranslations('messages');
  const times = useTimes(zone);
  const [sent, setSent] = useState<readonly SentMessage[] | null>(null);
  const [more, setMore] = useState<number | null>(null);
  const load = useCallback(async () => {
    const answer = await ask<Answer>('/api/messages/sent');
    if (!answer.ok) return;
    setSent(answer.sent);
    setMore(answer.more);
  }, []);
  useEffect(() => {
    void load();
    return hearTalks(() => void load());
  }, [load]);
  const loadMore = async () => {
    const answer = await ask<Answer>(`/api/messages/sent?before=${more}`);
    if (!answer.ok) return;
    setSent((before) => [...(before ?? []), ...answer.sent]);
    setMore(answer.more);
  };
  return (
    <>
      {sent?.length === 0 ? <p className="soft">{t('sent-none')}</p> : null}
      <ul className={classes.lines}>
        {sent?.map((one) => (
          <li key={one.key}>
            <PlaceLink to={{ at: 'messages', with: one.to_id, talk: one.talk_id }} className={classes.foundLine}>
              <strong>
                {one.of > one.to.length
                  ? t('to-more', { names: one.to.join(', '), n: one.of - one.to.length })
                  : one.to.join(', ')}
              </strong>{' '}
              <small>
                {times.moment(one.at, now)} <bdi>{one.title}</bdi> ·{' '}
                {one.of > 1
                  ? t('read-by', { n: one.read, of: one.of })
                  : one.read_at === null
                    ? t('not-read')
                    : t('read', { when: times.moment(one.read_at, now) })}
                {one.files > 0 ? ` · ${t('files', { n: one.files })}` : ''}
              </small>
              <bdi className={classes.preview}>{one.words}</bdi>
            </PlaceLink>
          </li>
        ))}
      </ul>
      {more === null ? null : (
        <button type="button" className="quiet" onClick={() => void loadMore()}>
          {t('earlier')}
        </button>
      )}
    </>
  );
}
