import { useTranslations } from 'next-intl';
import type { ComponentType } from 'react';
import type { Entry, EntryOf } from '@/server/reading/class-line/class-line';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useStateLine } from '@/ui/common/state-line';
import { useTimes } from '@/ui/common/times';
import { ReadHere } from '@/ui/news/read-on-sight';
import { MendLater } from '@/ui/set/tell-later';
import classes from './class-line.module.css';
import { SortMark } from './sort-mark';

export interface Shown {
  readonly classId: string;
  /** The newest come first: each says when it was posted. */
  readonly newest: boolean;
  /** Does who looks set the class's work? */
  readonly sets: boolean;
  readonly zone: string;
  readonly now: number;
}

/** When it is due, or among the newest, when it was posted: in words, so that one is not taken for the other. */
function When({
  dueAt,
  postedAt,
  newest,
  zone,
  now,
}: {
  dueAt: number | null;
  postedAt: number;
  newest: boolean;
  zone: string;
  now: number;
}) {
  const t = useTranslations('class');
  const times = useTimes(zone);
  if (newest) return t('posted-when', { when: times.moment(postedAt, now) });
  return dueAt === null ? '' : t('due-when', { when: times.moment(dueAt, now) });
}

function WorkRow({ entry, newest, zone, now }: { entry: EntryOf<'work'> } & Shown) {
  const t = useTranslations('class');
  const times = useTimes(zone);
  const line = useStateLine(times, now);
  const { item } = entry;
  const soon = isSoon(item.dueAt, now) && (item.state === 'not-started' || item.state === 'under-way');
  return (
    <li className={classes.row} data-unread={entry.news.length > 0 || undefined}>
      <Kite state={item.state} labelled />
      <div>
        <PlaceLink to={{ at: 'desk', assignment: item.id }} className={classes.title}>
          <bdi>{item.title}</bdi>
        </PlaceLink>
        <NewMark unread={entry.news.length > 0} />
        <div className={item.state === 'overdue' ? 'plum' : 'soft'}>
          {line(item)}
          {newest && item.dueAt !== null ? ` · ${t('due-when', { when: times.moment(item.dueAt, now) })}` : ''}
        </div>
      </div>
      <span className={classes.takes}>
        {t(`takes-${item.takes}`)}
        {item.points === null ? '' : ` · ${t('points', { n: item.points })}`}
      </span>
      <span className={classes.length}>{times.length(item.minutes)}</span>
      <span className={`${classes.when} ${soon ? 'amber' : ''} ${item.state === 'overdue' ? 'plum' : ''}`}>
        <When dueAt={item.dueAt} postedAt={entry.postedAt} newest={newest} zone={zone} now={now} />
      </span>
    </li>
  );
}

/** Says that something has not been read yet: a dot, and the word. */
function NewMark({ unread }: { unread: boolean }) {
  const t = useTranslations('class');
  return unread ? <span className={classes.unread}>{t('unread')}</span> : null;
}

/** What a material is, and when it can be read where it cannot always be. */
function useMaterialLine(zone: string, now: number) {
  const t = useTranslations('material');
  const times = useTimes(zone);
  return ({ sort, window }: EntryOf<'material'>): string => {
    const kind = t(`kind-${sort}`);
    if (window.opensAt !== null && now < window.opensAt) {
      return `${kind} · ${t('opens', { when: times.moment(window.opensAt, now) })}`;
    }
    if (window.closesAt === null) return kind;
    const when = times.moment(window.closesAt, now);
    return `${kind} · ${t(window.open ? 'until' : 'was-until', { when })}`;
  };
}

const isSoon = (dueAt: number | null, now: number): boolean =>
  dueAt !== null && dueAt > now && dueAt - now < 36 * 3_600_000;

function TeachingRow({ entry, newest, zone, now }: { entry: EntryOf<'teaching'> } & Shown) {
  const t = useTranslations('teaching');
  const { item } = entry;
  return (
    <li className={classes.row}>
      <Sail weave={item.weave} />
      <div>
        <PlaceLink to={{ at: 'marking', assignment: item.id }} className={classes.title}>
          <bdi>{item.title}</bdi>
        </PlaceLink>
        <div className="soft">
          {t('counts', { toMark: item.toMark, missing: item.missing, handedBack: item.handedBack })}
        </div>
      </div>
      <span />
      <span />
      <span className={classes.when}>
        <When dueAt={item.dueAt} postedAt={entry.postedAt} newest={newest} zone={zone} now={now} />
      </span>
    </li>
  );
}

function MaterialRow({ entry, classId, zone, now }: { entry: EntryOf<'material'> } & Shown) {
  const times = useTimes(zone);
  const materialLine = useMaterialLine(zone, now);
  return (
    <li className={classes.row} data-unread={entry.news.length > 0 || undefined}>
      <SortMark sort={entry.sort} />
      <div>
        <PlaceLink to={{ at: 'material', class: classId, material: entry.id }} className={classes.title}>
          <bdi>{entry.title}</bdi>
        </PlaceLink>
        <NewMark unread={entry.news.length > 0} />
        <div className="soft">{materialLine(entry)}</div>
      </div>
      <span />
      <span className={classes.length}>{times.length(entry.minutes)}</span>
      <span className={`${classes.when} soft`}>
        <When dueAt={null} postedAt={entry.postedAt} newest zone={zone} now={now} />
      </span>
    </li>
  );
}

function AnnouncementRow({ entry, classId, sets, zone, now }: { entry: EntryOf<'announcement'> } & Shown) {
  const t = useTranslations('class');
  const times = useTimes(zone);
  return (
    <li className={classes.row} data-unread={entry.news.length > 0 || undefined}>
      <SortMark sort="announcement" />
      <div>
        <strong>
          <bdi>{entry.title}</bdi>
        </strong>
        {entry.news.length > 0 ? (
          <ReadHere events={entry.news} className={classes.unread ?? ''} word={t('unread')} />
        ) : null}
        <div>
          <bdi>{entry.body}</bdi>
        </div>
        {entry.attachments.length > 0 ? (
          <ul className={classes.attached} aria-label={t('attached')}>
            {entry.attachments.map(({ id, title, kind }) => (
              <li key={id}>
                <SortMark sort={kind} />
                <PlaceLink to={{ at: 'material', class: classId, material: id }}>
                  <bdi>{title}</bdi>
                </PlaceLink>
              </li>
            ))}
          </ul>
        ) : null}
        <div className="soft">
          {t('announced', { author: entry.author })}
          {entry.mendedAt === null ? '' : ` · ${t('mended', { when: times.moment(entry.mendedAt, now) })}`}
        </div>
        {sets ? (
          <MendLater
            classId={classId}
            announcement={entry.id}
            told={{ title: entry.title, body: entry.body, attachments: entry.attachments.map(({ id }) => id) }}
          />
        ) : null}
      </div>
      <span />
      <span className={classes.length} />
      <span className={`${classes.when} soft`}>
        <When dueAt={null} postedAt={entry.postedAt} newest zone={zone} now={now} />
      </span>
    </li>
  );
}

/** How each kind of entry stands in the list. */
const ROWS: { readonly [Kind in Entry['kind']]: ComponentType<{ readonly entry: EntryOf<Kind> } & Shown> } = {
  work: WorkRow,
  teaching: TeachingRow,
  material: MaterialRow,
  announcement: AnnouncementRow,
};

export function Row<Kind extends Entry['kind']>({ entry, ...shown }: { readonly entry: EntryOf<Kind> } & Shown) {
  const Shape = ROWS[entry.kind as Kind] as ComponentType<{ readonly entry: EntryOf<Kind> } & Shown>;
  return <Shape entry={entry} {...shown} />;
}

/** What has a place of its own among others, by its title; `null` for what stands where its time is. */
const PLACED: { readonly [Kind in Entry['kind']]: (entry: EntryOf<Kind>) => string | null } = {
  work: ({ item }) => item.title,
  teaching: ({ item }) => item.title,
  material: ({ title }) => title,
  announcement: () => null,
};

export const placedTitle = (entry: Entry): string | null => (PLACED[entry.kind] as (of: Entry) => string | null)(entry);
