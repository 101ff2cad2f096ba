import { useTranslations } from 'next-intl';
import type { ComponentType } from 'react';
import { nextLesson } from '@/core/calendar/lessons';
import { type Place } from '@/core/places';
import { CHIPS, type Chip } from '@/core/work/chips';
import type { ClassLine, Entry, EntryOf } from '@/server/reading/class-line/class-line';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useStateLine } from '@/ui/common/state-line';
import { useTimes } from '@/ui/common/times';
import { ReadHere } from '@/ui/news/read-on-sight';
import classes from './class-line.module.css';
import { People } from './people';
import { SortMark } from './sort-mark';

interface Shown {
  readonly classId: string;
  readonly zone: string;
  readonly now: number;
}

function WorkRow({ entry, zone, now }: { entry: EntryOf<'work'> } & Shown) {
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
        <div className={item.state === 'overdue' ? 'plum' : 'soft'}>{line(item)}</div>
      </div>
      <span className={classes.takes}>
        {t(`takes-${item.takes}`)}
        {item.points === null ? '' : ` · ${t('points', { n: item.points })}`}
      </span>
      <span className={classes.length}>{times.length(item.minutes)}</span>
      <span className={`${classes.when} ${soon ? 'amber' : ''} ${item.state === 'overdue' ? 'plum' : ''}`}>
        {item.dueAt === null ? '' : times.moment(item.dueAt, now)}
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

function TeachingRow({ entry, zone, now }: { entry: EntryOf<'teaching'> } & Shown) {
  const t = useTranslations('teaching');
  const times = useTimes(zone);
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
      <span className={classes.when}>{item.dueAt === null ? '' : times.moment(item.dueAt, now)}</span>
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
      <span className={`${classes.when} soft`}>{times.moment(entry.postedAt, now)}</span>
    </li>
  );
}

function AnnouncementRow({ entry, classId, zone, now }: { entry: EntryOf<'announcement'> } & Shown) {
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
        <div className="soft">{t('announced', { author: entry.author })}</div>
      </div>
      <span />
      <span className={classes.length} />
      <span className={`${classes.when} soft`}>{times.moment(entry.postedAt, now)}</span>
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

function Row<Kind extends Entry['kind']>({ entry, ...shown }: { readonly entry: EntryOf<Kind> } & Shown) {
  const Shape = ROWS[entry.kind as Kind] as ComponentType<{ readonly entry: EntryOf<Kind> } & Shown>;
  return <Shape entry={entry} {...shown} />;
}

/** How much of a unit is done, as knots on a rope. */
function Knots({ done, of }: { done: number; of: number }) {
  const t = useTranslations('class');
  const at = (i: number) => 8 + i * 26;
  const width = at(Math.max(0, of - 1)) + 8;
  return (
    <span className={classes.knots}>
      <svg width={width} height="14" aria-hidden="true">
        <path d={`M8 7H${width - 8}`} stroke="var(--line)" strokeWidth="2" />
        {done > 0 ? <path d={`M8 7H${at(done - 1)}`} stroke="var(--thread)" strokeWidth="2" /> : null}
        {Array.from({ length: of }, (_, i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: the knots have no other name than their place
            key={i}
            cx={at(i)}
            cy="7"
            r={i < done ? 5 : 4.5}
            fill={i < done ? 'var(--thread)' : 'var(--sky)'}
            stroke={i < done ? 'var(--thread)' : 'var(--edge)'}
            strokeWidth="1.6"
          />
        ))}
      </svg>
      {t('done-of', { done, of })}
    </span>
  );
}

function Unit({ unit, ...shown }: { unit: ClassLine['units'][number] } & Shown) {
  const times = useTimes(shown.zone);
  const t = useTranslations('class');
  const finished = unit.of > 0 && unit.done === unit.of;
  const head = (
    <>
      <h2>
        <bdi>{unit.title}</bdi>
        {unit.starts_at !== null && unit.ends_at !== null ? (
          <small>{times.span(unit.starts_at, unit.ends_at)}</small>
        ) : null}
      </h2>
      {unit.of > 0 ? <Knots done={unit.done} of={unit.of} /> : null}
    </>
  );
  const list = (
    <ul className={classes.list}>
      {unit.entries.map((entry) => (
        <Row key={entry.id} entry={entry} {...shown} />
      ))}
    </ul>
  );
  if (unit.entries.length === 0) return null;
  if (!finished) {
    return (
      <section>
        <div className={classes.unit}>{head}</div>
        {list}
      </section>
    );
  }
  return (
    <details className={classes.finished}>
      <summary className={classes.unit}>
        {head}
        <span className="visually-hidden">{t('all-done')}</span>
      </summary>
      {list}
    </details>
  );
}

interface Props {
  readonly line: ClassLine;
  readonly order: 'course' | 'newest';
  readonly chip: Chip;
  readonly zone: string;
  readonly now: number;
}

/** One class as one list, in one of two orders. */
export function ClassLineScreen({ line, order, chip, zone, now }: Props) {
  const t = useTranslations('class');
  const times = useTimes(zone);
  const found = line.class;
  if (!found) return null;
  const here = (to: { order?: string; show?: string }): Place => ({
    at: 'class',
    class: found.id,
    order,
    show: chip,
    ...to,
  });
  const shown: Shown = { classId: found.id, zone, now };
  const entries = order === 'newest' ? line.newest : line.loose;
  const next = nextLesson(line.lessons, now, zone);
  return (
    <>
      <WeaveBand weave={found.weave} />
      <main className={classes.main} id="main">
        <div className={classes.head}>
          <div>
            <h1>
              <Sail weave={found.weave} size={26} />
              <bdi>{found.name}</bdi>
            </h1>
            <p className="soft">
              {t('with', { teachers: found.teachers.join(', '), room: found.room })}
              {found.ended_at === null ? null : ` · ${t('ended', { when: times.heading(found.ended_at) })}`}
              {next ? ` · ${t('next-lesson', { when: times.moment(next, now) })}` : null}
            </p>
          </div>
          <People
            classId={found.id}
            students={line.students}
            teachers={line.teachers}
            teaching={line.role === 'teacher'}
            invite={
              line.invite && { code: line.invite.code, uses: line.invite.uses_left, expiresAt: line.invite.expires_at }
            }
            zone={zone}
          />
        </div>
        <div className={classes.tools}>
          <nav className={classes.orders} aria-label={t('order')}>
            {(['course', 'newest'] as const).map((key) => (
              <PlaceLink key={key} to={here({ order: key })} aria-current={key === order ? 'true' : undefined}>
                {t(`order-${key}`)}
              </PlaceLink>
            ))}
          </nav>
          <nav className={classes.chips} aria-label={t('narrow')}>
            {CHIPS.map((key) => (
              <PlaceLink key={key} to={here({ show: key })} aria-current={key === chip ? 'true' : undefined}>
                {t(`chip-${key}`, { n: line.counts[key] })}
              </PlaceLink>
            ))}
          </nav>
        </div>
        {order === 'course' ? line.units.map((unit) => <Unit key={unit.id} unit={unit} {...shown} />) : null}
        {entries.length > 0 ? (
          <>
            {order === 'course' ? <h2 className={classes.loose}>{t('loose')}</h2> : null}
            <ul className={classes.list}>
              {entries.map((entry) => (
                <Row key={entry.id} entry={entry} {...shown} />
              ))}
            </ul>
          </>
        ) : null}
        {line.newest.length === 0 ? <p className="soft">{t('nothing')}</p> : null}
      </main>
    </>
  );
}
