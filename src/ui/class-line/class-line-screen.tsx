import { useTranslations } from 'next-intl';
import { CHIPS, type Chip, type ClassLine, type Entry } from '@/server/class-line';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useStateLine } from '@/ui/common/state-line';
import { useTimes } from '@/ui/common/times';
import classes from './class-line.module.css';
import { People } from './people';

interface Shown {
  readonly classId: string;
  readonly zone: string;
  readonly now: number;
}

function WorkRow({ entry, zone, now }: { entry: Extract<Entry, { kind: 'work' }> } & Shown) {
  const t = useTranslations('class');
  const times = useTimes(zone);
  const line = useStateLine(times, now);
  const { item } = entry;
  const soon = isSoon(item.dueAt, now) && (item.state === 'not-started' || item.state === 'under-way');
  return (
    <li className={classes.row}>
      <Kite state={item.state} labelled />
      <div>
        <PlaceLink href={`/desk/${item.id}`} className={classes.title}>
          <bdi>{item.title}</bdi>
        </PlaceLink>
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

const isSoon = (dueAt: number | null, now: number): boolean =>
  dueAt !== null && dueAt > now && dueAt - now < 36 * 3_600_000;

function TeachingRow({ entry, zone, now }: { entry: Extract<Entry, { kind: 'teaching' }> } & Shown) {
  const t = useTranslations('teaching');
  const times = useTimes(zone);
  const { item } = entry;
  return (
    <li className={classes.row}>
      <Sail weave={item.weave} />
      <div>
        <PlaceLink href={`/marking/${item.id}`} className={classes.title}>
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

function Row(props: { entry: Entry } & Shown) {
  const t = useTranslations('class');
  const times = useTimes(props.zone);
  const { entry, now } = props;
  if (entry.kind === 'work') return <WorkRow {...props} entry={entry} />;
  if (entry.kind === 'teaching') return <TeachingRow {...props} entry={entry} />;
  return (
    <li className={classes.row}>
      <svg className="kite" viewBox="0 0 24 31" aria-hidden="true" style={{ color: 'var(--ink-soft)' }}>
        <path
          d={entry.kind === 'material' ? 'M5 6h14v18H5zM8.5 11h7M8.5 15h7M8.5 19h4' : 'M4 12l14-6v16L4 17zM8 18v6'}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
          strokeLinejoin="round"
        />
      </svg>
      {entry.kind === 'material' ? (
        <div>
          <PlaceLink href={`/classes/${props.classId}/materials/${entry.id}`} className={classes.title}>
            <bdi>{entry.title}</bdi>
          </PlaceLink>
          <div className="soft">{t('material')}</div>
        </div>
      ) : (
        <div>
          <strong>
            <bdi>{entry.title}</bdi>
          </strong>
          <div>
            <bdi>{entry.body}</bdi>
          </div>
          <div className="soft">{t('announced', { author: entry.author })}</div>
        </div>
      )}
      <span />
      <span className={classes.length}>{entry.kind === 'material' ? times.length(entry.minutes) : ''}</span>
      <span className={`${classes.when} soft`}>{times.moment(entry.postedAt, now)}</span>
    </li>
  );
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
  const found = line.class;
  if (!found) return null;
  const here = (to: { order?: string; show?: string }) =>
    `/classes/${found.id}?${new URLSearchParams({ order, show: chip, ...to })}`;
  const shown: Shown = { classId: found.id, zone, now };
  const entries = order === 'newest' ? line.newest : line.loose;
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
            <p className="soft">{t('with', { teachers: found.teachers.join(', '), room: found.room })}</p>
          </div>
          <People students={line.students} teachers={line.teachers} teaching={line.role === 'teacher'} />
        </div>
        <div className={classes.tools}>
          <nav className={classes.orders} aria-label={t('order')}>
            {(['course', 'newest'] as const).map((key) => (
              <PlaceLink key={key} href={here({ order: key })} aria-current={key === order ? 'true' : undefined}>
                {t(`order-${key}`)}
              </PlaceLink>
            ))}
          </nav>
          <nav className={classes.chips} aria-label={t('narrow')}>
            {CHIPS.map((key) => (
              <PlaceLink key={key} href={here({ show: key })} aria-current={key === chip ? 'true' : undefined}>
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
