import { useTranslations } from 'next-intl';
import type { TeacherItem, TeacherTodayView } from '@/server/reading/today/today';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { Drafts } from '@/ui/set/drafts';
import { SetHere } from '@/ui/set/set-here';
import { Notices } from './notices';
import classes from './today.module.css';
import { Welcome } from './welcome';

function Rows({ items, zone, now }: { items: readonly TeacherItem[]; zone: string; now: number }) {
  const t = useTranslations('teaching');
  const times = useTimes(zone);
  return (
    <ul className={classes.rows}>
      {items.map((item) => (
        <li key={item.id}>
          <Sail weave={item.weave} />
          <div>
            <PlaceLink to={{ at: 'marking', assignment: item.id }} className={classes.title}>
              <bdi>{item.title}</bdi>
            </PlaceLink>{' '}
            <bdi className="soft">{item.className}</bdi>
            <div className="soft">
              {t('counts', { toMark: item.toMark, missing: item.missing, handedBack: item.handedBack })}
            </div>
          </div>
          <span>{item.dueAt === null ? '' : times.moment(item.dueAt, now)}</span>
        </li>
      ))}
    </ul>
  );
}

/** The questions of the day: how many wait on open floors, since when, and where. */
function Waiting({ questions, zone, now }: { questions: TeacherTodayView['questions']; zone: string; now: number }) {
  const t = useTranslations('teaching');
  const times = useTimes(zone);
  const [first] = questions;
  if (!first) return null;
  const n = questions.reduce((sum, one) => sum + one.n, 0);
  return (
    <p>
      {t('questions', { n, ago: times.ago(Math.min(...questions.map(({ oldest }) => oldest)), now) })}{' '}
      {questions.map((one) => (
        <span key={one.class_id}>
          <PlaceLink to={{ at: 'floor', class: one.class_id }}>
            {t('questions-in', { n: one.n, class: one.class })}
          </PlaceLink>{' '}
        </span>
      ))}
    </p>
  );
}

interface Props {
  readonly items: readonly TeacherItem[];
  readonly drafts: TeacherTodayView['drafts'];
  readonly notices: TeacherTodayView['notices'];
  /** What waits on the open floors, by class. */
  readonly questions: TeacherTodayView['questions'];
  /** The classes in which work can be set. */
  readonly classes: TeacherTodayView['classes'];
  /** Everything that waits for marks, and not only the first of it. */
  readonly whole: boolean;
  /** Whom to ask, as the school says it. */
  readonly help: string;
  readonly zone: string;
  readonly now: number;
}

/** So much of what waits for marks is drawn at first: what is further down is asked for. */
const FIRST = 20;

/** The teacher's first screen: what waits for marks, and what is coming in. */
export function TeacherToday({ items, drafts, notices, questions, classes: taught, whole, help, zone, now }: Props) {
  const t = useTranslations('teaching');
  const setting = useTranslations('setting');
  const times = useTimes(zone);
  const byDue = items.toSorted((a, b) => (a.dueAt ?? 0) - (b.dueAt ?? 0));
  const toMark = byDue.filter((item) => item.toMark > 0);
  const coming = byDue.filter((item) => item.toMark === 0 && item.dueAt !== null && item.dueAt > now);
  const shown = whole ? toMark : toMark.slice(0, FIRST);
  const waiting = toMark.reduce((sum, item) => sum + item.toMark, 0);
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{times.heading(now)}</h1>
        <p className="soft">{t('waiting', { n: waiting })}</p>
      </div>
      <Notices notices={notices} />
      <Waiting questions={questions} zone={zone} now={now} />
      {items.every(({ handedBack }) => handedBack === 0) ? <Welcome teaching help={help} /> : null}
      <div className={classes.columns}>
        <section aria-labelledby="to-mark">
          <h2 id="to-mark">{t('to-mark')}</h2>
          {toMark.length === 0 ? <p className={classes.empty}>{t('none-to-mark')}</p> : null}
          <Rows items={shown} zone={zone} now={now} />
          {shown.length === toMark.length ? null : (
            <PlaceLink to={{ at: 'unfolded', open: ['to-mark'] }} className={classes.rest} data-fold="">
              {t('rest', { n: toMark.length - shown.length })}
            </PlaceLink>
          )}
        </section>
        <div>
          <section aria-labelledby="set-work">
            <h2 id="set-work">{setting('set-work')}</h2>
            {taught.map(({ id, name }) => (
              <SetHere key={id} classId={id} unit={null} words={setting('set-in', { class: name })} />
            ))}
            <Drafts drafts={drafts} named zone={zone} now={now} />
          </section>
          <section aria-labelledby="coming">
            <h2 id="coming">{t('coming')}</h2>
            <Rows items={coming.slice(0, 8)} zone={zone} now={now} />
          </section>
        </div>
      </div>
    </main>
  );
}
