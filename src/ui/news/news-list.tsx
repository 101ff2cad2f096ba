'use client';

import { useTranslations } from 'next-intl';
import type { NewsGroup, NewsLine } from '@/server/reading/news/news';
import { post } from '@/ui/common/client-request';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { sayingOf } from '@/ui/kinds/event';
import { UnreadMessages } from '@/ui/talk/unread-messages';
import classes from './news.module.css';
import { useReadTogether, useSight } from './read-on-sight';

interface RowProps {
  readonly one: NewsLine;
  readonly says: string;
  readonly when: string;
  readonly sight: (id: number) => void;
}

function Row({ one, says, when, sight }: RowProps) {
  const t = useTranslations('news');
  const { id, unread } = one;
  const row = useSight<HTMLLIElement>(unread, () => sight(id));
  return (
    <li ref={row} className={classes.row} data-unread={unread || undefined}>
      <PlaceLink to={one.place} onClick={() => (unread ? sight(id) : undefined)}>
        {says}
      </PlaceLink>
      {unread ? <span className={classes.new}>{t('new')}</span> : null}
      <span className="soft">{when}</span>
    </li>
  );
}

interface Props {
  readonly groups: readonly NewsGroup[];
  /** Messages that were not read. */
  readonly messages: number;
  readonly newest: number;
  readonly zone: string;
  readonly now: number;
}

/** Everything that happened since the last visit, by class. What has been in sight for a moment is read. */
export function NewsList({ groups, messages, newest, zone, now }: Props) {
  const t = useTranslations('news');
  const times = useTimes(zone);
  const sight = useReadTogether();
  const unread = groups.reduce((sum, group) => sum + group.unread, 0);
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        {unread > 0 ? (
          <button type="button" className="quiet" onClick={() => void post('/api/news/read', { upTo: newest })}>
            {t('all-read', { n: unread })}
          </button>
        ) : null}
      </div>
      <UnreadMessages n={messages} />
      {groups.length === 0 ? <p className="soft">{t('none')}</p> : null}
      {groups.map((group) => (
        <section key={group.classId} aria-labelledby={`news-${group.classId}`}>
          <h2 id={`news-${group.classId}`}>
            <Sail weave={group.weave} size={20} />
            <bdi>{group.className}</bdi>
            {group.unread > 0 ? <small>{t('unread', { n: group.unread })}</small> : null}
          </h2>
          <ul>
            {group.news.map((one) => (
              <Row
                key={one.id}
                one={one}
                says={t(sayingOf(one), {
                  title: one.title,
                  student: one.student,
                  grade: one.earned ?? 0,
                  points: one.points ?? 0,
                  when: times.moment(one.dueAt ?? one.at, now),
                })}
                when={times.ago(one.at, now)}
                sight={sight}
              />
            ))}
          </ul>
        </section>
      ))}
    </main>
  );
}
