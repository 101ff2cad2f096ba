'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useState } from 'react';
import { weekdayOf } from '@/core/calendar/due-words';
import type { MessageView, OpenPartner, OpenTalk } from '@/server/reading/talk/messages';
import { post } from '@/ui/common/client-request';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { MessageLine } from './message-line';
import classes from './messages.module.css';
import { ask } from './use-floor';

interface Props {
  readonly partner: OpenPartner;
  readonly talk: OpenTalk;
  readonly about: string | null;
  readonly lang: string;
  readonly times: Times;
  readonly zone: string;
  readonly now: number;
}

/** What two people wrote to each other about one thing, the last of it at the end of its string. What was on the screen is read. */
export function MessageThread({ partner, talk, about, lang, times, zone, now }: Props) {
  const t = useTranslations('messages');
  const refresh = useRefresh();
  const [earlier, setEarlier] = useState<readonly MessageView[]>([]);
  const [before, setBefore] = useState<number | null | undefined>(undefined);
  useEffect(() => {
    if (document.visibilityState !== 'hidden') void post(`/api/talks/${talk.id}/read`, { number: talk.newest });
  }, [talk.id, talk.newest]);
  const more = before === undefined ? talk.more : before;
  const load = useCallback(async () => {
    const answer = await ask<{ readonly ok: true; readonly talk: OpenTalk }>(
      `/api/talks/${talk.id}/posts?before=${more}`,
    );
    if (!answer.ok) return;
    setEarlier((shown) => [...answer.talk.messages, ...shown]);
    setBefore(answer.talk.more);
  }, [talk.id, more]);
  const all = [...earlier.filter(({ number }) => number < (talk.messages[0]?.number ?? 0)), ...talk.messages];
  return (
    <>
      {more === null ? null : (
        <button type="button" className="quiet" onClick={() => void load()}>
          {t('earlier')}
        </button>
      )}
      <ol className={classes.thread}>
        {all.map((message, i) => (
          <MessageLine
            key={message.id}
            message={message}
            newDay={i === 0 || dayOf(message.at, zone) !== dayOf(all[i - 1]?.at ?? 0, zone)}
            partner={partner}
            about={about}
            last={i === all.length - 1}
            lang={lang}
            times={times}
            now={now}
            changed={refresh}
          />
        ))}
      </ol>
    </>
  );
}

/** The same for moments of one day. */
const dayOf = (at: number, zone: string): string =>
  `${weekdayOf(at, zone)} ${new Date(at).toLocaleDateString('en', { timeZone: zone })}`;
