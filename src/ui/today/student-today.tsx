import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { Ranked } from '@/core/plan/do-next';
import type { studentToday } from '@/server/reading/today/today';
import type { WorkItem } from '@/server/reading/work/work-list';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { useRoom } from '@/ui/common/room';
import { Sail } from '@/ui/common/sail';
import { type Times, useTimes } from '@/ui/common/times';
import { sayingOf } from '@/ui/kinds/event';
import { UnreadMessages } from '@/ui/talk/unread-messages';
import { FOLDS, Fold, type FoldName, foldsIn } from './fold';
import { ItemRow, soonness } from './item-row';
import { NextByKey } from './next-by-key';
import { NotToday } from './not-today';
import { Notices } from './notices';
import { SkyString } from './sky-string';
import classes from './today.module.css';
import { Welcome } from './welcome';

type Today = Awaited<ReturnType<typeof studentToday>>;

function useReason(times: Times, now: number) {
  const t = useTranslations('reason');
  return ({ reason }: Ranked<WorkItem>): string => {
    switch (reason.code) {
      case 'closes-for-good':
      case 'due-soon':
        return t(reason.code, { when: times.moment(reason.at, now) });
      case 'unlocks':
        return t('unlocks', { title: reason.title });
      case 'long':
        return t('long', { length: times.length(reason.minutes) });
      default:
        return t(reason.code);
    }
  };
}

function First({ ranked, today, zone, now }: { ranked: Ranked<WorkItem>; today: Today; zone: string; now: number }) {
  const t = useTranslations('today');
  const times = useTimes(zone);
  const reason = useReason(times, now);
  const { item } = ranked;
  const go = item.state === 'another-go' ? t('look') : item.state === 'not-started' ? t('begin') : t('go-on');
  return (
    <article className={classes.first}>
      <div>
        <h3>
          <Sail weave={item.weave} />
          <PlaceLink to={{ at: 'desk', assignment: item.id }}>
            <bdi>{item.title}</bdi>
          </PlaceLink>
        </h3>
        <p className="soft">
          <bdi>{item.className}</bdi>
          {item.dueAt === null ? null : (
            <>
              {' · '}
              {t.rich('due', {
                when: times.moment(item.dueAt, now),
                strong: (words) => <strong className={soonness(item, now)}>{words}</strong>,
              })}
            </>
          )}
          {' · '}
          {t('about', { length: times.length(item.minutes) })}
        </p>
        <p>
          {[
            reason(ranked),
            item.state === 'under-way' && item.steps > 1
              ? t('stopped', { step: Math.min(item.stepsDone + 1, item.steps), steps: item.steps })
              : '',
            today.emptyAnswers === null ? '' : t('answers-left', { n: today.emptyAnswers }),
          ]
            .filter((said) => said !== '')
            .join(' ')}
        </p>
      </div>
      <div className={classes.acts} data-next="">
        <PlaceLink to={{ at: 'desk', assignment: item.id }} className={classes.go} aria-describedby="do-next">
          {go}
        </PlaceLink>
        <NotToday assignment={item.id} title={item.title} off />
      </div>
    </article>
  );
}

/** What lessons there are today, in order. */
function LessonsToday({ lessons }: { lessons: Today['lessons'] }) {
  const t = useTranslations('today');
  const room = useRoom();
  if (lessons.length === 0) return null;
  return (
    <>
      <h2>{t('lessons')}</h2>
      <ol className={classes.lessons}>
        {lessons.map((lesson) => (
          <li key={lesson.number}>
            <span className="num">{lesson.starts}</span>
            <Sail weave={lesson.weave} />
            <PlaceLink to={{ at: 'class', class: lesson.class_id }}>
              <bdi>{lesson.class_name}</bdi>
            </PlaceLink>
            <span className="soft">{room(lesson.room)}</span>
          </li>
        ))}
      </ol>
    </>
  );
}

interface Props {
  readonly today: Today;
  /** The folds that are open, by their names. */
  readonly unfolded: string;
  /** Whom to ask, as the school says it. */
  readonly help: string;
  readonly zone: string;
  readonly now: number;
}

/** The student's first screen: what is due when, what to do next and why, and what came in. */
export function StudentToday({ today, unfolded, help, zone, now }: Props) {
  const t = useTranslations('today');
  const news = useTranslations('news');
  const times = useTimes(zone);
  const reason = useReason(times, now);
  const [first, ...rest] = today.next;
  const overdue = today.folds.overdue.length;
  const open = foldsIn(unfolded);
  const { putOff, ...others } = today.folds;
  const folded: Record<FoldName, readonly WorkItem[]> = {
    ...others,
    'put-off': putOff,
    more: rest.slice(4).map(({ item }) => item),
    kites: [],
  };
  const acts: Partial<Record<FoldName, (item: WorkItem) => ReactNode>> = {
    'put-off': (item) => <NotToday assignment={item.id} title={item.title} off={false} />,
  };
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{times.heading(now)}</h1>
        <p className="soft">
          {t('before', { length: times.length(today.minutes), day: times.weekday(today.until) })}{' '}
          {overdue > 0 ? t('overdue', { n: overdue }) : null}
        </p>
      </div>
      <a className="skip" href="#do-next">
        {t('skip')}
      </a>
      <NextByKey />
      <Notices notices={today.notices} />
      {today.newcomer ? <Welcome teaching={false} help={help} /> : null}
      <SkyString layout={today.layout} items={today.onString} zone={zone} now={now} />
      <div className={classes.columns}>
        <section aria-labelledby="do-next">
          <h2 id="do-next" tabIndex={-1}>
            {t('do-next')}
          </h2>
          {first ? (
            <First ranked={first} today={today} zone={zone} now={now} />
          ) : (
            <p className={classes.empty}>{t('nothing')}</p>
          )}
          <ul className={classes.rows}>
            {rest.slice(0, 4).map((ranked) => (
              <ItemRow
                key={ranked.item.id}
                item={ranked.item}
                says={reason(ranked)}
                zone={zone}
                now={now}
                act={<NotToday assignment={ranked.item.id} title={ranked.item.title} off />}
              />
            ))}
          </ul>
          <div className={classes.folds}>
            {FOLDS.map((name) => (
              <Fold key={name} name={name} items={folded[name]} open={open} zone={zone} now={now} act={acts[name]} />
            ))}
          </div>
        </section>
        <section aria-labelledby="lately">
          <LessonsToday lessons={today.lessons} />
          <h2 id="lately">{t('lately')}</h2>
          <UnreadMessages n={today.messages} />
          {today.lately.length === 0 ? <p className={classes.empty}>{t('lately-none')}</p> : null}
          <ul className={classes.rows}>
            {today.lately.map((event) => (
              <li key={event.id} data-unread={event.unread || undefined}>
                {event.back ? (
                  <Kite state={event.anotherGo ? 'another-go' : 'handed-back'} labelled />
                ) : (
                  <Sail weave={event.weave} />
                )}
                <div>
                  <PlaceLink to={event.place}>
                    {news(sayingOf(event), {
                      title: event.title,
                      student: event.student,
                      grade: event.earned ?? 0,
                      points: event.points ?? 0,
                      when: times.moment(event.dueAt ?? event.at, now),
                    })}
                  </PlaceLink>
                  {event.unread ? <span className="visually-hidden">{t('unread')}</span> : null}
                </div>
                <span className="soft">{times.ago(event.at, now)}</span>
              </li>
            ))}
          </ul>
          <h2 className={classes.week}>{t('week')}</h2>
          <p className="soft">{t('week-says', { handedIn: today.week.handedIn, open: today.week.open })}</p>
        </section>
      </div>
    </main>
  );
}
