import { useTranslations } from 'next-intl';
import { nextLesson } from '@/core/calendar/lessons';
import type { Place } from '@/core/places';
import { CHIPS, type Chip } from '@/core/work/chips';
import type { ClassLine } from '@/server/reading/class-line/class-line';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import classes from './class-line.module.css';
import { Row, type Shown } from './entry-rows';
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
