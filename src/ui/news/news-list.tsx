'use client';

import { useTranslations } from 'next-intl';
import type { NewsGroup } from '@/server/reading/news/news';
import type { News } from '@/store/news';
import { post } from '@/ui/common/client-request';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import classes from './news.module.css';
import { useReadTogether, useSight } from './read-on-sight';

interface RowProps {
  readonly one: News;
  readonly href: string;
  readonly says: string;
  readonly when: string;
  readonly sight: (id: number) => void;
}

function Row({ one, href, says, when, sight }: RowProps) {
  const t = useTranslations('news');
  const { id, unread } = one;
  const row = useSight<HTMLLIElement>(unread, () => sight(id));
  return (
    <li ref={row} className={classes.row} data-unread={unread || undefined}>
      <PlaceLink href={href} onClick={() => (unread ? sight(id) : undefined)}>
        {says}
      </PlaceLink>
      {unread ? <span className={classes.new}>{t('new')}</span> : null}
      <span className="soft">{when}</span>
    </li>
  );
}

interface Props {
  readonly groups: readonly (NewsGroup & { readonly hrefs: readonly string[] })[];
  readonly newest: number;
  readonly zone: string;
  readonly now: number;
}

/** Everything that happened since the last visit, by class. What has been in sight for a moment is read. */
export function NewsList({ groups, newest, zone, now }: Props) {
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
      {groups.length === 0 ? <p className="soft">{t('none')}</p> : null}
      {groups.map((group) => (
        <section key={group.classId} aria-labelledby={`news-${group.classId}`}>
          <h2 id={`news-${group.classId}`}>
            <Sail weave={group.weave} size={20} />
            <bdi>{group.className}</bdi>
            {group.unread > 0 ? <small>{t('unread', { n: group.unread })}</small> : null}
          </h2>
          <ul>
            {group.news.map((one, i) => (
              <Row
                key={one.id}
                one={one}
                href={group.hrefs[i] ?? '/today'}
                says={t(sayingOf(one), {
                  title: one.title,
                  student: one.student ?? '',
                  grade: one.earned ?? 0,
                  points: one.points ?? 0,
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

function sayingOf(one: News) {
  if (one.kind === 'posted') {
    return one.announcement_id ? 'announced' : one.material_id ? 'posted-material' : 'posted';
  }
  if (one.kind === 'handed-back') {
    return one.another_go ? 'another-go' : one.earned === null ? 'handed-back' : 'handed-back-graded';
  }
  return one.kind;
}
