import { useTranslations } from 'next-intl';
import { Fragment } from 'react';
import { comingLessons } from '@/core/calendar/lesson-times';
import type { Place } from '@/core/places';
import { CHIPS, type Chip } from '@/core/work/chips';
import type { ClassLine } from '@/server/reading/class-line/class-line';
import { PlaceLink } from '@/ui/common/place-link';
import { useRoom } from '@/ui/common/room';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { Drafts } from '@/ui/set/drafts';
import { SetHere } from '@/ui/set/set-here';
import { TellLater } from '@/ui/set/tell-later';
import classes from './class-line.module.css';
import { placedTitle, Row, type Shown } from './entry-rows';
import { People } from './people';

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

/** What stands in the columns of a list, above it. */
function Heads({ newest }: { newest: boolean }) {
  const t = useTranslations('class');
  return (
    <div className={classes.heads} aria-hidden="true">
      <span>{t('head-takes')}</span>
      <span>{t('head-length')}</span>
      <span>{t(newest ? 'head-posted' : 'head-due')}</span>
    </div>
  );
}

function Unit({
  unit,
  alone,
  place,
  ...shown
}: { unit: ClassLine['units'][number]; alone: boolean; place: Place } & Shown) {
  const { sets } = shown;
  const times = useTimes(shown.zone);
  const t = useTranslations('class');
  const setting = useTranslations('setting');
  if (unit.entries.length === 0 && !sets) return null;
  // What is done and past is folded away: its name leads to it, by itself.
  const finished = !alone && unit.of > 0 && unit.done === unit.of;
  return (
    <section className={finished ? classes.finished : undefined}>
      <div className={classes.unit}>
        <h2>
          <PlaceLink to={place}>
            <bdi>{unit.title}</bdi>
          </PlaceLink>
          {unit.starts_at !== null && unit.ends_at !== null ? (
            <small>{times.span(unit.starts_at, unit.ends_at)}</small>
          ) : null}
        </h2>
        {unit.of > 0 ? <Knots done={unit.done} of={unit.of} /> : null}
        {finished ? <span className="visually-hidden">{t('all-done')}</span> : null}
      </div>
      {finished ? null : (
        <ul className={classes.list}>
          {unit.entries.map((entry, i) => (
            <Fragment key={entry.id}>
              <Row entry={entry} {...shown} />
              {sets && placedTitle(entry) !== null && i < unit.entries.length - 1 ? (
                <li>
                  <SetHere
                    classId={shown.classId}
                    unit={unit.id}
                    behind={entry.id}
                    words={setting('here-behind', { title: placedTitle(entry) ?? '' })}
                  />
                </li>
              ) : null}
            </Fragment>
          ))}
        </ul>
      )}
      {sets ? (
        <SetHere classId={shown.classId} unit={unit.id} words={setting('here-in', { unit: unit.title })} />
      ) : null}
    </section>
  );
}

/** A teacher narrows the class by what waits for them. */
const chipWord = (chip: Chip, teaching: boolean) =>
  teaching && (chip === 'to-do' || chip === 'handed-in' || chip === 'handed-back')
    ? (`teaching-${chip}` as const)
    : (`chip-${chip}` as const);

interface Props {
  readonly line: ClassLine;
  readonly order: 'course' | 'newest';
  readonly chip: Chip;
  /** The unit that is shown by itself; `null` for all of the class. */
  readonly unit: string | null;
  readonly zone: string;
  readonly now: number;
}

/** One class as one list, in one of two orders. */
export function ClassLineScreen({ line, order, chip, unit: only, zone, now }: Props) {
  const t = useTranslations('class');
  const setting = useTranslations('setting');
  const times = useTimes(zone);
  const room = useRoom();
  const found = line.class;
  if (!found) return null;
  const here = (to: { order?: string; show?: string; unit?: string | null }): Place => ({
    at: 'class',
    class: found.id,
    order,
    show: chip,
    ...(only === null ? {} : { unit: only }),
    ...to,
  });
  const newest = order === 'newest';
  const sets = line.role === 'teacher' && (found.ended_at === null || found.ended_at > now);
  const shown: Shown = { classId: found.id, newest, sets, zone, now };
  const one = only === null ? undefined : line.units.find(({ id }) => id === only);
  const units = one ? [one] : line.units;
  const inOne = newest && one ? line.newest.filter(({ unitId }) => unitId === one.id) : null;
  const entries = inOne ?? (newest ? line.newest : one ? [] : line.loose);
  const [held] = comingLessons(line.lessons, now, zone, 1, line.holidays);
  const next = held?.startsAt ?? null;
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
              {t('with', { teachers: found.teachers.join(', '), room: room(found.room) })}
              {found.ended_at === null ? null : ` · ${t('ended', { when: times.heading(found.ended_at) })}`}
              {next ? ` · ${t('next-lesson', { when: times.moment(next, now) })}` : null}
              {' · '}
              <PlaceLink to={{ at: 'floor', class: found.id }}>
                {t('floor')}
                {line.floorUnread > 0 ? ` (${t('floor-unread', { n: line.floorUnread })})` : null}
              </PlaceLink>
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
                {t(chipWord(key, line.role === 'teacher'), { n: line.counts[key] })}
              </PlaceLink>
            ))}
          </nav>
        </div>
        {one ? (
          <p>
            <PlaceLink to={here({ unit: null })}>{t('whole-class')}</PlaceLink>
          </p>
        ) : null}
        {sets ? <SetHere classId={found.id} unit={only} words={setting('here')} /> : null}
        {sets ? (
          <TellLater
            classId={found.id}
            readers={line.students.length}
            units={line.units.map(({ id, title, entries }) => ({
              id,
              title,
              entries: entries.flatMap((entry) => {
                const placed = placedTitle(entry);
                return placed === null ? [] : [{ id: entry.id, title: placed }];
              }),
            }))}
            toTell={line.toTell}
            lessons={line.lessons}
            holidays={line.holidays}
            zone={zone}
            now={now}
            materials={line.toAttach}
          />
        ) : null}
        {sets ? <Drafts drafts={line.drafts} zone={zone} now={now} named={false} /> : null}
        {line.newest.length > 0 ? <Heads newest={newest} /> : null}
        {newest
          ? null
          : units.map((unit) => (
              <Unit key={unit.id} unit={unit} alone={one !== undefined} place={here({ unit: unit.id })} {...shown} />
            ))}
        {entries.length > 0 ? (
          <>
            {newest ? null : <h2 className={classes.loose}>{t('loose')}</h2>}
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
